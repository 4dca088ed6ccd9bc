/** The lighting ratio of a look, as aims of its key and fill. docs/model.md, Balance. */
import type { RatioSchool } from '../exposure/ratio.ts';
import { type Change, isNoChange } from '../record/change.ts';
import type { Light } from '../rig/rig.ts';
import { fillAimOf, isFill, isKey } from './aims.ts';
import { aimOf } from './lightLevel.ts';
import { SAME_STOPS } from './powerPlan.ts';

interface RatioParts {
  keys: readonly Light[];
  fills: readonly Light[];
}

/** The lights a ratio is of, by what they are for; null where one of the two is missing. */
export function ratioParts(lights: readonly Light[]): RatioParts | null {
  const keys = lights.filter(({ settings }) => isKey(settings.purpose));
  const fills = lights.filter(({ settings }) => isFill(settings.purpose));
  return keys.length === 0 || fills.length === 0 ? null : { keys, fills };
}

/** Stops the fill is aimed below the key, each metered alone; null where several are aimed differently. */
export function aimedRatio({ keys, fills }: RatioParts): number | null {
  const [key, fill] = [sameAim(keys), sameAim(fills)];
  return key === null || fill === null ? null : key - fill;
}

function sameAim(lights: readonly Light[]): number | null {
  const [first, ...others] = lights.map(aimOf);
  return first != null && others.every((aim) => aim !== null && Math.abs(aim - first) < SAME_STOPS) ? first : null;
}

/** Every fill is aimed so far below the brightest key; the keys stay. @returns null where no fill gives that ratio. */
export function ratioChanges({ keys, fills }: RatioParts, ratio: number, school: RatioSchool): Change[] | null {
  const below = fillAimOf(ratio, school);
  if (below === null) return null;
  const to = Math.max(...keys.map((key) => aimOf(key)!)) + below;
  return fills
    .map(({ id, settings }): Change => ({ unit: id, setting: 'aim', from: settings.aim ?? null, to }))
    .filter((change) => !isNoChange(change));
}
