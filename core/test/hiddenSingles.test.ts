/** A fault of every class, hidden in random rigs: the true cause is always left, after few checks, and after a wrong answer too. */
import { FAULT_WEIGHTS } from '../src/diagnose/faultWeights';
import { causeOfAll } from '../src/diagnose/fault';
import { Reality } from '../src/diagnose/reality';
import { hunt } from '../src/drill/hunt';
import { StagedGear } from '../src/drill/stagedGear';
import { type Found, hiddenOnes } from './hiddenRigs';
import { drawFor, leastShare, rigNumbers } from './lawHarness';

/** `npm run night` goes through more. */
const RIGS = Number(process.env.ERGON_DIAGNOSIS_RIGS ?? 100);
const ANSWERED_WRONG = Math.ceil(RIGS / 4);
const WRONG_ONE_IN = 20;

/** Classes no random rig has, or nobody sees in a press of our own: diagnoseCases.test.ts has them. */
const ELSEWHERE = [
  'crew',
  'guest',
  'compensation',
  'passThrough',
  'startedInOrder',
  'tailDelayUs',
  'family',
  'inSun',
  'sightUpright',
];

const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.ceil(numbers.length / 2) - 1]!;

/** Checks of each search that was answered truly. */
const counts: number[] = [];
const wrong = { made: 0, found: 0, soon: 0 };

/** The same search once more, with one answer that is not so. @param honest how many checks it took without. */
function answeredWrong({ hidden, seen, index }: Found & { index: number }, reality: Reality, honest: number): void {
  const draw = drawFor(index);
  const wrongAt = draw.integer(0, honest - 1);
  const { checks, left } = hunt(new StagedGear(hidden.plan, hidden.faults), seen, {
    reality,
    say: (answers, truth, at) => (at === wrongAt ? draw.pick(...answers.filter((answer) => answer !== truth)) : truth),
  });
  // One of two that are left may be the wrong answer itself: what was asked for is among them.
  const isFound = left.some((cause) => cause.split(' + ').includes(causeOfAll(hidden.faults)));
  // With five in a hundred answers wrong, most searches have none.
  const hasWrong = Array.from({ length: honest }, () => draw.oneIn(WRONG_ONE_IN)).some(Boolean);
  wrong.made++;
  if (isFound) wrong.found++;
  if (!hasWrong || (isFound && checks.length <= honest + 2)) wrong.soon++;
}

it('always leaves the true cause, after three checks as a rule and six almost always', () => {
  const hiddenSoFar = new Map(Object.keys(FAULT_WEIGHTS).map((row) => [row, 0]));
  const never = () => [...hiddenSoFar].filter(([row, times]) => times === 0 && !ELSEWHERE.includes(row));
  const ones = hiddenOnes();
  // On until every class of fault has had its turn.
  for (const _ of rigNumbers({ runs: RIGS, met: () => Object.fromEntries(never().map(([row]) => [row, [0, 1]])) })) {
    const found = ones.next().value;
    const { hidden, seen, index, rows } = found;
    const reality = new Reality(hidden.plan);
    const { checks, left } = hunt(hidden, seen, { reality });
    if (!left.includes(causeOfAll(hidden.faults)))
      throw new Error(`rig ${index}: ${causeOfAll(hidden.faults)} is not among ${left.join('; ')}`);
    counts.push(checks.length);
    for (const row of rows) hiddenSoFar.set(row, (hiddenSoFar.get(row) ?? 0) + 1);
    if (checks.length > 0 && wrong.made < ANSWERED_WRONG) answeredWrong(found, reality, checks.length);
  }
  expect(counts.length).toBeGreaterThanOrEqual(RIGS);
  expect(median(counts)).toBeLessThanOrEqual(3);
  const soon = counts.filter((checks) => checks <= 6).length / counts.length;
  expect(soon).toBeGreaterThanOrEqual(leastShare(0.95, counts.length));
});

it('finds it anyway after a wrong answer', () => {
  expect(wrong.made).toBe(ANSWERED_WRONG);
  const least = leastShare(0.9, wrong.made);
  expect(wrong.found / wrong.made).toBeGreaterThanOrEqual(least);
  expect(wrong.soon / wrong.made).toBeGreaterThanOrEqual(least);
});
