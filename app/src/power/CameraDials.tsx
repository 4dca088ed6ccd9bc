import { apertures } from '@ergon/core/exposure/aperture';
import { isos } from '@ergon/core/exposure/iso';
import { evenly, planPowers } from '@ergon/core/power/powerPlan';
import type { Body } from '@ergon/core/rig/rig';
import { settingName, settingValue } from '@ergon/core/words/settingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Stepper } from '../components/Stepper';
import { Words } from '../components/Words';
import { useEdit } from '../editing/editing';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

const DIALS = { aperture: apertures, iso: isos } as const;
/** Where a dial starts that nobody recorded. */
const START = { aperture: 5.6, iso: 400 } as const;

interface CameraDialsProps {
  judged: JudgedLook;
  body: Body;
}

/** Aperture and ISO of the camera; the lights stay, or follow so that they come out as before. */
export function CameraDials({ judged, body }: CameraDialsProps) {
  const { names } = useRig();
  const edit = useEdit();
  const [follow, setFollow] = useState(true);
  const turn = (setting: 'aperture' | 'iso', to: number) => {
    const from = body.settings[setting] ?? null;
    const change = { unit: body.id, setting, from, to } as const;
    const dial = DIALS[setting];
    const stops = from === null ? 0 : dial.stopsOf(to) - dial.stopsOf(from);
    // A smaller opening takes more light, more ISO less.
    const moved = setting === 'iso' ? -stops : stops;
    const { lights } = judged.judgement.rig;
    const asked =
      follow && from !== null
        ? evenly(
            lights.filter(({ settings }) => settings.mode !== 'ttl').map(({ id }) => id),
            moved,
          )
        : new Map();
    const { changes } = planPowers(judged.judgement, asked, [change]);
    edit(judged.look.id, changes, `${settingName(setting)} of ${names.unit(body.id)}`);
  };
  return (
    <View style={styles.dials} role="group" aria-label={`Camera ${names.unit(body.id)}`}>
      {(['aperture', 'iso'] as const).map((setting) => {
        const { thirds } = DIALS[setting];
        const value = body.settings[setting] ?? null;
        const at = thirds.indexOf(value ?? START[setting]);
        const step = (by: -1 | 1) => {
          const next = value === null ? START[setting] : thirds[at + by];
          return next === undefined ? null : () => turn(setting, next);
        };
        return (
          <View key={setting} style={styles.dial}>
            <View style={styles.name}>
              <Words tone="quiet">{setting === 'iso' ? 'ISO' : 'Aperture'}</Words>
            </View>
            <Stepper
              label={`${settingName(setting)} of ${names.unit(body.id)}`}
              shown={value === null ? '?' : settingValue(setting, value, names)}
              onLess={step(-1)}
              onMore={step(1)}
            />
          </View>
        );
      })}
      <View style={styles.follow}>
        <Choice
          label="Lights"
          options={[
            { value: true, label: 'Powers follow' },
            { value: false, label: 'Powers stay' },
          ]}
          value={follow}
          onChoose={setFollow}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  dials: { gap: space.small, maxWidth: 480 },
  dial: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  name: { width: 100 },
  follow: { paddingTop: space.tiny },
});
