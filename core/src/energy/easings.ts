/** The least change with which the lights last an evening. docs/model.md, Energy of an evening. */
import { type Evening, type EveningMoment, eveningOf, holds, type Trial } from './evening.ts';

/** ISO is raised by at most so many thirds: three stops. */
export const MOST_ISO_THIRDS = 9;
/** Another of the same beside it: each gives half. */
const SHARED_STOPS = 1;

export type Easing =
  /** More ISO, and all powers down with it. */
  | { kind: 'iso'; stops: number }
  /** Another of the same in its letter. */
  | { kind: 'second light'; light: string }
  /** A unit with so many stops more energy in its place, at the least. */
  | { kind: 'larger'; light: string; stops: number };

const lasts = (evening: Evening): boolean => evening.lights.every(holds);

/** Nothing where it holds as it is. The first costs least: a dial at the camera; then, light by light, another beside it or other gear. */
export function easingsOf(moments: readonly EveningMoment[]): Easing[] {
  const now = eveningOf(moments);
  const short = now.lights.filter((light) => !holds(light)).map(({ light }) => light);
  if (short.length === 0) return [];
  const tried = (trial: Trial) => eveningOf(moments, trial);
  const easings: Easing[] = [];
  const thirds = firstThird((stops) => lasts(tried({ less: stops })));
  if (thirds !== null) easings.push({ kind: 'iso', stops: thirds });
  for (const light of short) {
    const holdsWith = (less: number) => {
      const of = tried({ of: { light, less } }).lights.find((one) => one.light === light);
      return of !== undefined && holds(of);
    };
    if (holdsWith(SHARED_STOPS)) {
      easings.push({ kind: 'second light', light });
      continue;
    }
    const larger = firstThird(holdsWith);
    if (larger !== null) easings.push({ kind: 'larger', light, stops: larger });
  }
  return easings;
}

function firstThird(does: (stops: number) => boolean): number | null {
  for (let thirds = 1; thirds <= MOST_ISO_THIRDS; thirds++) if (does(thirds / 3)) return thirds / 3;
  return null;
}
