/** Every number here was worked out by hand from the formulas of docs/model.md, Exposure. */
import {
  ambientReading,
  dialMoves,
  type Exposure,
  flashReading,
  levelAt,
  lightValue,
  readingByTime,
} from '../src/exposure/ambient';
import { apertures, fNumber } from '../src/exposure/aperture';
import {
  feetOf,
  guideNumberAt,
  guideNumberByReading,
  metresOf,
  reachByGuideNumber,
  readingByGuideNumber,
} from '../src/exposure/guideNumber';
import { answered, foundBy, nextTry, startHalving } from '../src/exposure/halving';
import { highSpeedLoss, lossByReadings, reachLeft } from '../src/exposure/highSpeedLoss';
import { isos } from '../src/exposure/iso';
import { lossOf, stopsByDistance, stopsOfDensity, stopsOfFactor, timesAsFar } from '../src/exposure/lightFall';
import { longestPulseUs, movedMm } from '../src/exposure/movement';
import { popsForStops, stopsByPops } from '../src/exposure/pops';
import { convertedRatio, ratioOf, stopsOfRatio } from '../src/exposure/ratio';
import { differenceOfReadings, readingStops, shownReading, sumOfReadings } from '../src/exposure/reading';
import { densityTyped, metresTyped } from '../src/exposure/typedAmount';
import { frozenPower, usualCompensation } from '../src/exposure/usualCompensation';
import { rowLight } from '../src/shot/rowLight';

// prettier-ignore
test.each([
  [0.7, -1], [1, 0], [1.4, 1], [2, 2], [2.8, 3], [4, 4], [5.6, 5], [8, 6], [11, 7], [16, 8], [22, 9], [32, 10],
  [6.3, 5.3333], [7.1, 5.6667], [9, 6.3333], [13, 7.3333], [1.7, 1.5], [3.3, 3.5], [9.5, 6.5],
])('f/%d is %d stops from f/1', (label, stops) => expect(apertures.stopsOf(label)).toBeCloseTo(stops, 4));

test.each([
  [1, 1.4142],
  [5, 5.6569],
  [7, 11.3137],
  [9, 22.6274],
  [7.7, 14.42],
])('%d stops above f/1 is f/%d exactly', (stops, number) => expect(fNumber(stops)).toBeCloseTo(number, 4));

test('a label that is on no dial has no stops; beyond a dial there is its end', () => {
  expect(() => apertures.stopsOf(7)).toThrow('7 is no f-number of any dial');
  expect(() => isos.stopsOf(300)).toThrow('300 is no ISO number of any dial');
  expect([apertures.labelAt(7), apertures.labelAt(7.3), apertures.labelAt(-4), isos.labelAt(40)]).toEqual([
    11, 13, 0.7, 102400,
  ]);
});

test.each([
  [25, -2],
  [100, 0],
  [125, 0.3333],
  [160, 0.6667],
  [200, 1],
  [400, 2],
  [3200, 5],
  [6400, 6],
])('ISO %d is %d stops from ISO 100', (label, stops) => expect(isos.stopsOf(label)).toBeCloseTo(stops, 4));

test.each([
  [11, 7, 7.7],
  [8, 0, 6],
  [5.6, 3, 5.3],
  [1, 9, 0.9],
  [0.7, 4, -0.6],
  [2.8, 5, 3.5],
  [90, 9, 13.9],
])('f/%d and %d tenths is %d stops above f/1', (number, tenths, stops) => {
  expect(readingStops({ number, tenths })).toBeCloseTo(stops, 9);
  expect(shownReading(stops)).toEqual({ number, tenths });
});

test.each([
  [7.96, 16, 0],
  [5.04, 5.6, 0],
  [5.06, 5.6, 1],
  [6.0219, 8, 0],
])('a meter shows %d stops as f/%d and %d', (stops, number, tenths) =>
  expect(shownReading(stops)).toEqual({ number, tenths }),
);

test('what no meter shows is no reading', () => {
  expect([shownReading(14), shownReading(-1.1), shownReading(-Infinity)]).toEqual([null, null, null]);
  expect(() => readingStops({ number: 9, tenths: 0 })).toThrow('f/9 is not a whole stop');
  expect(() => readingStops({ number: 8, tenths: 10 })).toThrow('10 is not 0 to 9 tenths');
});

test.each([
  [[6, 6], 7],
  [[7, 7, 7, 7], 9],
  [[5, 4], 5.585],
  [[8, 6], 8.3219],
  [[7.7, 5.7], 8.0219],
  [[4, 4, 5], 6],
  [[6, -3], 6.0028],
  [[6.5], 6.5],
  [[], -Infinity],
])('lights that read %j alone read %d together', (alone, all) => expect(sumOfReadings(alone)).toBeCloseTo(all, 4));

test.each([
  [7, 6, 6],
  [8.3219, 8, 6],
  [6, 6, null],
  [6, 6.4, null],
])('of %d, with %d left once it is off, a light gave %d', (all, rest, alone) => {
  const is = differenceOfReadings(all, rest);
  if (alone === null) expect(is).toBeNull();
  else expect(is).toBeCloseTo(alone, 3);
});

test.each([
  ['key', 0, 1],
  ['key', 1, 2],
  ['key', 2, 4],
  ['key', 3, 8],
  ['key', 1.5, 2.8284],
  ['both', 0, 2],
  ['both', 1, 3],
  ['both', 2, 5],
  ['both', 3, 9],
  ['both', 1.585, 4],
] as const)('school %s: %d stops apart is %d to 1', (school, stops, ratio) => {
  expect(ratioOf(school, stops)).toBeCloseTo(ratio, 3);
  expect(stopsOfRatio(school, ratio)).toBeCloseTo(stops, 3);
});

test('one ratio said in the other school, and one no key gives', () => {
  expect([convertedRatio(3, 'key'), convertedRatio(5, 'both'), convertedRatio(1, 'key')]).toEqual([4, 4, 2]);
  expect([stopsOfRatio('both', 1), stopsOfRatio('both', 0.5), stopsOfRatio('key', 0)]).toEqual([null, null, null]);
});

test.each([
  [1, 0],
  [2, 1],
  [3, 1.585],
  [4, 2],
  [8, 3],
])('%d pops add %d stops', (pops, stops) => expect(stopsByPops(pops)).toBeCloseTo(stops, 4));

test.each([
  [-1, 1],
  [0, 1],
  [0.1, 2],
  [1, 2],
  [1.5, 3],
  [2, 4],
  [3, 8],
])('%d stops more take %d pops', (stops, pops) => expect(popsForStops(stops)).toBe(pops));

test.each([
  [2, 4, -2],
  [4, 2, 2],
  [3, 4.2426, -1],
  [1, 10, -6.6439],
  [2, 3, -1.1699],
  [10, 7.0711, 1],
])('from %d to %d metres is %d stops', (from, to, stops) => {
  expect(stopsByDistance(from, to)).toBeCloseTo(stops, 4);
  expect(from * timesAsFar(stops)).toBeCloseTo(to, 3);
});

test('losses add up; a filter says its stops by its factor or its density', () => {
  expect(lossOf({ modifier: 1.5, gel: 0.5, density: 3 })).toBe(5);
  expect([lossOf({}), lossOf({ modifier: null, gel: 0.7 })]).toEqual([0, 0.7]);
  expect([stopsOfFactor(8), stopsOfFactor(2), stopsOfFactor(1)]).toEqual([3, 1, 0]);
  expect(stopsOfDensity(0.3)).toBeCloseTo(0.9966, 4);
  expect(stopsOfDensity(0.9)).toBeCloseTo(2.9897, 4);
});

const zoomed = [
  { zoomMm: 105, metres: 60 },
  { zoomMm: 35, metres: 38 },
];
test.each([
  [zoomed, 35, 38],
  [zoomed, 105, 60],
  [zoomed, 60.6218, 47.7493],
  [zoomed, 24, null],
  [zoomed, 200, null],
  [zoomed, null, null],
  [[{ metres: 45 }], 70, 45],
  [[{ metres: 45 }], null, 45],
  [[{ zoomMm: 35, metres: 38 }], 50, null],
  [[{ zoomMm: 35, metres: 38 }], 35, 38],
  [[], 35, null],
])('of %j the guide number at %d mm is %d', (numbers, zoom, metres) => {
  const is = guideNumberAt(numbers, zoom);
  if (metres === null) expect(is).toBeNull();
  else expect(is).toBeCloseTo(metres, 3);
});

test.each([
  [32, 4, 0, 0, 0, 6],
  [32, 8, 0, 0, 0, 4],
  [32, 4, 2, -2, 0, 6],
  [32, 4, 0, -3, 1.5, 1.5],
  [32, 2.8284, 0, -1, 0, 6],
  [45, 4, 0, 0, 0, 6.9837],
  [45, 4, 3, -2, 1, 6.9837],
  [64, 1, 0, -7, 0, 5],
])(
  'guide number %d at %d m, ISO +%d, power %d, loss %d reads %d',
  (guideNumber, metres, isoStops, power, loss, reading) => {
    expect(readingByGuideNumber({ guideNumber, metres, isoStops, power, loss })).toBeCloseTo(reading, 3);
    expect(guideNumberByReading(reading, { metres, isoStops, power, loss })).toBeCloseTo(guideNumber, 2);
    expect(reachByGuideNumber(reading, { guideNumber, isoStops, power, loss })).toBeCloseTo(metres, 3);
  },
);

test.each([
  [45, 147.638],
  [32, 104.987],
  [3.048, 10],
])('%d m is %d feet', (metres, feet) => {
  expect(feetOf(metres)).toBeCloseTo(feet, 3);
  expect(metresOf(feet)).toBeCloseTo(metres, 3);
});

test('a guide number in feet over a distance in feet is the same light', () => {
  const metric = readingByGuideNumber({ guideNumber: 32, metres: 4, isoStops: 0, power: 0, loss: 0 });
  expect(2 * Math.log2(feetOf(32) / feetOf(4))).toBeCloseTo(metric, 9);
});

test.each([
  [2.6, '1/500', '1/500', 2.6],
  [2.6, '1/500', '1/1000', 3.6],
  [2.6, '1/500', '1/2000', 4.6],
  [2.6, '1/500', '1/8000', 6.6],
  [2.6, '1/500', '1/250', 1.6],
  [2.6, '1/500', '1/640', 2.9333],
  [2.6, '1/500', '1/60', 0],
  [2.3, '1/500', '1/4000', 5.3],
  [1.5, '1/250', '1/320', 1.8333],
])('a loss of %d at %s is at %s %d', (stops, shutter, at, loss) =>
  expect(highSpeedLoss({ stops, shutter }, at)).toBeCloseTo(loss, 4),
);

test('two readings tell the loss, and what is left of the reach', () => {
  expect(lossByReadings(7.7, 5.1, '1/500').stops).toBeCloseTo(2.6, 9);
  expect([reachLeft(0), reachLeft(2)]).toEqual([1, 0.5]);
  expect(reachLeft(3)).toBeCloseTo(0.3536, 4);
});

/** A tail over rows that open over 4000 us: the last row opens 23/24 of that after the first. */
const LATER_US = (4000 * 23) / 24;
test.each([
  [LATER_US / Math.LN2, 1],
  [LATER_US / Math.LN2 / 2, 2],
  [LATER_US / Math.LN2 / 0.3, 0.3],
  [LATER_US / Math.LN2 / 4.5, 4.5],
])('a tail with the time constant %d us falls by %d stops across the frame', (decayUs, stops) => {
  expect(rowLight(4000, 250, 0, decayUs).gradient).toBeCloseTo(stops, 9);
  expect(rowLight(4000, 500, 0, decayUs).gradient).toBeCloseTo(stops, 9);
});

const at = (shutter: string, iso: number) => ({ shutter, iso });
test.each([
  [4, at('1/60', 400), at('1/125', 400), 3],
  [4, at('1/60', 400), at('1/60', 800), 5],
  [4, at('1/60', 400), at('1/125', 1600), 5],
  [4, at('1/250', 400), at('1/200', 400), 4.3333],
  [4, at('1/60', 100), at('1', 100), 10],
  [2.7, at('1/30', 3200), at('1/250', 100), -5.3],
])('a room that reads %d at %j reads at %j %d', (reading, from, to, is) =>
  expect(ambientReading(reading, from, to)).toBeCloseTo(is, 4),
);

test.each([
  // A meter at f/4 asks for the camera's own time: it is exposed just so.
  [4, '1/60', '1/60', 4],
  // For four times as long: two stops are missing.
  [4, '1/15', '1/60', 2],
  [2.8, '1/125', '1/60', 4],
  [5.6, '1/50', '1/160', 3.3333],
])('a meter at f/%d that asks for %s reads at %s %d', (aperture, asked, shutter, reading) =>
  expect(readingByTime(aperture, asked, shutter)).toBeCloseTo(reading, 4),
);

test.each([
  [6, 400, 800, 7],
  [6, 400, 400, 6],
  [7.7, 100, 125, 8.0333],
  [5, 3200, 100, 0],
])('a flash that reads %d at ISO %d reads at ISO %d %d', (reading, from, to, is) =>
  expect(flashReading(reading, from, to)).toBeCloseTo(is, 4),
);

test.each([
  [4, 5.6, -1],
  [6, 8, 0],
  [7.7, 8, 1.7],
])('what reads %d comes out at f/%d by %d stops', (reading, aperture, level) =>
  expect(levelAt(reading, aperture)).toBeCloseTo(level, 4),
);

test.each([
  ['1/125', 8, 100, 13],
  ['1/60', 2.8, 800, 6],
  ['1', 1, 100, 0],
  ['1/100', 16, 100, 14.6667],
  ['1/250', 4, 1600, 8],
])('%s at f/%d and ISO %d is light value %d', (shutter, aperture, iso, value) =>
  expect(lightValue(apertures.stopsOf(aperture), { shutter, iso })).toBeCloseTo(value, 4),
);

test.each<[keyof Exposure, 'manual' | 'metered' | 'train', number]>([
  ['shutter', 'manual', 0],
  ['shutter', 'metered', 0],
  ['shutter', 'train', 1 / 3],
  ['aperture', 'manual', 1 / 3],
  ['aperture', 'metered', 0],
  ['aperture', 'train', 1 / 3],
  ['iso', 'manual', 1 / 3],
  ['iso', 'metered', 0],
  ['iso', 'train', 1 / 3],
])('a third on the dial of %s moves a %s flash by %d, and the room always', (dial, mode, flash) =>
  expect(dialMoves(dial, mode)).toEqual({ ambient: 1 / 3, flash }),
);

test('how far a dancer moves while the pulse lasts', () => {
  expect([movedMm(10, 1000), movedMm(5, 200), movedMm(0, 5000)]).toEqual([10, 1, 0]);
  expect([longestPulseUs(4, 2), longestPulseUs(10, 1)]).toEqual([500, 100]);
});

test('what fools metering, and the power that keeps what it gave', () => {
  expect(usualCompensation('white clothes')).toBe(1);
  expect(usualCompensation('black clothes')).toBe(-1);
  expect(usualCompensation('backlight')).toBeCloseTo(4 / 3, 4);
  expect(frozenPower(6.3, 9, 1)).toBeCloseTo(-2.7, 9);
  // On a dial whose stop is four fifths of one, a stop less of light is a stop and a quarter down.
  expect(frozenPower(7.4, 8.4, 0.8)).toBeCloseTo(-1.25, 9);
});

/** Asks until it is found. @param boldest the boldest choice that is clean, -1 for none. */
function searched(choices: number, boldest: number): { found: number | null; asked: number[] } {
  let search = startHalving(choices);
  const asked: number[] = [];
  for (let tried = nextTry(search); tried !== null; tried = nextTry(search)) {
    asked.push(tried);
    search = answered(search, tried, tried > boldest);
  }
  return { found: foundBy(search), asked };
}

test.each([
  [8, 7, [7]],
  [8, 4, [7, 3, 5, 4]],
  [8, -1, [7, 3, 1, 0]],
  [8, 0, [7, 3, 1, 0]],
  [1, 0, [0]],
])('of %d choices the boldest clean one, %d, is found by asking %j', (choices, boldest, asked) => {
  expect(searched(choices, boldest)).toEqual({ found: boldest, asked });
});

test('a search that is open has found nothing yet', () => expect(foundBy(startHalving(3))).toBeNull());

test.each([
  ['3', 3],
  [' 3,5 m', 3.5],
  ['350cm', 3.5],
  ['10 ft', 3.048],
  ["10'", 3.048],
  ["10'6", 3.2004],
  ['10’ 6″', 3.2004],
  ['2.5 feet', 0.762],
  ['ft', null],
  ['3 km', null],
  ['-2', null],
  ['', null],
])('a distance typed as "%s" is %p m', (text, metres) => {
  const typed = metresTyped(text);
  expect(typed === null ? null : Number(typed.toFixed(4))).toBe(metres);
});

test.each([
  ['2', 2],
  ['1,5 stops', 1.5],
  ['×8', 3],
  ['x2', 1],
  ['ND 8', 3],
  ['nd64', 6],
  ['ND 0.9', 2.9897],
  ['nd 0,3', 0.9966],
  ['x0.5', null],
  ['ND', null],
  ['dark', null],
])('a density typed as "%s" is %p stops', (text, stops) => {
  const typed = densityTyped(text);
  expect(typed === null ? null : Number(typed.toFixed(4))).toBe(stops);
});
