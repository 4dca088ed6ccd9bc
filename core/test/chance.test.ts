/** How often a weak signal comes through, with values of the normal distribution from a printed table. */
import {
  angleLossDb,
  carriedShare,
  distanceLossDb,
  INTERFERENCE_DB,
  RELIABLE_SHARE,
  SPREAD_DB,
} from '../src/measure/chance';

test('at the stated limit 95 of 100 shots come through, a spread beyond it 74', () => {
  expect(carriedShare(0)).toBeCloseTo(RELIABLE_SHARE, 4);
  // z = 0.6449: 0.7405. z = -0.3551: 0.3613. z = 2.6449: 0.9959.
  expect(carriedShare(SPREAD_DB)).toBeCloseTo(0.7405, 4);
  expect(carriedShare(2 * SPREAD_DB)).toBeCloseTo(0.3613, 4);
  expect(carriedShare(-SPREAD_DB)).toBeCloseTo(0.9959, 4);
  expect(carriedShare(Infinity)).toBe(0);
  expect(carriedShare(-Infinity)).toBe(1);
});

test('twice the distance is 6 dB, as is something else on the channel', () => {
  expect(distanceLossDb(20, 10)).toBeCloseTo(6.0206, 4);
  expect(distanceLossDb(10, 10)).toBe(0);
  expect(distanceLossDb(5, 10)).toBeCloseTo(-6.0206, 4);
  expect(distanceLossDb(0, 10)).toBe(-Infinity);
  expect(INTERFERENCE_DB).toBeCloseTo(6.0206, 4);
});

test('a sensor loses by the cosine beyond its half-angle, and all of it looking away', () => {
  expect(angleLossDb(30, 40)).toBe(0);
  expect(angleLossDb(60, 0)).toBeCloseTo(6.0206, 4);
  expect(angleLossDb(89, 60)).toBeGreaterThan(29);
  expect(angleLossDb(90, 60)).toBe(Infinity);
  expect(angleLossDb(120, 95)).toBe(Infinity);
});
