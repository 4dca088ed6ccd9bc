/** A fault of every class, hidden in random rigs: the true cause is always left, after few checks. */
import { FAULT_WEIGHTS } from '../src/diagnose/faultWeights';
import { causeOfAll } from '../src/diagnose/fault';
import { hunt } from '../src/drill/hunt';
import { hiddenOnes } from './hiddenRigs';

const RIGS = Number(process.env.ERGON_DIAGNOSIS_RIGS ?? 500);

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

const share = (numbers: readonly number[], part: number): number =>
  [...numbers].sort((a, b) => a - b)[Math.ceil(part * numbers.length) - 1]!;

it('always leaves the true cause, after three checks as a rule and six almost always', () => {
  const counts: number[] = [];
  const rows = new Set<string>();
  for (const { hidden, seen, index, rows: own } of hiddenOnes(RIGS)) {
    const { checks, left } = hunt(hidden, seen);
    if (!left.includes(causeOfAll(hidden.faults)))
      throw new Error(`rig ${index}: ${causeOfAll(hidden.faults)} is not among ${left.join('; ')}`);
    counts.push(checks.length);
    for (const row of own) rows.add(row);
  }
  expect(counts).toHaveLength(RIGS);
  expect(share(counts, 0.5)).toBeLessThanOrEqual(3);
  expect(share(counts, 0.95)).toBeLessThanOrEqual(6);
  const never = Object.keys(FAULT_WEIGHTS).filter((row) => !rows.has(row) && !ELSEWHERE.includes(row));
  expect(never).toEqual([]);
});
