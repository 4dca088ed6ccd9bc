/** F-numbers. docs/model.md, Exposure: f/N lets through 1/N^2, so k stops from f/1 is N = 2^(k/2). */
import { dialOf } from './dial.ts';

// prettier-ignore
const THIRDS = [
  0.7, 0.8, 0.9, 1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11, 13, 14,
  16, 18, 20, 22, 25, 29, 32, 36, 40, 45, 51, 57, 64, 72, 80, 90,
];

// prettier-ignore
const HALVES = {
  1.7: 1.5, 2.4: 2.5, 3.3: 3.5, 4.8: 4.5, 6.7: 5.5, 9.5: 6.5, 19: 8.5, 27: 9.5, 38: 10.5, 54: 11.5, 76: 12.5,
};

/** Stops of an f-number are counted from f/1: f/11 is 7. */
export const apertures = dialOf('f-number', THIRDS, -1, HALVES);

/** Every f-number a lens can show, widest first. */
export const APERTURE_LABELS: readonly number[] = [...THIRDS, ...Object.keys(HALVES).map(Number)].sort((a, b) => a - b);

/** F-numbers a whole stop apart, from f/0.7 (-1 stop). */
export const FULL_APERTURES: readonly number[] = THIRDS.filter((_, index) => index % 3 === 0);

/** The exact number behind so many stops above f/1: 7 stops is 11.31. */
export const fNumber = (stops: number): number => 2 ** (stops / 2);

/** Stops above f/1 of an exact f-number, over 0. */
export const stopsOfNumber = (number: number): number => 2 * Math.log2(number);
