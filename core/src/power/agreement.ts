/** Whether readings of one light agree with what was set between them, and why not. docs/model.md, Readings. */
import { guideNumberAt } from '../exposure/guideNumber.ts';
import { timesAsFar } from '../exposure/lightFall.ts';
import type { Reading } from '../record/reading.ts';
import type { Light } from '../rig/rig.ts';
import type { FieldRef } from '../rig/check.ts';
import { AGREE_STOPS, asMetered, levelByReading, type Lit, soloReadings } from './lightLevel.ts';
import { foundDialStop } from './measured.ts';
import { dialStopOf, guideNumbersOf } from './realLight.ts';

/** Explanations further than this from what was read, in stops, are none. */
export const EXPLAINS_STOPS = 0.15;

/** `distance` explains anything; the others only what fits them. */
export type Why =
  | { why: 'power'; steps: number }
  | { why: 'density'; stops: number }
  | { why: 'zoom'; mm: number }
  /** A stop on its dial is so many stops of light. */
  | { why: 'dial'; stops: number }
  | { why: 'cells' }
  | { why: 'distance'; metres: number | null; times: number };

export interface Agreement {
  light: string;
  earlier: Reading;
  later: Reading;
  /** Read less expected, in stops; null where that cannot be said. */
  off: number | null;
  unknown: readonly FieldRef[];
  /** Likeliest first; empty where they agree. */
  whys: readonly Why[];
}

/** The last two readings of a light alone at one place; null where there are not two. */
export function agreementOf(lit: Omit<Lit, 'power'>, readings: readonly Reading[]): Agreement | null {
  const { light } = lit;
  const [later, ...rest] = soloReadings(readings, light.id);
  const earlier = rest.find(({ place }) => (place ?? null) === (later?.place ?? null));
  if (!later || !earlier) return null;
  const between = (off: number | null, unknown: readonly FieldRef[], whys: readonly Why[]): Agreement => ({
    light: light.id,
    earlier,
    later,
    off,
    unknown,
    whys,
  });
  const then = asMetered(lit, later);
  const { stops, unknown } = levelByReading(then, earlier);
  if (stops === null) return between(null, unknown, []);
  const off = later.stops - stops;
  if (Math.abs(off) <= AGREE_STOPS) return between(off, [], []);
  const turned = later.lights[light.id]!.power! - earlier.lights[light.id]!.power!;
  return between(off, [], likeliest(then.light, off, dialWhy(lit, readings, off, turned)));
}

/** Its dial, where that explains as much by what was turned between them. */
function dialWhy(
  { light, body }: Omit<Lit, 'power'>,
  readings: readonly Reading[],
  off: number,
  turned: number,
): Why[] {
  const dial = foundDialStop(light, body, readings);
  const explained = dial && (dial.stops - dialStopOf(light)) * turned;
  return explained !== null && Math.abs(off - explained) <= EXPLAINS_STOPS ? [{ why: 'dial', stops: dial!.stops }] : [];
}

/** What would read so, in the order of how often it is that; where the stops fit several, all of them. */
function likeliest(light: Light, off: number, dial: readonly Why[]): Why[] {
  const { settings } = light;
  const numbers = guideNumbersOf(light);
  const fits = (stops: number) => Math.abs(off - stops) <= EXPLAINS_STOPS;
  const whys: Why[] = [];
  const whole = Math.round(off);
  // A knob is turned by whole stops, or was left where it stood.
  const steps = Math.round(off / dialStopOf(light));
  if (steps !== 0 && fits(steps * dialStopOf(light)) && canStand(light, steps)) whys.push({ why: 'power', steps });
  const density = settings.densityLoss ?? 0;
  if (density > 0 && fits(density)) whys.push({ why: 'density', stops: density });
  if (whole < 0 && whole >= -MOST_DENSITY && fits(whole)) whys.push({ why: 'density', stops: whole });
  const now = guideNumberAt(numbers, settings.zoomMm ?? null);
  for (const { zoomMm, metres } of numbers) {
    if (now !== null && zoomMm != null && zoomMm !== settings.zoomMm && fits(2 * Math.log2(metres / now)))
      whys.push({ why: 'zoom', mm: zoomMm });
  }
  whys.push(...dial);
  if (off < 0) whys.push({ why: 'cells' });
  const times = timesAsFar(off);
  whys.push({ why: 'distance', metres: settings.subjectM == null ? null : settings.subjectM * times, times });
  return whys;
}

/** The darkest filter anybody puts in front of a flash, in stops. */
const MOST_DENSITY = 4;

const canStand = ({ settings: { power }, profile }: Light, by: number): boolean =>
  power == null || (power + by <= (profile.power.ceiling ?? 0) && power + by >= (profile.power.floor ?? -Infinity));
