/** A law goes on until it has met what it is about, and is never held over nothing. */
import { forEachRig, judged, judgedAfresh, leastShare, rigNumbers, smallRig } from './lawHarness';
import { MOST } from './randomRig';

test('so many rigs, and no more, where that is all that is asked for', () => {
  expect([...rigNumbers(3)]).toEqual([0, 1, 2]);
});

test('and on until what it is about has come up often enough, once at least', () => {
  let met = 0;
  const numbers: number[] = [];
  for (const index of rigNumbers({ runs: 2, met: () => ({ tenth: [met, 0.4] }) })) {
    numbers.push(index);
    if (index === 9) met++;
  }
  expect(numbers).toHaveLength(10);
});

test('what hardly ever comes up ends in an error that names it', () => {
  const all = () => [...rigNumbers({ runs: 1, met: () => ({ often: [5, 5], never: [0, 3] }) })];
  expect(all).toThrow(/^of 2010 rigs of seed \d+ too few had what this is about: never 0 times of 3$/);
});

test('the rig that breaks a law is named, and each is judged once for all laws of a file', () => {
  expect(() =>
    forEachRig(5, (_, __, index) => {
      if (index === 3) throw new Error('broken');
    }),
  ).toThrow(/^rig 3 of seed \d+: broken$/);
  const random = smallRig(1, MOST);
  expect(judged(random)).toBe(judged(random));
  expect(judgedAfresh(random).verdicts).toEqual(judged(random).verdicts);
});

test('of few draws a share may miss what chance takes, of many hardly more than it says', () => {
  // One of 15 misses once in seven samples where one in a hundred does; two of them once in a hundred.
  expect(leastShare(0.99, 15)).toBe(14 / 15);
  // All heads of four coins come once in 16, of six once in 64.
  expect(leastShare(0.5, 4)).toBe(0);
  expect(leastShare(0.5, 6)).toBe(1 / 6);
  expect(leastShare(0.95, 10_000)).toBeCloseTo(0.95 - 2 * Math.sqrt((0.95 * 0.05) / 10_000), 3);
  expect(leastShare(0.5, 100_000)).toBeCloseTo(0.5 - Math.sqrt(1 / 100_000), 3);
});
