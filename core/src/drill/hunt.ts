/** A search by the checks that tell most, played against gear with faults in it. docs/model.md, Drills. */
import { walkBetween } from '../diagnose/checks.ts';
import { diagnose, type Diagnosis, standsAfter } from '../diagnose/diagnosis.ts';
import { causeOfAll } from '../diagnose/fault.ts';
import { Reality } from '../diagnose/reality.ts';
import type { Answered, Check, Sighting } from '../record/incident.ts';
import type { StagedGear } from './stagedGear.ts';

export interface Hunt {
  /** Up to the cure; the press that proved it left out. */
  checks: Answered[];
  /** All that was done, the proof too: how many things, and the seconds they take, walks counted in. */
  steps: number;
  seconds: number;
  last: Diagnosis;
  /** All causes left at the end. */
  left: string[];
}

/** More than this nobody answers. */
const MOST_CHECKS_IN_A_HUNT = 30;

interface Told {
  /** Of the gear as planned; made anew where none is given. */
  reality?: Reality;
  /** What is said in place of the truth; left out, the truth. */
  say?: (answers: readonly string[], truth: string, at: number) => string;
}

/** Answers checks until one cause is left and its cure proven, or no check tells more. */
export function hunt(gear: StagedGear, seen: readonly Sighting[], { reality, say }: Told = {}): Hunt {
  const checks: Answered[] = [];
  const plan = reality ?? new Reality(gear.plan);
  let [steps, seconds] = [0, 0];
  const take = (step: { check: Check; seconds: number; place: string | null }, answers: readonly string[]): string => {
    steps++;
    seconds += step.seconds + walkBetween(gear.plan, standsAfter(gear.plan, { checks }), step.place);
    return gear.answer(step.check, answers);
  };
  for (;;) {
    const last = diagnose({ reality: plan, incident: { seen: [...seen], checks } });
    const left = last.causes.map(({ faults }) => causeOfAll(faults));
    const { next, cure } = last;
    if (checks.length >= MOST_CHECKS_IN_A_HUNT) return { checks, steps, seconds, last, left };
    if (next) {
      const truth = take(next, next.answers);
      checks.push({ check: next.check, answer: say ? say(next.answers, truth, checks.length) : truth });
      continue;
    }
    if (!cure || last.proven || last.causes[0]!.faults.length === 0) return { checks, steps, seconds, last, left };
    const answer = take(cure, []);
    if (gear.isMended) return { checks, steps, seconds, last, left };
    checks.push({ check: cure.check, answer });
  }
}
