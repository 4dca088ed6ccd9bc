/**
 * What a row of frames takes of one light: its cells, its time, its pauses. Worked out by stretches in which the pace grows
 * evenly, not frame by frame. docs/model.md, Energy of an evening.
 */
import { LOW_CELLS_FACTOR, NEARLY_EMPTY_FACTOR } from '../shot/recycle.ts';

/** Shares of a set of cells at which they count as low, nearly empty, and from which on they begin to sag. */
export const SAGS_BELOW = 0.5;
export const LOW_CHARGE = 0.2;
export const NEARLY_EMPTY_CHARGE = 0.05;

/** How many times as long a flash takes to charge, by what is left in its cells; straight between these. */
const SAG: readonly (readonly [charge: number, factor: number])[] = [
  [1, 1],
  [SAGS_BELOW, 1],
  [LOW_CHARGE, LOW_CELLS_FACTOR],
  [NEARLY_EMPTY_CHARGE, NEARLY_EMPTY_FACTOR],
  [0, NEARLY_EMPTY_FACTOR],
];

/** @param charge share of a set that is left, 0 to 1. */
export function sagFactor(charge: number): number {
  const at = Math.max(
    1,
    SAG.findIndex(([from]) => charge >= from),
  );
  const [[above, low], [below, high]] = [SAG[at - 1]!, SAG[at]!];
  return low + ((high - low) * (above - charge)) / (above - below);
}

/** A row of equal frames of one light; in stroboscopic fire the pops of a frame count together. */
export interface Row {
  frames: number;
  /** Share of a set a frame takes; 0 on mains. */
  each: number;
  /** Seconds to charge again with fresh cells; 0 where nobody recorded it. */
  recycle: number;
  /** Seconds from frame to frame as they are wanted; 0 for as fast as it goes. */
  between: number;
  /** Frames in a row the head bears, and how long it rests then; null where it need not, or nobody recorded it. */
  heat: { frames: number; restSeconds: number } | null;
}

export interface Discharge {
  /** Share of a set left at the end. */
  left: number;
  /** Sets put in on the way, each before which frame, counted from 1. */
  swaps: readonly number[];
  /** Seconds for all of it, pauses among them, swaps not. */
  seconds: number;
  pauses: number;
  /** The first frame it is late for, counted from 1; null where it keeps up. */
  slowFrom: number | null;
  /** The longest it takes to charge. */
  slowest: number;
}

/** Rounding of shares: a set is not empty for a billionth. */
const SHARE_SLACK = 1e-9;

/** @param charge share of a set in it at the start. */
export function discharge(row: Row, charge: number): Discharge {
  const { each, recycle } = row;
  const swaps: number[] = [];
  let [left, done, seconds, pauses] = [charge, 0, 0, 0];
  let [slowFrom, slowest]: [number | null, number] = [null, 0];
  while (done < row.frames) {
    if (each > 0 && left < each - SHARE_SLACK) {
      // Meanwhile the head rests too.
      swaps.push(done + 1);
      left = 1;
    }
    const lasts = each === 0 ? Infinity : Math.max(1, Math.floor((left + SHARE_SLACK) / each));
    const frames = Math.min(row.frames - done, lasts);
    const stretch = rested(row, left, frames);
    seconds += stretch.seconds;
    pauses += stretch.pauses;
    const late = firstSlow(row, left, frames);
    if (late !== null) slowFrom ??= done + late;
    left -= frames * each;
    slowest = Math.max(slowest, recycle * sagFactor(Math.max(0, left)));
    done += frames;
  }
  return { left: Math.max(0, left), swaps, seconds, pauses, slowFrom, slowest };
}

/** The pause after each row the head does not bear: pops in a row are those within the time it would rest. */
function rested(row: Row, charge: number, pops: number): { seconds: number; pauses: number } {
  const { heat, each } = row;
  let [done, seconds, pauses] = [0, 0, 0];
  while (heat && pops - done > heat.frames) {
    const hot = secondsFor(row, charge - done * each, heat.frames);
    // It only gets slower from here.
    if (hot >= heat.restSeconds) break;
    seconds += hot + heat.restSeconds;
    pauses++;
    done += heat.frames;
  }
  return { seconds: seconds + secondsFor(row, charge - done * each, pops - done), pauses };
}

/** Seconds from the first of so many pops to the one after the last. */
export function secondsFor(row: Row, charge: number, pops: number): number {
  const { each, recycle, between } = row;
  if (each === 0) return pops * Math.max(between, recycle);
  let [seconds, done] = [0, 0];
  for (const end of stretchEnds(row)) {
    if (done >= pops) break;
    // The pops after which the charge is at or above the end of this stretch.
    const inside = Math.min(pops - done, Math.max(0, Math.floor((charge - end) / each - done + SHARE_SLACK)));
    if (inside === 0) continue;
    const [first, last] = [done + 1, done + inside].map((pop) => secondsAfter(recycle, between, charge - pop * each));
    seconds += (inside * (first! + last!)) / 2;
    done += inside;
  }
  return seconds + (pops - done) * secondsAfter(recycle, between, 0);
}

const secondsAfter = (recycle: number, between: number, charge: number): number =>
  Math.max(between, recycle * sagFactor(Math.max(0, charge)));

/** Charges between which the pace grows evenly, highest first: where cells sag, and where that begins to count. */
function stretchEnds({ recycle, between }: Row): number[] {
  const kink = recycle > 0 ? chargeAtFactor(between / recycle) : null;
  const ends = SAG.slice(1).map(([charge]) => charge);
  return [...ends, ...(kink === null ? [] : [kink])].sort((a, b) => b - a);
}

/** The charge at which charging takes so many times as long as fresh; null where that is never. */
function chargeAtFactor(factor: number): number | null {
  for (let at = 1; at < SAG.length; at++) {
    const [[above, low], [below, high]] = [SAG[at - 1]!, SAG[at]!];
    if (high > low && factor >= low && factor < high) return above - ((factor - low) / (high - low)) * (above - below);
  }
  return null;
}

/** The first pop after which it is not charged in time for the next, by what is left then; null where there is none. */
function firstSlow({ each, recycle, between }: Row, charge: number, pops: number): number | null {
  if (between === 0 || recycle === 0 || pops < 2) return null;
  if (recycle > between + SHARE_SLACK) return 2;
  const kink = chargeAtFactor(between / recycle);
  if (kink === null || each === 0) return null;
  const kept = Math.max(0, Math.floor((charge - kink) / each + SHARE_SLACK));
  return kept + 2 <= pops ? kept + 2 : null;
}
