/** From what was seen and answered to what it may be and what to do next. docs/model.md, Diagnosis. */
import type { Check, Done, Incident, PressCheck } from '../record/incident.ts';
import type { Rig } from '../rig/rig.ts';
import {
  answersOf,
  goesWithUnit,
  isAsked,
  keyOf,
  type Possible,
  possibleChecks,
  PRESS_SECONDS,
  provingPress,
  standsAt,
  wrongPresses,
} from './checks.ts';
import { type Evidence, evidenceOf, UNSURE } from './evidence.ts';
import type { Fault } from './fault.ts';
import { symptomOf } from '../verdict/symptom.ts';
import { isRight } from '../verdict/verdict.ts';
import { faultLibrary } from './faultLibrary.ts';
import { nextCheck, searchOf } from './nextCheck.ts';
import { type Reality, type Watched } from './reality.ts';
import { leftOf, parted, type Suspect, suspectsFor } from './suspects.ts';
import { swappedIn } from './swappedIn.ts';
import { clearedBy, type Cleared } from './traced.ts';

/** What it may be, with how likely beside the others, 0 to 1. */
export interface Cause {
  /** None: it is as the plan says. */
  faults: readonly Fault[];
  share: number;
}

/** A check with the answers there are. */
export interface Step {
  check: Check;
  answers: readonly string[];
  seconds: number;
  place: string | null;
}

export interface Diagnosis {
  /** The likeliest first. */
  causes: readonly Cause[];
  /** What to do next; null where no check tells more. */
  next: Step | null;
  /** The press that proves the cure of the one that is left; null while several are, or where nothing is set by hand. */
  cure: { check: Check; seconds: number; place: string | null } | null;
  /** Lights that were wrong and are still to be seen to do as planned, once there is a cure. */
  proofs: number;
  /** The last press fired as planned after the one cause that is left was put right: nothing is left to prove. */
  proven: boolean;
  /** Where all that is left is of one unit: another one in its place, for whoever would rather not look for what it is. */
  swap: Step | null;
  /** With another unit in its place the light does as planned, and what was wrong with this one nobody knows; else null. */
  swapped: string | null;
  /** Units that are sound, and by what. */
  cleared: readonly Cleared[];
  /** Places of what nothing explains, in the order of sightings and then checks: answers to be looked at again. */
  unexplained: readonly number[];
  /** Places of what is something else, to be looked for once this is found. */
  later: readonly number[];
}

export interface DiagnosisInput {
  /** Of the look as planned; the same one again where only answers came, since it remembers what it has simulated. */
  reality: Reality;
  incident: Pick<Incident, 'seen' | 'checks'>;
  /** Causes of this crew's earlier incidents, by their row in the table of weights. */
  found?: ReadonlyMap<string, number>;
  /** Told the share of the work done, 0 to 1. */
  onStep?: (share: number) => void;
}

/** A search at some moment of it. */
export interface Searched extends Omit<DiagnosisInput, 'incident'> {
  all: readonly Evidence[];
  /** How many of the evidence were seen by everybody: the first ones. */
  sightings: number;
  /** Checks nobody could answer. */
  unsure: readonly Check[];
  /** Where somebody stands; null for at the camera. */
  at: string | null;
  /** What has been set by now; left out, what had been when something was answered last. */
  done?: readonly Done[];
}

export const diagnose = ({ incident, ...rest }: DiagnosisInput): Diagnosis =>
  diagnosisOf({
    ...rest,
    all: evidenceOf(incident),
    sightings: incident.seen.length,
    unsure: incident.checks.filter(({ answer }) => answer === UNSURE).map(({ check }) => check),
    at: standsAfter(rest.reality.plan, incident),
  });

const diagnosisOf = (searched: Searched): Diagnosis => concluded(searched, suspicion(searched));

export function concluded(searched: Searched, { left, evidence, later, suspects, misses }: Suspicion): Diagnosis {
  const { reality, at } = searched;
  const causes = causesOf(left);
  const watched = wrongPresses(reality, evidence);
  const checks = left.length === 0 ? [] : openChecks(reality, left, { evidence, unsure: searched.unsure });
  const done = searched.done ?? evidence.at(-1)?.done ?? [];
  const next = causes.length < 2 ? null : nextCheck(searchOf({ reality, left, checks, done }), at);
  const [only] = left;
  const swap = next === null && causes.length > 1 ? swapThatDid(left, evidence) : null;
  const ending = swap
    ? swapEnding(reality, swap, watched, evidence)
    : next === null && only
      ? endingOf(reality, only, watched, evidence)
      : { cure: null, proofs: 0 };
  const { cure } = ending;
  const other =
    next === null ? undefined : checks.find(({ check }) => isAllAt(left, swappedIn(check)) && next.check !== check);
  const proven = cure !== null && ending.proofs === 0 && (causes.length === 1 || swap !== null);
  return {
    causes,
    next: next && stepOf(next),
    cure: cure && { check: cure.check, seconds: cure.seconds, place: cure.place },
    proofs: ending.proofs,
    proven,
    swap: other ? stepOf(other) : null,
    swapped: swap && swappedIn(swap),
    cleared: clearedBy(suspects, evidence, watched),
    unexplained: misses,
    later,
  };
}

const stepOf = (one: Possible): Step => ({
  check: one.check,
  answers: answersOf(one),
  seconds: one.seconds,
  place: one.place,
});

/** What is still suspected, with all there was to suspect. */
export interface Suspicion {
  left: readonly Suspect[];
  suspects: readonly Suspect[];
  evidence: readonly Evidence[];
  later: readonly number[];
  /** Places of what the likeliest does not reproduce. */
  misses: readonly number[];
}

const libraries = new WeakMap<Reality, { found: Searched['found']; library: readonly Fault[] }>();

/** Listed once for a search, and not again for each of its answers: what was simulated of a fault is found by the fault itself. */
function libraryOf(reality: Reality, found: Searched['found']): readonly Fault[] {
  const known = libraries.get(reality);
  if (known && known.found === found) return known.library;
  const library = faultLibrary(reality.plan, found);
  libraries.set(reality, { found, library });
  return library;
}

export function suspicion({ reality, all, sightings, found, onStep }: Searched): Suspicion {
  const library = libraryOf(reality, found);
  const together = suspectsFor(reality, library, all, onStep);
  const { evidence, later } = parted(reality, together, all);
  const suspects = later.length === 0 ? together : suspectsFor(reality, library, evidence, onStep);
  const least = leftOf(suspects, sightings);
  // What everybody saw is not argued away: where nothing does it, that is what is said.
  const isUnexplained = least.every(({ misses }) => misses.some((index) => index < sightings));
  const misses = [...new Set(least[0]?.misses ?? [])];
  return { left: isUnexplained ? [] : least, suspects, evidence, later, misses };
}

/** The press still to be made for the proof; none where every light that was wrong was seen to do as planned since. */
function endingOf(
  reality: Reality,
  only: Suspect,
  watched: readonly Watched[],
  evidence: readonly Evidence[],
): { cure: Possible | null; proofs: number } {
  const cure = provingPress(reality, only, watched);
  if (cure?.check.kind !== 'press') return { cure: null, proofs: 0 };
  const open = unproven(reality, cure.check.done, watched, evidence);
  const next = open.length === 0 ? null : provingPress(reality, only, open);
  return { cure: next ?? cure, proofs: open.length };
}

/** The press that fired with another unit in one's place, where all that is left to suspect went with that one. */
function swapThatDid(left: readonly Suspect[], evidence: readonly Evidence[]): PressCheck | null {
  const fired = evidence.flatMap(({ check, answer }) => (check.kind === 'press' && answer === 'fires' ? [check] : []));
  const isGone = left.every(({ faults }) => faults.every(({ field }) => goesWithUnit(field)));
  return isGone ? (fired.findLast((check) => isAllAt(left, swappedIn(check))) ?? null) : null;
}

/** Whether all that is suspected is of one unit. */
const isAllAt = (left: readonly Suspect[], unit: string | null): boolean =>
  unit !== null && left.every(({ faults }) => faults.length > 0 && faults.every((one) => one.unit === unit));

/** The other unit stays in; each light that was wrong is still to be seen. */
function swapEnding(
  reality: Reality,
  swap: PressCheck,
  watched: readonly Watched[],
  evidence: readonly Evidence[],
): { cure: Possible; proofs: number } {
  const open = unproven(reality, swap.done, watched, evidence);
  const check: PressCheck = open[0] ? { ...swap, ...open[0] } : swap;
  return { cure: { check, seconds: PRESS_SECONDS, place: null, ends: null }, proofs: open.length };
}

/** Of what was seen to be wrong, what has not been seen to be as planned since these were put right. */
const unproven = (
  reality: Reality,
  cures: readonly Done[],
  watched: readonly Watched[],
  evidence: readonly Evidence[],
): Watched[] =>
  watched.filter(
    ({ light, body }) =>
      !evidence.some(({ isCheck, check, answer, done }) => {
        if (!isCheck || check.kind !== 'press' || check.light !== light || check.body !== body) return false;
        const planned = reality.verdict([], check);
        const isAsPlanned = planned !== null && isRight(planned) && symptomOf(planned) === answer;
        return isAsPlanned && cures.every((cure) => done.some((one) => keyOfDone(one) === keyOfDone(cure)));
      }),
  );

const keyOfDone = ({ unit, setting, to }: Done): string => JSON.stringify([unit, setting, to]);

/** Not what was asked before, answered or not. */
function openChecks(
  reality: Reality,
  left: readonly Suspect[],
  { evidence, unsure }: { evidence: readonly Evidence[]; unsure: readonly Check[] },
): Possible[] {
  const asked = new Set(unsure.map(keyOf));
  return possibleChecks(reality, left, evidence).filter(({ check }) => !asked.has(keyOf(check)));
}

/** Where the last check left somebody: at the unit, or after a press at the camera. */
export function standsAfter(rig: Rig, { checks }: Pick<Incident, 'checks'>): string | null {
  const last = checks.at(-1)?.check;
  return last && last.kind !== 'press' && !isAsked(last) ? standsAt(rig, last.unit) : null;
}

export function causesOf(left: readonly Suspect[]): Cause[] {
  const total = left.reduce((sum, { weight }) => sum + weight, 0);
  const byCause = new Map<string, Cause>();
  for (const { cause, faults, weight } of left) {
    const known = byCause.get(cause);
    const share = (known?.share ?? 0) + weight / total;
    byCause.set(cause, { faults: known?.faults ?? faults, share });
  }
  return [...byCause.values()].sort((a, b) => b.share - a.share);
}
