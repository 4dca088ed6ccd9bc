/** The search for the least work, against mending one by one and against trying every combination. */
import { candidatesFor } from '@ergon/core/mend/candidates';
import { costOf } from '@ergon/core/mend/cost';
import { fixesFor } from '@ergon/core/mend/fixes';
import { leastWork } from '@ergon/core/mend/leastWork';
import { type Change, mergeChanges } from '@ergon/core/record/change';
import { buildRig, type Rig } from '@ergon/core/rig/rig';
import { withRigChanges } from '@ergon/core/rig/rigChanges';
import { judge } from '@ergon/core/verdict/judge';
import { isFailing } from '@ergon/core/verdict/verdict';
import type { Measure } from './measure.ts';
import { rigOf } from './rigs.ts';
import { once } from './time.ts';

/** Combinations the naive search may judge. */
const NAIVE_TRIES = 4500;
const SHORT_TRIES = 50;

/**
 * The naive search: every combination of the known changes, the smaller ones first, until one mends all or so many are
 * judged. @returns its seconds of work, or null when it found none.
 */
function smallestFirst(rig: Rig, most: number): number | null {
  const seen = new Set<string>();
  let level: (readonly Change[])[] = [[]];
  for (let judged = 0; level.length > 0;) {
    const next: (readonly Change[])[] = [];
    for (const changes of level) {
      if (judged++ >= most) return null;
      const judgement = judge(withRigChanges(rig, changes));
      if (!judgement.verdicts.some(isFailing)) return costOf(rig, changes).seconds;
      for (const finding of judgement.findings.filter((one) => one.severity !== 'A')) {
        for (const candidate of candidatesFor(judgement, finding)) {
          const merged = mergeChanges(changes, candidate);
          const key = merged
            .map((one) => `${one.unit} ${one.setting} ${JSON.stringify(one.to)}`)
            .sort()
            .join();
          if (seen.has(key)) continue;
          seen.add(key);
          next.push(merged);
        }
      }
    }
    level = next;
  }
  return null;
}

/** Mending what stands first by its first fix until nothing is offered: what a person without the search would do. */
function oneByOne(rig: Rig): number {
  let mended = rig;
  const changes: Change[] = [];
  for (let round = 0; round < 200; round++) {
    const judgement = judge(mended);
    const fix = judgement.findings
      .filter((one) => one.severity !== 'A')
      .flatMap((one) => fixesFor(judgement, one).slice(0, 1))[0];
    if (!fix) break;
    changes.push(...fix.changes);
    mended = withRigChanges(mended, fix.changes);
  }
  return costOf(rig, mergeChanges([], changes)).seconds;
}

function ofLights(lights: number, tries: number): Measure[] {
  const { kit, look } = rigOf(lights);
  const rig = buildRig(kit, look);
  let first: number | null = null;
  const start = performance.now();
  const work = leastWork(rig, { onPlan: () => (first ??= performance.now() - start) });
  const took = performance.now() - start;
  let naive = 0;
  const naiveTook = once(() => (naive = oneByOne(rig)));
  let found: number | null = null;
  const triesTook = once(() => (found = smallestFirst(rig, tries)));
  const what = `least work, ${lights} lights`;
  return [
    {
      what,
      value: took,
      unit: 'ms',
      said:
        `${work.seconds} s of work (${work.exact ? 'least' : `none under ${work.atLeast} s`}), ` +
        `x${(naive / Math.max(1, work.seconds)).toFixed(2)} cheaper than mending one by one, at x${(took / naiveTook).toFixed(1)} its time; ` +
        `a first plan after ${((100 * (first ?? took)) / took).toFixed(0)} % of it`,
    },
    {
      what: `${what}, against every combination, the smaller first`,
      value: triesTook / took,
      unit: 'x',
      said: `${found === null ? `nothing among ${tries}` : `${String(found)} s of work`}, at x${(triesTook / took).toFixed(1)} the time of the search`,
    },
  ];
}

export const part = (short: boolean): Measure[] =>
  short ? ofLights(9, SHORT_TRIES) : [9, 20, 60].flatMap((lights) => ofLights(lights, NAIVE_TRIES));
