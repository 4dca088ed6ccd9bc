/** What is seen of a press, and what that says against what was wanted. docs/model.md, Test fires. */
import type { TestResult, Wrong } from '../record/testFire.ts';
import type { ShotRef } from '../shot/lightRun.ts';
import { simulate } from '../shot/simulate.ts';
import type { Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { type VerdictName, verdictOf } from '../verdict/verdict.ts';
import { soloChanges } from './soloPress.ts';

/** What can be seen of one light: null where the gear cannot say. */
export type Seen = 'fired' | 'dark' | 'early' | 'bar' | null;

export interface Observed {
  light: string;
  seen: Seen;
  /** Power it fired at, in stops below full; null while metered or dark. */
  stops: number | null;
}

const SEEN: Readonly<Record<VerdictName, Seen>> = {
  'in-sync': 'fired',
  dark: 'dark',
  partial: 'bar',
  early: 'early',
  late: 'early',
  silent: 'dark',
  'not-ready': 'dark',
  'wrong-power': 'fired',
  unmetered: 'fired',
  stray: 'fired',
  unreliable: 'fired',
  unknown: null,
};

/**
 * What every light of ours does when gear that is set as this rig is pressed, one letter alone or all together.
 * @returns nothing where the look has no such body.
 */
export function observe(rig: Rig, shot: ShotRef, letter: string | null): Observed[] {
  const alone = withRigChanges(rig, soloChanges(rig, letter));
  const body = alone.bodies.find(({ id }) => id === shot.body);
  if (!body) return [];
  const pressed = simulate(alone, body, { attitude: shot.attitude });
  return [...pressed.runs.values()]
    .filter(({ light }) => !alone.strangers.has(light.id))
    .map((run): Observed => {
      const seen = SEEN[verdictOf(alone, pressed, run).verdict];
      const hasFired = seen !== 'dark' && seen !== null;
      return { light: run.light.id, seen, stops: hasFired ? (run.delivery?.power ?? null) : null };
    });
}

/** Two powers further apart than this, in stops, are told apart in a picture. */
export const SEEN_STOPS = 0.3;

/** What was seen as a test's result, against the power wanted; null where nothing was seen. */
export function resultOf(
  { seen, stops }: Observed,
  wanted: number | null,
): { result: TestResult; wrong?: Wrong } | null {
  if (seen === null) return null;
  if (seen === 'dark') return { result: 'dark' };
  if (seen === 'early' || seen === 'bar') return { result: 'wrong', wrong: seen };
  const isOff = stops !== null && wanted !== null && Math.abs(stops - wanted) > SEEN_STOPS;
  return isOff ? { result: 'wrong', wrong: 'power' } : { result: 'fired' };
}
