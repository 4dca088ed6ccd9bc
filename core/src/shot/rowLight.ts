/** What the rows of a frame get of a pulse that takes its time docs/model.md, Frame. */
import { caughtShare } from './pulseShape.ts';

/** Rows a frame is told in, from the one that opens first to the one that opens last. */
export const ROWS = 24;

/** A row that gets less than this of the pulse counts as dark: five stops below the others. */
export const DARK_STOPS = -5;

export interface RowLight {
  /** Stops each row gets below one that takes the whole pulse; -Infinity where nothing comes. Row 0 opens first. */
  rows: readonly number[];
  /** Stops of the brightest row, and of the mean of all the light that falls on the frame. */
  best: number;
  mean: number;
  /** Share of the rows that count as dark against the best, 0 to 1, and the side they lie on. */
  dark: number;
  darkEdge: 'lower' | 'upper' | null;
  /** The worst lit row below the best, in stops. */
  gradient: number;
}

/**
 * Of several equal pulses each row has its share of all of them.
 * Row y in [0,1] is open from y*tau to y*tau + t; the middle of each band stands for it. Times in microseconds.
 */
export function rowLight(
  tauUs: number,
  openUs: number,
  atUs: number | readonly number[],
  decayUs: number | null,
): RowLight {
  const pulses = typeof atUs === 'number' ? [atUs] : atUs;
  const rows: number[] = [];
  let [sum, best] = [0, -Infinity];
  // Written out: it is asked for every light of every shot.
  for (let row = 0; row < ROWS; row++) {
    const opens = ((row + 0.5) / ROWS) * tauUs;
    let share = 0;
    for (const at of pulses) share += caughtShare(at, decayUs, opens, opens + openUs);
    share /= pulses.length;
    sum += share;
    const stops = Math.log2(share);
    rows.push(stops);
    if (stops > best) best = stops;
  }
  const isDark = (stops: number) => best === -Infinity || stops - best <= DARK_STOPS;
  let [lit, worst] = [0, best];
  for (const stops of rows) {
    if (isDark(stops)) continue;
    lit++;
    if (stops < worst) worst = stops;
  }
  const dark = (ROWS - lit) / ROWS;
  return {
    rows,
    best,
    mean: Math.log2(sum / ROWS),
    dark,
    // The rows that open first are the lower edge of the picture: the lens turns it upside down.
    darkEdge: dark === 0 ? null : isDark(rows[0]!) ? 'lower' : 'upper',
    gradient: lit === 0 ? 0 : best - worst,
  };
}
