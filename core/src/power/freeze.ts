/** What metering found becomes manual power. docs/model.md, Freeze. */
import { frozenPower } from '../exposure/usualCompensation.ts';
import { nearestPower } from '../exposure/powerSteps.ts';
import type { Reading } from '../record/reading.ts';
import { type Change, isNoChange } from '../record/change.ts';
import { groupPath, readSetting, type SettingPath, type SettingValue } from '../record/settings.ts';
import type { Body, Light, Placed, Rig } from '../rig/rig.ts';
import { asMetered, levelByGuideNumber, levelByReading, soloReadings } from './lightLevel.ts';
import type { FieldRef } from '../rig/check.ts';
import { setFrom } from './lightPower.ts';
import { dialStopOf } from './realLight.ts';

export interface Frozen {
  /** What it gave under metering, in stops below full, before rounding; null where nobody can say. */
  exact: number | null;
  /** The nearest power it can be set to. */
  power: number | null;
  /** The reading under metering. */
  metered: Reading | null;
  unknown: readonly FieldRef[];
}

/**
 * From a reading of the light alone under metering, and what it would read at a known power: an earlier reading, or its
 * guide number.
 */
export function frozen(light: Light, body: Body, readings: readonly Reading[]): Frozen {
  const solo = soloReadings(readings, light.id);
  const metered = solo.find(({ lights }) => lights[light.id]!.power == null) ?? null;
  if (!metered) return { exact: null, power: null, metered, unknown: [] };
  const asThen = { ...asMetered({ light, body, train: false }, metered), power: 0 };
  const known = solo.find(({ lights }) => lights[light.id]!.power != null);
  const { stops: full, unknown } = known ? levelByReading(asThen, known) : levelByGuideNumber(asThen);
  if (full === null) return { exact: null, power: null, metered, unknown };
  const exact = frozenPower(metered.stops, full, dialStopOf(light));
  return { exact, power: nearestPower(exact, light.profile.power), metered, unknown: [] };
}

/** Manual at that power, on the light and on every sender that sets it; compensation has done its part. */
export function freezeChanges(rig: Rig, light: Light, power: number): Change[] {
  const change = ({ id, settings }: Placed, setting: SettingPath, to: SettingValue): Change => ({
    unit: id,
    setting,
    from: readSetting(settings, setting),
    to,
  });
  const from = setFrom(rig, light);
  const { senders, letter } = from.kind === 'sender' ? from : { senders: [], letter: null };
  return [
    change(light, 'mode', 'manual'),
    change(light, 'power', power),
    change(light, 'compensation', null),
    ...senders.flatMap((sender) =>
      letter === null
        ? []
        : [change(sender, groupPath(letter, 'mode'), 'manual'), change(sender, groupPath(letter, 'power'), power)],
    ),
  ].filter((one) => !isNoChange(one));
}
