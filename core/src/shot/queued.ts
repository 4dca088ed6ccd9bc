/** What waits in the queue of a shot: a light told to fire, or a pulse about to be seen; and how often either comes. */
import type { SignalPath } from '../path/signalPath.ts';
import { faultFor, type FieldRef } from '../rig/check.ts';
import type { LightRun } from './lightRun.ts';
import type { PulseKind } from './timeline.ts';

export type Queued =
  | {
      kind: 'trigger';
      light: string;
      pulse: PulseKind;
      cause: string;
      certain: boolean;
      /** What decides whether it comes, where that is not certain. */
      unknown: readonly FieldRef[];
      train?: boolean;
      tail?: boolean;
      answers?: PulseKind;
      answersTrain?: boolean;
      odds: Odds;
    }
  | {
      kind: 'pulse';
      light: string;
      pulse: PulseKind;
      certain: boolean;
      unknown: readonly FieldRef[];
      train?: boolean;
      odds: Odds;
    };
export type Trigger = Extract<Queued, { kind: 'trigger' }>;
export type Pulse = Extract<Queued, { kind: 'pulse' }>;

/** In how many of the shots a signal comes, and what makes that less than all. */
export type Odds = Pick<LightRun, 'chance' | 'doubt'>;
export const ALWAYS: Odds = { chance: 1, doubt: null };

/** In how many of the shots one or the other comes, taking them to fail independently; null where nobody can say. */
export function inEither(a: number | null, b: number | null): number | null {
  if (a === 1 || b === 1) return 1;
  return a === null || b === null ? null : 1 - (1 - a) * (1 - b);
}

/** What thins a path out, as a fault of it. */
export function oddsOf(path: SignalPath, light: string): Odds {
  if (path.chance === 1) return ALWAYS;
  return { chance: path.chance, doubt: faultFor(light, path.thinnest!) };
}

/** Both must come about; the first to be in doubt is named. */
export const together = (first: Odds, then: Odds): Odds => ({
  chance: first.chance === null || then.chance === null ? null : first.chance * then.chance,
  doubt: first.doubt ?? then.doubt,
});

export const possible = (certain: boolean): { possible?: true } => (certain ? {} : { possible: true });
