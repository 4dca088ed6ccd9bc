/** What readings tell of one unit itself, and that it counts wherever a level is reckoned. docs/model.md, Measured. */
import { agreementOf } from '../src/power/agreement';
import { frozen } from '../src/power/freeze';
import { levelByGuideNumber, levelByReading, lightLevel } from '../src/power/lightLevel';
import { foundDialStop, foundGuideNumber, foundLoss } from '../src/power/measured';
import { guideNumbersOf, lossOfTrain } from '../src/power/realLight';
import { trainCost } from '../src/power/trainCost';
import type { Reading } from '../src/record/reading';
import type { Settings } from '../src/record/settings';
import type { Unit } from '../src/record/unit';
import type { Light } from '../src/rig/rig';
import {
  foundDialStopText,
  foundGuideNumberText,
  foundLossText,
  keptByFrames,
  keptByMeter,
  trainCostText,
} from '../src/words/measuredWords';
import { agreementText } from '../src/words/powerWording';
import { namesOf } from '../src/words/wording';
import { baseKit, judgeBase } from './baseRig';
import { LAMP, reading } from './metered';

const FOUND = { by: 'Maren', at: '2027-06-12T15:00:00.000Z' };
const names = namesOf({ ...baseKit(), looks: [] } as never, []);

function lit(of: Partial<Settings> = {}, real: Partial<Unit> = {}, profile: object = {}) {
  const { rig } = judgeBase({
    profiles: { remote: { ...LAMP, ...profile } },
    settings: {
      'body-1': { iso: 100, aperture: 4 },
      remote: { subjectM: 4, zoomMm: 35, purpose: 'Key', ...of },
    } as never,
  });
  const found = rig.lights.find(({ id }) => id === 'remote')!;
  const light: Light = { ...found, unit: { ...found.unit, ...real } };
  return { light, body: rig.bodies[0]!, power: light.settings.power ?? null, train: false };
}

let hour = 10;
const read = (stops: number, of: Reading['lights'][string], at: Partial<Reading> = {}): Reading =>
  reading({
    id: `r${(hour += 1)}`,
    at: `2027-06-12T${hour}:00:00.000Z`,
    stops,
    iso: 100,
    lights: { remote: { power: 0, zoomMm: 35, ...of } },
    ...at,
  });
beforeEach(() => (hour = 10));

describe('the guide number of one unit', () => {
  const find = (readings: Reading[], of: Partial<Settings> = {}) => {
    const { light, body } = lit(of);
    return foundGuideNumber(light, body, readings);
  };

  // 28 m is 7 m at f/4 (4): 4 m reads 2 log2(28 / 4) = 5.61, and half the power at 2 m one stop more.
  test('two readings that agree tell it, whatever distance, power and cloth they were taken at', () => {
    const found = find([read(5.61, { subjectM: 4 }), read(6.61, { subjectM: 2, power: -1 })])!;
    expect(found.metres).toBeCloseTo(28, 1);
    expect(found.stated).toBe(32);
    expect(foundGuideNumberText('remote', found, names)).toBe(
      'By its last two readings Remote gives guide number 28 m (92 ft) at 35 mm: 0.4 stop less than said of its model.',
    );
    const behind = find([read(5.61, { subjectM: 4 }), read(4.11, { subjectM: 4, modifierLoss: 1, gelLoss: 0.5 })])!;
    expect(behind.metres).toBeCloseTo(28, 1);
  });

  test('what is kept already is not told as news, and what differs from it is', () => {
    const readings = [read(5.61, { subjectM: 4 }), read(5.61, { subjectM: 4 })];
    const kept = (metres: number, zoomMm = 35) => {
      const { light, body } = lit({}, { realGuideNumber: { metres, zoomMm, ...FOUND } });
      return foundGuideNumber(light, body, readings)!.kept;
    };
    expect([kept(27.96), kept(28.6), foundGuideNumber(lit().light, lit().body, readings)!.kept]).toEqual([
      true,
      false,
      false,
    ]);
    // Kept at 70 mm, it counts at 35 mm too.
    expect([kept((27.96 * 45.2548) / 32, 70), kept(27.96, 70)]).toEqual([true, false]);
  });

  test('two that do not agree tell nothing, and that is said', () => {
    const found = find([read(5.6, { subjectM: 4 }), read(5.1, { subjectM: 4 })])!;
    expect([found.metres, found.apart]).toEqual([null, expect.closeTo(0.5, 6)]);
    expect(foundGuideNumberText('remote', found, names)).toContain('they are 0.5 stop apart');
  });

  test.each<[string, Reading[], Partial<Settings>]>([
    ['one reading', [read(5, { subjectM: 4 })], {}],
    ['no distance', [read(5, { subjectM: 4 }), read(5, {})], {}],
    ['metering', [read(5, { subjectM: 4 }), read(5, { subjectM: 4, power: null })], {}],
    ['a zoom nobody recorded', [read(5, { subjectM: 4, zoomMm: null }), read(5, { subjectM: 4, zoomMm: null })], {}],
    ['beyond what any flash gives', [read(14, { subjectM: 20 }), read(14, { subjectM: 20 })], {}],
    ['another zoom', [read(5, { subjectM: 4 }), read(6, { subjectM: 4, zoomMm: 70 })], {}],
    ['high-speed sync', [read(5, { subjectM: 4 }), read(3, { subjectM: 4 }, { shutter: '1/500' })], { hss: true }],
  ])('%s is not two readings', (_, readings, of) => expect(find(readings, of)).toBeNull());

  test('kept, it shifts what is said of every zoom, and every level that rests on it', () => {
    const real = { realGuideNumber: { metres: 28, zoomMm: 35, ...FOUND } };
    const { light } = lit({}, real);
    expect(guideNumbersOf(light).map(({ metres }) => Number(metres.toFixed(2)))).toEqual([28, 39.6]);
    const less = 2 * Math.log2(28 / 32);
    for (const set of [{}, { zoomMm: 70 }])
      expect(levelByGuideNumber(lit(set, real)).stops!).toBeCloseTo(levelByGuideNumber(lit(set)).stops! + less, 3);
    // Where nothing is said of that zoom it stands alone.
    expect(guideNumbersOf(lit({}, real, { guideNumbers: null }).light)).toEqual([{ zoomMm: 35, metres: 28 }]);
    // Beyond the zooms that are said of the model it stands beside them.
    const far = lit({}, { realGuideNumber: { metres: 60, zoomMm: 105, ...FOUND } });
    expect(guideNumbersOf(far.light).map(({ zoomMm }) => zoomMm)).toEqual([35, 70, 105]);
    expect(levelByGuideNumber(far).stops).toBe(levelByGuideNumber(lit()).stops);
    const metered = [read(3, { subjectM: 4, power: null })];
    const exact = (of: ReturnType<typeof lit>) => frozen(of.light, of.body, metered).exact!;
    expect(exact(lit({}, real))).toBeCloseTo(exact(lit()) - less, 3);
  });
});

describe('what one unit loses in high-speed sync', () => {
  const without = { power: -1, subjectM: 4 };

  test('a reading in it against one without tells it, what was set between them taken off', () => {
    const { light, body } = lit({ hss: true });
    const readings = [read(5, without), read(2.4, { ...without, power: 0 }, { shutter: '1/1000' })];
    const found = foundLoss(light, body, readings)!;
    expect(found.loss).toEqual({ stops: expect.closeTo(3.6, 6), shutter: '1/1000' });
    expect(found.stated).toEqual({ stops: 2, shutter: '1/500' });
    expect(foundLossText('remote', found, names)).toBe(
      'By its readings Remote loses 3.6 stops at 1/1000 in high-speed sync; its model is said to lose 2 stops at 1/500.',
    );
    expect(foundLoss(lit().light, body, readings)).toBeNull();
    expect(foundLoss(light, body, readings.slice(0, 1))).toBeNull();
    // Brighter in it than without cannot be.
    expect(foundLoss(light, body, [read(5, without), read(6, without, { shutter: '1/1000' })])).toBeNull();
  });

  test('kept at another shutter time it is the same loss', () => {
    const readings = [read(5, without), read(2.4, { ...without, power: 0 }, { shutter: '1/1000' })];
    const kept = (stops: number, shutter: string) => {
      const { light, body } = lit({ hss: true }, { realHssLoss: { stops, shutter, ...FOUND } });
      return foundLoss(light, body, readings)!.kept;
    };
    expect([kept(3.6, '1/1000'), kept(2.6, '1/500'), kept(3.6, '1/500')]).toEqual([true, true, false]);
  });

  test('kept, it counts before what is said of its model', () => {
    const real = { realHssLoss: { stops: 3.6, shutter: '1/1000', ...FOUND } };
    expect(lossOfTrain(lit({}, real).light)).toMatchObject({ stops: 3.6, shutter: '1/1000' });
    expect(lossOfTrain(lit().light)).toEqual({ stops: 2, shutter: '1/500' });
    expect(lossOfTrain(lit({}, {}, { hssLoss: { stops: 2 } }).light)).toBeNull();
    const at = (of: ReturnType<typeof lit>) => {
      const body = { ...of.body, settings: { ...of.body.settings, shutter: '1/1000' } };
      return lightLevel({ ...of, body, train: true }, []).stops!;
    };
    // 2 stops at 1/500 are 3 at 1/1000.
    expect(at(lit({}, real))).toBeCloseTo(at(lit()) - 0.6, 6);
  });

  test('it is said in stops and in metres: two stops are half the way', () => {
    const { light, body } = lit();
    const cost = trainCost(light, body, '1/1000')!;
    expect(cost).toMatchObject({ stops: 3, reach: { aperture: 4, single: 8, train: expect.closeTo(2.828, 3) } });
    expect(trainCost(light, body, '1/500')!.reach!.train).toBeCloseTo(4, 6);
    expect(trainCostText(cost)).toBe(
      'High-speed sync at 1/1000 takes 3 stops: at full power f/4 reaches 2.8 m, not 8.0 m.',
    );
    const dark = trainCost(lit({ zoomMm: null }).light, body, '1/1000')!;
    expect(trainCostText(dark)).toBe('High-speed sync at 1/1000 takes 3 stops: it reaches 0.35 times as far.');
    expect(trainCost(lit({}, {}, { hssLoss: null }).light, body, '1/1000')).toBeNull();
  });
});

describe('what a stop on the dial of one unit gives', () => {
  const at = (power: number, stops: number, of: Reading['lights'][string] = {}, then: Partial<Reading> = {}) =>
    read(stops, { power, subjectM: 4, ...of }, then);
  const find = (readings: Reading[], of: Partial<Settings> = {}, real: Partial<Unit> = {}) => {
    const { light, body } = lit(of, real);
    return foundDialStop(light, body, readings);
  };

  test('two readings far enough apart on the dial tell it, what else was changed taken off', () => {
    // Four stops down the dial are 3.4 stops of light.
    const found = find([at(0, 7), at(-4, 3.6)])!;
    expect(found).toEqual({ stops: expect.closeTo(0.85, 9), between: [-4, 0] });
    expect(foundDialStopText('remote', found, names)).toBe(
      'From 1/16 to 1/1 Remote gives 0.85 stops of light for a stop on its dial, by its last two readings.',
    );
    // Twice as far is two stops less, a filter of one stop one more.
    expect(find([at(0, 7), at(-4, 0.6, { subjectM: 8, densityLoss: 1 })])!.stops).toBeCloseTo(0.85, 9);
    expect(find([at(0, 7), at(-2, 5.3)], {}, {})!.between).toEqual([-2, 0]);
    // The one before it is too near on the dial, the one before that is not.
    expect(find([at(0, 7), at(-3, 4.45), at(-4, 3.6)])!.between).toEqual([-4, 0]);
  });

  test.each<[string, Reading[], Partial<Settings>]>([
    ['readings that agree', [at(0, 7), at(-4, 3.15)], {}],
    ['powers nearer than two stops', [at(0, 7), at(-1, 6.5)], {}],
    ['another place', [at(0, 7), at(-4, 3.6, {}, { place: 'Bar' })], {}],
    ['one reading', [at(0, 7)], {}],
    ['metering', [at(0, 7), at(-4, 3.6, { power: null })], {}],
    ['high-speed sync', [at(0, 7), at(-4, 3.6, {}, { shutter: '1/500' })], { hss: true }],
    ['a distance nobody recorded', [at(0, 7), at(-4, 3.6, { subjectM: null })], {}],
    ['what no dial does', [at(0, 7), at(-4, 6)], {}],
  ])('%s tell nothing of it', (_, readings, of) => expect(find(readings, of)).toBeNull());

  test('readings that do not agree name it among what would explain them', () => {
    const { light, body } = lit();
    const agreement = agreementOf({ light, body, train: false }, [at(0, 7), at(-4, 3.6)])!;
    expect(agreement.off).toBeCloseTo(0.6, 9);
    expect(agreement.whys.map(({ why }) => why)).toEqual(['dial', 'distance']);
    expect(agreementText(agreement, names)).toContain('it gives 0.85 stops of light for a stop on its dial; or');
    // On a dial known to be flat, one and a half of its stops are wanted for what another gives in one.
    const flat = lit({}, { realDialStop: { stops: 0.7, ...FOUND } });
    const off = agreementOf({ ...flat, train: false }, [at(-4, 3), at(-4, 4.4)])!;
    expect(off.whys[0]).toEqual({ why: 'power', steps: 2 });
    // Read again at the same power it is no matter of the dial.
    const again = agreementOf({ light, body, train: false }, [at(0, 7), at(-4, 3), at(-4, 3.6)])!;
    expect(again.whys.map(({ why }) => why)).toEqual(['distance']);
  });

  test('kept, every level and every frozen power goes by it, and the readings agree', () => {
    const real = { realDialStop: { stops: 0.85, ...FOUND } };
    const readings = [at(0, 7), at(-4, 3.6)];
    expect(find(readings, {}, real)).toBeNull();
    const down = (of: Partial<Unit>) => {
      const unit = lit({}, of);
      return levelByReading({ ...unit, power: -2 }, readings[0]!).stops!;
    };
    expect([down({}), down(real)]).toEqual([5, expect.closeTo(5.3, 9)]);
    const number = (of: Partial<Unit>) => levelByGuideNumber({ ...lit({}, of), power: -4 }).stops!;
    expect(number(real) - number({})).toBeCloseTo(0.6, 9);
    const metered = [at(0, 7), read(3.6, { power: null, subjectM: 4 })];
    expect(frozen(lit().light, lit().body, metered).exact).toBeCloseTo(-3.4, 9);
    expect(frozen(lit({}, real).light, lit().body, metered).exact).toBeCloseTo(-4, 9);
    // And its guide number is told by them: 4 m at f/11.3 (7) are 45 m.
    const { light, body } = lit({}, real);
    expect(foundGuideNumber(light, body, readings)!.metres).toBeCloseTo(4 * 2 ** 3.5, 6);
    expect(foundGuideNumber(lit().light, body, readings)!.metres).toBeNull();
  });

  test('what is kept of a unit is told in words, by meter and by test frames', () => {
    const { light } = lit(
      {},
      {
        realGuideNumber: { metres: 28.3, zoomMm: 35, ...FOUND },
        realHssLoss: { stops: 2.6, shutter: '1/500', ...FOUND },
        realDialStop: { stops: 0.85, ...FOUND },
        realSyncs: { 'body-1': { link: 'radio', cleanTo: '1/160', ...FOUND } },
        realTails: { 'body-1': { delayUs: 1200, ...FOUND } },
      },
    );
    expect(keptByMeter(light.unit).map(({ field, text }) => [field, text])).toEqual([
      ['realGuideNumber', 'guide number 28 m (93 ft) at 35 mm'],
      ['realHssLoss', '2.6 stops at 1/500 in high-speed sync'],
      ['realDialStop', '0.85 stops of light for a stop on its dial'],
    ]);
    expect(keptByFrames(light.unit, names).map(({ field, by }) => [field, by])).toEqual([
      ['realSyncs.body-1', 'Maren'],
      ['realTails.body-1', 'Maren'],
    ]);
    expect(keptByMeter(lit().light.unit)).toEqual([]);
  });
});
