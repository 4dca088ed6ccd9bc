/** What metering found becomes manual power. docs/model.md, Freeze. */
import { frozenPower } from '../exposure/usualCompensation.ts';
import { nearestPower } from '../exposure/powerSteps.ts';
import type { Reading } from '../record/reading.ts';
import type { Body, Light } from '../rig/rig.ts';
import { asMetered, levelByGuideNumber, levelByReading, soloReadings } from './lightLevel.ts';
import type { FieldRef } from '../rig/check.ts';

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
  const exact = frozenPower(metered.stops, full, 0);
  return { exact, power: nearestPower(exact, light.profile.power), metered, unknown: [] };
}
