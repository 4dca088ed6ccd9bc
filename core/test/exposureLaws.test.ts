/** Whatever is converted one way and back is what it was. */
import fc from 'fast-check';
import { APERTURE_LABELS, apertures } from '../src/exposure/aperture';
import { ambientReading } from '../src/exposure/ambient';
import { guideNumberByReading, reachByGuideNumber, readingByGuideNumber } from '../src/exposure/guideNumber';
import { highSpeedLoss } from '../src/exposure/highSpeedLoss';
import { ISO_LABELS, isos } from '../src/exposure/iso';
import { stopsByDistance, timesAsFar } from '../src/exposure/lightFall';
import { popsForStops, stopsByPops } from '../src/exposure/pops';
import { type PowerDial, powerOnDial, powerTyped } from '../src/exposure/powerScale';
import { nearestPower, powersOf, roundedToStep } from '../src/exposure/powerSteps';
import { convertedRatio, ratioOf, RATIO_SCHOOLS, stopsOfRatio } from '../src/exposure/ratio';
import { differenceOfReadings, readingStops, shownReading, sumOfReadings } from '../src/exposure/reading';
import { SHUTTER_LABELS } from '../src/measure/stops';

const stops = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const power = () => stops(-9, 0);
const shutter = () => fc.constantFrom(...SHUTTER_LABELS);
const holds = <T extends [unknown, ...unknown[]]>(...args: Parameters<typeof fc.property<T>>) =>
  fc.assert(fc.property<T>(...args), { numRuns: 300 });

const DIALS: readonly PowerDial[] = [
  { scale: 'fraction' },
  { scale: 'decimal', full: 10 },
  { scale: 'percent' },
  { scale: 'ws', energyWs: 1200 },
  { scale: 'ws', energyWs: 25 },
];

test.each(DIALS)('every power of every step and range is read off %j as it was dialled', (dial) => {
  let read = 0;
  for (const step of [0.1, 0.3333, 0.5, 1]) {
    for (let floor = -9; floor <= 0; floor++) {
      for (const power of powersOf({ floor, step })!) {
        const typed = powerTyped(powerOnDial(power, { ...dial, step })!, dial)!;
        // A decimal dial shows tenths, and thirds are rounded to them.
        expect(roundedToStep(typed, step)).toBeCloseTo(power, 9);
        read++;
      }
    }
  }
  expect(read).toBeGreaterThan(700);
});

test('every reading a meter shows, tenth by tenth', () => {
  for (let tenths = -10; tenths <= 139; tenths++)
    expect(readingStops(shownReading(tenths / 10)!)).toBeCloseTo(tenths / 10, 9);
});

test('every label of an aperture or ISO dial in thirds is the label at its stops', () => {
  for (const dial of [apertures, isos])
    for (const label of dial.thirds) expect(dial.labelAt(dial.stopsOf(label))).toBe(label);
  const all = APERTURE_LABELS.map((label) => apertures.stopsOf(label));
  expect([...all].sort((a, b) => a - b)).toEqual(all);
});

test('rounding is within half a step, never nearer elsewhere, and twice is once', () =>
  holds(power(), fc.constantFrom(0.1, 0.3333, 0.5, 1), (wanted, step) => {
    const rounded = roundedToStep(wanted, step);
    expect(Math.abs(rounded - wanted)).toBeLessThanOrEqual(step / 2 + 0.001);
    expect(roundedToStep(rounded, step)).toBeCloseTo(rounded, 9);
    const nearest = nearestPower(wanted, { floor: -6, step });
    for (const other of powersOf({ floor: -6, step })!)
      expect(Math.abs(nearest - wanted)).toBeLessThanOrEqual(Math.abs(other - wanted) + 1e-6);
  }));

test('a guide number, a distance and a reading say the same', () =>
  holds(
    stops(5, 100),
    stops(0.3, 60),
    stops(-2, 10),
    power(),
    stops(0, 6),
    (guideNumber, metres, isoStops, p, loss) => {
      const reading = readingByGuideNumber({ guideNumber, metres, isoStops, power: p, loss });
      expect(guideNumberByReading(reading, { metres, isoStops, power: p, loss })).toBeCloseTo(guideNumber, 6);
      expect(reachByGuideNumber(reading, { guideNumber, isoStops, power: p, loss })).toBeCloseTo(metres, 6);
    },
  ));

test('ratios go from stops and back, and from school to school', () =>
  holds(fc.constantFrom(...RATIO_SCHOOLS), stops(-5, 5), (school, apart) => {
    const other = school === 'key' ? 'both' : 'key';
    const ratio = ratioOf(school, apart);
    expect(stopsOfRatio(school, ratio)).toBeCloseTo(apart, 6);
    expect(stopsOfRatio(other, convertedRatio(ratio, school))).toBeCloseTo(apart, 6);
    expect(convertedRatio(convertedRatio(ratio, school), other)).toBeCloseTo(ratio, 9);
  }));

test('what is added to a reading can be taken off again, and the order of lights is nothing', () =>
  holds(fc.array(stops(0, 12), { minLength: 2, maxLength: 6 }), (lights) => {
    const all = sumOfReadings(lights);
    expect(all).toBeGreaterThan(Math.max(...lights));
    expect(sumOfReadings([...lights].reverse())).toBeCloseTo(all, 9);
    expect(sumOfReadings(lights.map((one) => one + 1))).toBeCloseTo(all + 1, 9);
    const [first, ...rest] = lights;
    const without = sumOfReadings(rest);
    // Far below the rest, a light is lost in the rounding.
    if (first! > without - 8) expect(differenceOfReadings(all, without)).toBeCloseTo(first!, 4);
  }));

test('distance, high-speed sync, pops and the room go there and back', () =>
  holds(stops(0.2, 50), stops(0.2, 50), shutter(), shutter(), fc.constantFrom(...ISO_LABELS), (from, to, a, b, iso) => {
    expect(from * timesAsFar(stopsByDistance(from, to))).toBeCloseTo(to, 6);
    const there = ambientReading(5, { shutter: a, iso }, { shutter: b, iso: 100 });
    expect(ambientReading(there, { shutter: b, iso: 100 }, { shutter: a, iso })).toBeCloseTo(5, 9);
    const loss = { stops: 15, shutter: a };
    const at = highSpeedLoss(loss, b);
    if (at > 0) expect(highSpeedLoss({ stops: at, shutter: b }, a)).toBeCloseTo(15, 9);
    const pops = popsForStops(from / 10);
    expect(stopsByPops(pops)).toBeGreaterThanOrEqual(from / 10 - 1e-6);
    if (pops > 1) expect(stopsByPops(pops - 1)).toBeLessThan(from / 10);
  }));
