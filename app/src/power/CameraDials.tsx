import { apertures } from '@ergon/core/exposure/aperture';
import { isos } from '@ergon/core/exposure/iso';
import { dialChanges } from '@ergon/core/power/cameraDials';
import { planPowers } from '@ergon/core/power/powerPlan';
import { dialStopOf } from '@ergon/core/power/realLight';
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

/** Aperture and ISO of the camera; the lights stay, or follow, with every other camera, so that all comes out as before. */
export function CameraDials({ judged, body }: CameraDialsProps) {
  const { names } = useRig();
  const edit = useEdit();
  const [follow, setFollow] = useState(true);
  const { rig } = judged.judgement;
  const turn = (setting: 'aperture' | 'iso', to: number) => {
    const from = body.settings[setting] ?? null;
    const label = `${settingName(setting)} of ${names.unit(body.id)}`;
    if (!follow || from === null) return edit(judged.look.id, [{ unit: body.id, setting, from, to }], label);
    const stops = DIALS[setting].stopsOf(to) - DIALS[setting].stopsOf(from);
    const metering = rig.lights.filter(({ settings }) => settings.mode === 'ttl');
    const lights = rig.lights.filter((light) => !metering.includes(light));
    // More ISO takes less light, a smaller opening more.
    const moved = setting === 'iso' ? -stops : stops;
    const asked = new Map(lights.map((light) => [light.id, moved / dialStopOf(light)]));
    edit(judged.look.id, planPowers(judged.judgement, asked, dialChanges(rig, setting, stops)).changes, label);
  };
  return (
    <View style={styles.dials} role="group" aria-label={`Camera ${names.unit(body.id)}`}>
      <Words as="heading" level={2}>
        {names.unit(body.id)}
      </Words>
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
