/** What is seen of a press, and what that says against what was wanted. docs/model.md, Test fires. */
import type { Symptom } from '../record/incidentTerms.ts';
import type { TestResult, Wrong } from '../record/testFire.ts';
import type { ShotRef } from '../shot/lightRun.ts';
import { simulate } from '../shot/simulate.ts';
import type { Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { symptomOf } from '../verdict/symptom.ts';
import { type Verdict, verdictOf } from '../verdict/verdict.ts';
import { soloChanges } from './soloPress.ts';

/** What can be seen of one light: null where the gear cannot say. */
export type Seen = 'fired' | 'dark' | 'early' | 'bar' | null;

export interface Observed {
  light: string;
  seen: Seen;
  /** Power it fired at, in stops below full; null while metered or dark. */
  stops: number | null;
}

/** Nobody who counts lamps looks at how bright they are, nor presses twice. */
function seenOf(verdict: Verdict): Seen {
  if (verdict.verdict === 'unknown') return null;
  const symptom = symptomOf(verdict);
  return symptom === 'dark' || symptom === 'early' || symptom === 'bar' ? symptom : 'fired';
}

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
      const seen = seenOf(verdictOf(alone, pressed, run));
      const hasFired = seen !== 'dark' && seen !== null;
      return { light: run.light.id, seen, stops: hasFired ? (run.delivery?.power ?? null) : null };
    });
}

/** Two powers further apart than this, in stops, are told apart in a picture. */
export const SEEN_STOPS = 0.3;

/** What was seen in the words of an incident; null where nothing was. */
export function symptomSeen({ seen, stops }: Observed, wanted: number | null): Symptom | null {
  if (seen !== 'fired') return seen;
  if (stops === null || wanted === null || Math.abs(stops - wanted) <= SEEN_STOPS) return 'fires';
  return stops > wanted ? 'bright' : 'dim';
}

/** What was seen as a test's result, against the power wanted; null where nothing was seen. */
export function resultOf(observed: Observed, wanted: number | null): { result: TestResult; wrong?: Wrong } | null {
  const symptom = symptomSeen(observed, wanted);
  if (symptom === null) return null;
  if (symptom === 'fires') return { result: 'fired' };
  if (symptom === 'dark') return { result: 'dark' };
  return { result: 'wrong', wrong: symptom === 'early' || symptom === 'bar' ? symptom : 'power' };
}
