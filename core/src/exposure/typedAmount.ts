/** What people type as a distance or as a density. docs/model.md, Exposure. */
import { metresOf } from './guideNumber.ts';
import { stopsOfDensity, stopsOfFactor } from './lightFall.ts';

const number = (text: string): number => Number(text.replace(',', '.'));
const INCHES_PER_FOOT = 12;

/** "3", "3,5 m", "350 cm", "10 ft", "10'6": metres; null for what is no distance. */
export function metresTyped(text: string): number | null {
  const typed = text.trim().toLowerCase();
  const feet = /^(\d+(?:[.,]\d+)?)\s*(?:ft|feet|foot|['’′])\s*(?:(\d+(?:[.,]\d+)?)\s*(?:in|"|”|″)?)?$/.exec(typed);
  if (feet) return metresOf(number(feet[1]!) + (feet[2] === undefined ? 0 : number(feet[2]) / INCHES_PER_FOOT));
  const metric = /^(\d+(?:[.,]\d+)?)\s*(m|cm)?$/.exec(typed);
  return metric ? number(metric[1]!) / (metric[2] === 'cm' ? 100 : 1) : null;
}

/** "2", "2 stops"; the factor on a filter, "×4", "ND 8"; its optical density, "ND 0.9": stops; null for what is none. */
export function densityTyped(text: string): number | null {
  const [, kind = '', written] = /^(×|x|nd)?\s*(\d+(?:[.,]\d+)?)\s*(?:stops?)?$/.exec(text.trim().toLowerCase()) ?? [];
  if (written === undefined) return null;
  if (kind === '') return number(written);
  // An optical density is written with its tenths, a factor never is below 1.
  if (kind === 'nd' && /[.,]/.test(written)) return stopsOfDensity(number(written));
  return number(written) < 1 ? null : stopsOfFactor(number(written));
}
