/** Finds a body's and a light's limit by test frames, each of which halves what is left. docs/model.md, Frame. */
import { answered, foundBy, type Halving, nextTry, startHalving } from '../exposure/halving.ts';
import { shutterMicroseconds, THIRD_LABELS } from '../measure/stops.ts';

export const FINDER_KINDS = ['sync', 'tail'] as const;
/** The fastest shutter a link keeps up with, or the longest delay of a tail. */
export type FinderKind = (typeof FINDER_KINDS)[number];

/** Shutter times a sync limit is looked for between. */
const SLOWEST_SYNC = '1/30';
const FASTEST_SYNC = '1/500';
/** Delays a tail is tried with, in microseconds. */
const TAIL_STEP_US = 100;
const LONGEST_TAIL_US = 4000;

/** From the safest to the boldest: shutter labels, or microseconds. */
export function finderChoices(kind: FinderKind): (string | number)[] {
  if (kind === 'tail')
    return Array.from({ length: LONGEST_TAIL_US / TAIL_STEP_US + 1 }, (_, index) => index * TAIL_STEP_US);
  const [slow, fast] = [SLOWEST_SYNC, FASTEST_SYNC].map(shutterMicroseconds);
  const within = (us: number) => us <= slow! + 1 && us >= fast! - 1;
  return THIRD_LABELS.filter((label) => within(shutterMicroseconds(label))).reverse();
}

/** What one test frame showed. */
export interface FrameSeen {
  /** Place among the choices. */
  tried: number;
  /** Part of it was dark. */
  bar: boolean;
}

export interface FinderState {
  /** What to try next, and its place among the choices; null when it is found. */
  next: string | number | null;
  tried: number | null;
  /** The boldest that came out whole; null while that is open, or where not even the safest does. */
  found: string | number | null;
  /** How many frames it takes from here at most. */
  left: number;
}

export function finderState(kind: FinderKind, seen: readonly FrameSeen[]): FinderState {
  const choices = finderChoices(kind);
  const search = seen.reduce((now, { tried, bar }) => answered(now, tried, bar), startHalving(choices.length));
  const [at, found] = [nextTry(search), foundBy(search)];
  return {
    next: at === null ? null : choices[at]!,
    tried: at,
    found: found === null || found === -1 ? null : choices[found]!,
    left: mostLeft(search),
  };
}

function mostLeft(search: Halving): number {
  const at = nextTry(search);
  if (at === null) return 0;
  return 1 + Math.max(...[true, false].map((bar) => mostLeft(answered(search, at, bar))));
}
