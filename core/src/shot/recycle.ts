/** How soon a flash can fire again. */
import { type FieldRef, missing } from '../rig/check.ts';
import type { Light } from '../rig/rig.ts';

/** How many times as long a set of cells takes to charge a flash as a fresh one, by what somebody noted. */
export const COLD_CELLS_FACTOR = 1.5;
export const LOW_CELLS_FACTOR = 2;
export const NEARLY_EMPTY_FACTOR = 3;

const FACTORS: Readonly<Record<string, number>> = {
  cold: COLD_CELLS_FACTOR,
  low: LOW_CELLS_FACTOR,
  'nearly empty': NEARLY_EMPTY_FACTOR,
};

export const cellsFactor = (light: Light): number => FACTORS[light.settings.cells ?? ''] ?? 1;

export interface Recycle {
  /** Seconds, between bounds: apart while the power is left to metering; null where nothing is recorded. */
  least: number | null;
  most: number | null;
  unknown: readonly FieldRef[];
}

/**
 * Seconds from one pop to the next. The energy of a pop is 2^p of full, and so is the time to make
 * it up, but no less than the stated time at the lowest power.
 * @param power stops below full; null while metering decides, which may ask for full power.
 */
export function recycleSeconds(light: Light, power: number | null): Recycle {
  const { full, floor } = light.profile.recycle ?? {};
  const factor = cellsFactor(light);
  const unknown = missing(
    [light.id, 'profile.recycle.full', full],
    ...(floor == null ? [[light.id, 'profile.recycle.floor', floor] as const] : []),
  );
  if (full == null || floor == null) return { least: null, most: null, unknown };
  if (power === null) return { least: floor * factor, most: full * factor, unknown: [] };
  const seconds = Math.max(floor, full * 2 ** power) * factor;
  return { least: seconds, most: seconds, unknown: [] };
}

/**
 * The first frame of a burst a flash misses, counted from 1; null when it keeps up. It starts charged; a pop at p stops
 * takes 2^p of its charge, and what it takes to charge from empty at full power makes it up between.
 * @param power stops below full; null while metering decides, which may ask for full power.
 * @param fullSeconds from empty to charged.
 */
export function firstMissed(power: number | null, fullSeconds: number, between: number, frames: number): number | null {
  const pop = 2 ** (power ?? 0);
  let charge = 1;
  for (let frame = 1; frame <= frames; frame++) {
    if (charge < pop - 1e-9) return frame;
    charge = Math.min(1, charge - pop + between / fullSeconds);
  }
  return null;
}

/** Pops at one power a head bears in a row; null where nobody recorded it. */
export const popsBorne = ({ profile }: Light, power: number | null): number | null =>
  profile.heat?.fullPops == null ? null : Math.floor(profile.heat.fullPops / 2 ** (power ?? 0) + 1e-9);

/**
 * The frame at which a burst has made a head hot enough to rest, counted from 1; null when it does not, or nobody recorded
 * it. Only pops that come closer together than the head would rest are in a row.
 */
export function firstTooHot(light: Light, power: number | null, frames: number, between = 0): number | null {
  const most = popsBorne(light, power);
  if (most === null) return null;
  const rest = light.profile.heat?.restSeconds;
  if (rest != null && most * between >= rest) return null;
  return most < frames ? most + 1 : null;
}
