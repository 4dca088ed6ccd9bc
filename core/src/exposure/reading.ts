/**
 * What a meter says: an f-number a whole stop from the next, and tenths of a stop. docs/model.md, Exposure.
 * In code a reading is stops above f/1: f/11 and 7 tenths is 7.7.
 */
import { FULL_APERTURES } from './aperture.ts';

export interface Shown {
  /** One of FULL_APERTURES. */
  number: number;
  /** 0 to 9. */
  tenths: number;
}

/** Stops of the widest number a meter shows, f/0.7. */
const WIDEST_STOPS = -1;

/** As the meter shows it, to the nearest tenth; null beyond what any meter shows (f/0.7 to f/90 and 9). */
export function shownReading(stops: number): Shown | null {
  const tenths = Math.round(stops * 10) - WIDEST_STOPS * 10;
  const number = FULL_APERTURES[Math.floor(tenths / 10)];
  return number === undefined ? null : { number, tenths: tenths % 10 };
}

/** Stops above f/1. @throws RangeError for a number that is not a whole stop, or tenths that are none. */
export function readingStops({ number, tenths }: Shown): number {
  const full = FULL_APERTURES.indexOf(number);
  if (full === -1) throw new RangeError(`f/${number} is not a whole stop`);
  if (!Number.isInteger(tenths) || tenths < 0 || tenths > 9) throw new RangeError(`${tenths} is not 0 to 9 tenths`);
  return full + WIDEST_STOPS + tenths / 10;
}

/** Several lights that fall on one place: readings add as light, N = sqrt(sum of N^2). @returns -Infinity for none. */
export const sumOfReadings = (readings: readonly number[]): number =>
  Math.log2(readings.reduce((light, stops) => light + 2 ** stops, 0));

/**
 * What is left of a reading of all when some of its light is taken off: what that light alone gives, with `rest` still on.
 * @returns null where the rest is as bright as all, so that nothing can be said of the difference.
 */
export function differenceOfReadings(all: number, rest: number): number | null {
  const light = 2 ** all - 2 ** rest;
  return light > 0 ? Math.log2(light) : null;
}
