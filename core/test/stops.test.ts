import {
  fastestLabelAtLeast,
  powerOnDial,
  SHUTTER_LABELS,
  shutterMicroseconds,
  stopsLabel,
} from '../src/measure/stops';

test('shutter labels are exact powers of two', () => {
  expect(shutterMicroseconds('1/250')).toBe(1e6 / 256);
  expect(shutterMicroseconds('1/60')).toBe(1e6 / 64);
  expect(shutterMicroseconds('1')).toBe(1e6);
  // A third of a stop slower than 1/250: 2^-(7 2/3) s.
  expect(shutterMicroseconds('1/200')).toBeCloseTo(1e6 * 2 ** -(7 + 2 / 3), 6);
  expect(() => shutterMicroseconds('1/77')).toThrow('"1/77" is not a shutter label');
});

test('each label is a third of a stop from the next, fastest first', () => {
  for (let i = 1; i < SHUTTER_LABELS.length; i++) {
    const ratio = shutterMicroseconds(SHUTTER_LABELS[i]!) / shutterMicroseconds(SHUTTER_LABELS[i - 1]!);
    expect(ratio).toBeCloseTo(2 ** (1 / 3), 9);
  }
});

test('the fastest label that stays open long enough', () => {
  expect(fastestLabelAtLeast(3906.25)).toBe('1/250');
  expect(fastestLabelAtLeast(3907)).toBe('1/200');
  expect(fastestLabelAtLeast(1e9)).toBeNull();
});

test.each([
  [0, '0'],
  [-3, '-3'],
  [-7 / 3, '-2⅓'],
  [-1 / 3, '-⅓'],
  [2 / 3, '+⅔'],
  [-1.4, '-1.4'],
])('%d stops is written %s', (stops, label) => expect(stopsLabel(stops)).toBe(label));

test('a power as each display writes it', () => {
  expect(powerOnDial(-4, { scale: 'fraction' })).toBe('1/16');
  expect(powerOnDial(-7 / 3, { scale: 'fraction' })).toBe('1/4 -⅓');
  expect(powerOnDial(-2.5, { scale: 'decimal', full: 10 })).toBe('7.5');
  expect(powerOnDial(-2, { scale: 'percent' })).toBe('25 %');
  expect(powerOnDial(-3, { scale: 'ws', energyWs: 400 })).toBe('50 Ws');
  expect(powerOnDial(-3, { scale: 'ws' })).toBeNull();
});
