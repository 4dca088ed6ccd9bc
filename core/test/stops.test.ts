import {
  fastestLabelAtLeast,
  SHUTTER_SETTINGS,
  shutterMicroseconds,
  stopsLabel,
  THIRD_LABELS,
} from '../src/measure/stops';

test('shutter labels are exact powers of two', () => {
  expect(shutterMicroseconds('1/250')).toBe(1e6 / 256);
  expect(shutterMicroseconds('1/60')).toBe(1e6 / 64);
  expect(shutterMicroseconds('1')).toBe(1e6);
  // A third of a stop slower than 1/250: 2^-(7 2/3) s.
  expect(shutterMicroseconds('1/200')).toBeCloseTo(1e6 * 2 ** -(7 + 2 / 3), 6);
  expect(() => shutterMicroseconds('1/77')).toThrow('"1/77" is not a shutter label');
});

test('each label in thirds is a third of a stop from the next, fastest first, down to 30 s', () => {
  for (let i = 1; i < THIRD_LABELS.length; i++) {
    const ratio = shutterMicroseconds(THIRD_LABELS[i]!) / shutterMicroseconds(THIRD_LABELS[i - 1]!);
    expect(ratio).toBeCloseTo(2 ** (1 / 3), 9);
  }
  expect(THIRD_LABELS.at(-1)).toBe('30');
  expect(shutterMicroseconds('30')).toBeCloseTo(32e6, 3);
});

test('half-stop labels lie half way between two whole stops, and all are in one order', () => {
  // 1/180 is 2^-7.5 s, between 1/125 and 1/250.
  expect(shutterMicroseconds('1/180')).toBeCloseTo(1e6 * 2 ** -7.5, 6);
  expect(shutterMicroseconds('0.7') / shutterMicroseconds('1')).toBeCloseTo(Math.SQRT1_2, 9);
  const times = SHUTTER_SETTINGS.map(shutterMicroseconds);
  expect([...times].sort((a, b) => a - b)).toEqual(times);
  expect(SHUTTER_SETTINGS.at(-1)).toBe('bulb');
  expect(times.at(-1)).toBeGreaterThan(shutterMicroseconds('30'));
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
