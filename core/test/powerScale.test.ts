/** Powers on each unit's own scale and steps, worked out by hand. docs/model.md, Powers. */
import { type PowerDial, powerOnDial, powerTyped } from '../src/exposure/powerScale';
import { nearestPower, powersOf, roundedToStep } from '../src/exposure/powerSteps';

const decimal = { scale: 'decimal', full: 7 } as const;
const pack = { scale: 'ws', energyWs: 1200 } as const;
test.each<[number, PowerDial, string]>([
  [0, { scale: 'fraction' }, '1/1'],
  [-1, { scale: 'fraction' }, '1/2'],
  [-7, { scale: 'fraction' }, '1/128'],
  [-1 / 3, { scale: 'fraction' }, '1/1 -⅓'],
  [-8 / 3, { scale: 'fraction' }, '1/4 -⅔'],
  [-3.3, { scale: 'fraction' }, '1/8 -0.3'],
  [0, decimal, '7.0'],
  [-0.1, decimal, '6.9'],
  [-5, decimal, '2.0'],
  [-1, { scale: 'percent' }, '50 %'],
  [-3, { scale: 'percent' }, '13 %'],
  [-7, { scale: 'percent' }, '0.78 %'],
  // Steps finer than a third take a digit more.
  [-2.4, { scale: 'percent', step: 0.1 }, '18.9 %'],
  [-1, pack, '600 Ws'],
  [-2.5, pack, '210 Ws'],
])('%d stops on %j is %s', (stops, dial, shown) => expect(powerOnDial(stops, dial)).toBe(shown));

test.each<[string, PowerDial, number | null]>([
  ['1/16', { scale: 'fraction' }, -4],
  ['1/8 +⅓', { scale: 'fraction' }, -2.6667],
  ['1/60', { scale: 'fraction' }, -6],
  ['1/8 -0.3', { scale: 'fraction' }, -3.3],
  ['6.3', decimal, -0.7],
  ['6,3', decimal, -0.7],
  ['25 %', { scale: 'percent' }, -2],
  ['12,5 %', { scale: 'percent' }, -3],
  ['300 Ws', pack, -2],
  ['half', { scale: 'fraction' }, null],
  ['1/0', { scale: 'fraction' }, null],
  ['0 %', { scale: 'percent' }, null],
  ['', decimal, null],
  ['6', { scale: 'decimal' }, null],
  ['100 Ws', { scale: 'ws' }, null],
])('"%s" typed on %j is %d stops', (typed, dial, stops) => {
  const is = powerTyped(typed, dial);
  if (stops === null) expect(is).toBeNull();
  else expect(is).toBeCloseTo(stops, 4);
});

test.each([
  [-2.4, 0.3333, -7 / 3],
  [-2.5, 0.3333, -8 / 3],
  [-2.5, 0.33, -8 / 3],
  [-0.16, 0.3333, 0],
  [-0.5, 1, -1],
  [-1.25, 0.5, -1.5],
  [-0.05, 0.1, -0.1],
  [-3.14, 0.1, -3.1],
  [-3.16, 0.1, -3.2],
  [-1.3, 0.25, -1.25],
])('%d stops in steps of %d is %d: ties go towards less light', (power, step, rounded) =>
  expect(roundedToStep(power, step)).toBeCloseTo(rounded, 9),
);

test.each([
  [-9, { floor: -7, step: 1 }, -7],
  [1, { floor: -7, step: 1 }, 0],
  [-0.4, { floor: -6, ceiling: -1, step: 1 }, -1],
  [-2.4, { floor: -7 }, -2.4],
  [-2.4, { step: 0.5 }, -2.5],
])('the power nearest to %d of %j is %d', (power, range, nearest) => expect(nearestPower(power, range)).toBe(nearest));

test('the powers of a unit from its lowest to its highest', () => {
  expect(powersOf({ floor: -2, step: 0.5 })).toEqual([-2, -1.5, -1, -0.5, 0]);
  expect(powersOf({ floor: -7, step: 0.3333 })).toHaveLength(22);
  expect(powersOf({ floor: -8, step: 0.1 })![1]).toBe(-7.9);
  expect(powersOf({ floor: -7 })).toBeNull();
});

test('a scale that needs a number nobody recorded shows none', () => {
  expect([powerOnDial(-3, { scale: 'ws' }), powerOnDial(-3, { scale: 'decimal' })]).toEqual([null, null]);
});
