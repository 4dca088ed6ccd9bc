import type { LightPower } from '@ergon/core/power/lightPower';
import { type Mode, MODES } from '@ergon/core/record/settingTerms';
import type { PlainSetting, SettingValue } from '@ergon/core/record/settings';
import type { Light } from '@ergon/core/rig/rig';
import { listed, settingName, wordFor } from '@ergon/core/words/settingWords';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Stepper } from '../components/Stepper';
import { Words } from '../components/Words';
import { ON_OFF } from '../editing/field';
import { useEdit } from '../editing/editing';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { FooledBy } from './FooledBy';

interface ChosenLightsProps {
  judged: JudgedLook;
  powers: readonly LightPower[];
  /** What is tried; null where nothing is. */
  mode: Mode | null;
  onMode: (mode: Mode | null) => void;
}

/** What several lights are set to at once, beside their power. */
export function ChosenLights({ judged, powers, mode, onMode }: ChosenLightsProps) {
  const { names } = useRig();
  const look = judged.look.id;
  const lights = powers.map(({ light }) => light);
  const who = listed(
    lights.map(({ id }) => id),
    names,
  );
  const now = sameOf(powers.map((power) => power.mode));
  return (
    <View role="group" aria-label={who} style={styles.chosen}>
      <Words as="heading" level={2}>
        {who}
      </Words>
      <Row name="Mode">
        <Choice
          label={`Mode of ${who}`}
          options={MODES.filter((one) => one !== 'multi' || now === 'multi').map((value) => ({
            value,
            label: wordFor(value),
          }))}
          value={mode ?? now}
          onChoose={(value) => onMode(value === now ? null : value)}
        />
      </Row>
      {now === 'ttl' && <FooledBy judged={judged} powers={powers} />}
      <Switched look={look} lights={lights.filter(({ profile }) => profile.beeper !== false)} setting="beep" />
      <Switched look={look} lights={lights.filter(({ profile }) => profile.modelling === true)} setting="modelling" />
      <Zoom look={look} lights={lights} />
    </View>
  );
}

const sameOf = <T,>(values: readonly T[]): T | null =>
  values.length > 0 && values.every((value) => value === values[0]) ? values[0]! : null;

function useSetAll(look: string, lights: readonly Light[], setting: PlainSetting) {
  const edit = useEdit();
  const { names } = useRig();
  const who = listed(
    lights.map(({ id }) => id),
    names,
  );
  return (to: SettingValue) =>
    edit(
      look,
      lights
        .map(({ id, settings }) => ({ unit: id, setting, from: settings[setting] ?? null, to }))
        .filter(({ from }) => from !== to),
      `${settingName(setting)} of ${who}`,
    );
}

function Switched({
  look,
  lights,
  setting,
}: {
  look: string;
  lights: readonly Light[];
  setting: 'beep' | 'modelling';
}) {
  const set = useSetAll(look, lights, setting);
  if (lights.length === 0) return null;
  return (
    <Row name={settingName(setting)}>
      <Choice
        label={settingName(setting)}
        options={ON_OFF}
        value={sameOf(lights.map(({ settings }) => settings[setting] ?? null))}
        onChoose={set}
      />
    </Row>
  );
}

/** Zooms most heads have, in millimetres. */
const ZOOMS = [24, 28, 35, 50, 70, 85, 105, 135, 200];

/** One zoom for all of them, as far as each of their heads goes. */
function Zoom({ look, lights }: { look: string; lights: readonly Light[] }) {
  const heads = lights.filter(({ profile }) => profile.zoomMm != null);
  const set = useSetAll(look, heads, 'zoomMm');
  if (heads.length === 0) return null;
  const least = Math.max(...heads.map(({ profile }) => profile.zoomMm!.from));
  const most = Math.min(...heads.map(({ profile }) => profile.zoomMm!.to));
  const now = sameOf(heads.map(({ settings }) => settings.zoomMm ?? null));
  const zooms = [...new Set([least, ...ZOOMS.filter((mm) => mm > least && mm < most), most])].filter(
    (mm) => mm <= most,
  );
  const next = (way: -1 | 1): number | undefined => {
    if (now === null) return zooms[0];
    return way === 1 ? zooms.find((mm) => mm > now) : [...zooms].reverse().find((mm) => mm < now);
  };
  const step = (way: -1 | 1) => {
    const mm = next(way);
    return mm === undefined ? null : () => set(mm);
  };
  return (
    <Row name={settingName('zoomMm')}>
      <Stepper
        label={settingName('zoomMm')}
        shown={now === null ? '?' : `${now} mm`}
        onLess={step(-1)}
        onMore={step(1)}
      />
    </Row>
  );
}

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <View style={styles.row}>
      <View style={styles.name}>
        <Words tone="quiet">{`${name.charAt(0).toUpperCase()}${name.slice(1)}`}</Words>
      </View>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  chosen: { gap: space.small, maxWidth: 620 },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  name: { width: 100 },
});
