/** How soon a flash can fire again. */
import type { Light } from './rig.ts';
import { type FieldRef, missing } from './walk.ts';

/** Cells noted as low: a set near its end needs about twice the time of a fresh one. */
const LOW_CELLS_FACTOR = 2;

export interface Recycle {
  /** Seconds, between bounds: apart while the power is left to metering; null where nothing is recorded. */
  least: number | null;
  most: number | null;
  unknown: readonly FieldRef[];
}

/**
 * Seconds from one pop to the next. The energy of a pop is 2^p of full (handbook 05), and so is the time to make
 * it up, but no less than the stated time at the lowest power.
 * @param power stops below full; null while metering decides, which may ask for full power.
 */
export function recycleSeconds(light: Light, power: number | null): Recycle {
  const { full, floor } = light.profile.recycle ?? {};
  const factor = light.settings.cells === 'low' ? LOW_CELLS_FACTOR : 1;
  const unknown = missing(
    [light.id, 'profile.recycle.full', full],
    ...(floor == null ? [[light.id, 'profile.recycle.floor', floor] as const] : []),
  );
  if (full == null || floor == null) return { least: null, most: null, unknown };
  if (power === null) return { least: floor * factor, most: full * factor, unknown: [] };
  const seconds = Math.max(floor, full * 2 ** power) * factor;
  return { least: seconds, most: seconds, unknown: [] };
}
