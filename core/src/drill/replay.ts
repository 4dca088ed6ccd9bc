/** What each step of a drill could rule out, what it did, and what would have told more. docs/model.md, Drills. */
import { predicted, walkBetween } from '../diagnose/checks.ts';
import { type Cause, concluded, type Searched, suspicion } from '../diagnose/diagnosis.ts';
import { evidenceOf } from '../diagnose/evidence.ts';
import type { Fault } from '../diagnose/fault.ts';
import { Reality } from '../diagnose/reality.ts';
import type { Suspect } from '../diagnose/suspects.ts';
import type { DrillStep } from '../record/drill.ts';
import type { Check, Sighting } from '../record/incident.ts';
import type { Rig } from '../rig/rig.ts';
import { type AskedOf, Known } from './known.ts';
import { Play, type Played } from './play.ts';

export interface Explained extends Played {
  /** How many causes there were to tell apart before it, and after it; null where nothing explains all that was seen. */
  before: number | null;
  after: number | null;
  /** The likeliest of those after it. */
  likeliest: readonly Cause[];
  /** Of those before, the fewest and the most that its outcomes could have left; null where it asks nothing. */
  could: { least: number; most: number } | null;
  /** What would have told most for its time; null where nothing was left to find out. */
  better: { check: Check; seconds: number } | null;
}

export interface Replaying {
  plan: Rig;
  faults: readonly Fault[];
  seen: readonly Sighting[];
  steps: readonly DrillStep[];
  /** Told the share of the steps explained, 0 to 1. */
  onStep?: (share: number) => void;
}

export function replayOf({ plan, faults, seen, steps, onStep }: Replaying): Explained[] {
  const reality = new Reality(plan);
  const play = new Play(plan, faults);
  const known = new Known(plan, evidenceOf({ seen: [...seen], checks: [] }));
  const standing = (): Standing => {
    const searched = { reality, unsure: [], at: play.at, done: [...known.done] };
    // Where several things are wrong, each press shows what is wrong then.
    const evidence = faults.length === 1 ? { all: known.evidence, sightings: seen.length } : known.now();
    return standingOf({ ...searched, ...evidence });
  };
  let now = standing();
  return steps.map((step, index): Explained => {
    const before = now;
    const asked = known.asks(step);
    const played = play.take(step);
    known.learn(step, played.shown, asked);
    if (step.kind !== 'well') now = standing();
    onStep?.((index + 1) / steps.length);
    const could = before.left.length === 0 || asked.length === 0 ? null : couldLeave(reality, before.left, asked);
    const { count: after, likeliest } = now;
    return { ...played, before: before.count, after, likeliest, could, better: before.better };
  });
}

/** So many causes are named after a step. */
const MOST_CAUSES_SAID = 2;

interface Standing {
  left: readonly Suspect[];
  count: number | null;
  likeliest: readonly Cause[];
  better: Explained['better'];
}

function standingOf(searched: Searched): Standing {
  const suspects = suspicion(searched);
  const { causes, next, cure, proven } = concluded(searched, suspects);
  const step = next ?? (proven ? null : cure);
  const walk = step && walkBetween(searched.reality.plan, searched.at, step.place);
  return {
    left: suspects.left,
    count: causes.length === 0 ? null : causes.length,
    likeliest: causes.slice(0, MOST_CAUSES_SAID),
    better: step && { check: step.check, seconds: step.seconds + walk! },
  };
}

/** Suspects no outcome tells apart stay together. */
function couldLeave(
  reality: Reality,
  left: readonly Suspect[],
  asked: readonly AskedOf[],
): { least: number; most: number } {
  const outcomes = new Map<string, Set<string>>();
  for (const { faults, cause } of left) {
    const said = asked.map(({ check, done }) => predicted(reality, faults, check, done));
    const key = JSON.stringify(said);
    outcomes.set(key, (outcomes.get(key) ?? new Set()).add(cause));
  }
  const sizes = [...outcomes.values()].map(({ size }) => size);
  return { least: Math.min(...sizes), most: Math.max(...sizes) };
}
