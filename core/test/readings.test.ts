/** What a light reads, whether its readings agree, and what metering gave. docs/model.md, Levels and Readings. */
import { agreementOf } from '../src/power/agreement';
import { withDifferences } from '../src/power/byDifference';
import { frozen } from '../src/power/freeze';
import { lightLevel } from '../src/power/lightLevel';
import { lightPowers } from '../src/power/lightPower';
import { meterShot } from '../src/power/meterShot';
import type { Reading } from '../src/record/reading';
import type { Settings } from '../src/record/settings';
import { simulate } from '../src/shot/simulate';
import { levelText } from '../src/words/powerWording';
import { groups, judgeBase, type Spoil } from './baseRig';
import { LAMP, reading } from './metered';

const lit = (of: Partial<Settings> = {}, body: Partial<Settings> = {}) => {
  const { rig } = judgeBase({
    profiles: { remote: LAMP },
    settings: { 'body-1': { iso: 400, ...body }, remote: { subjectM: 4, zoomMm: 35, ...of } } as never,
  });
  const light = rig.lights.find(({ id }) => id === 'remote')!;
  return { light, body: rig.bodies[0]!, power: light.settings.power ?? null, train: false };
};

describe('how bright a light is', () => {
  // GN 32 at 4 m is f/8 (6); ISO 400 adds 2, 1/8 takes 3.
  test.each([
    [{}, {}, 5],
    [{ power: -1 }, {}, 7],
    [{ subjectM: 8 }, {}, 3],
    [{ zoomMm: 70 }, {}, 6],
    [{ modifierLoss: 1.5, densityLoss: 2 }, {}, 1.5],
    [{}, { iso: 100 }, 3],
  ])('by its guide number, with %j and %j: %d stops above f/1', (of, body, stops) =>
    expect(lightLevel(lit(of, body as never), []).stops).toBeCloseTo(stops, 3),
  );

  const metered = reading({ stops: 5.4, lights: { remote: { power: -3, subjectM: 4, zoomMm: 35 } } });
  test.each([
    [{}, {}, 5.4],
    [{ power: -1 }, {}, 7.4],
    [{ subjectM: 2 }, {}, 7.4],
    [{ zoomMm: 70 }, {}, 6.4],
    [{ gelLoss: 0.7 }, {}, 4.7],
    [{}, { iso: 1600 }, 7.4],
  ])('from a reading, with %j and %j since: %d', (of, body, stops) =>
    expect(lightLevel(lit(of, body as never), [metered]).stops).toBeCloseTo(stops, 3),
  );

  test('in high-speed sync the shutter counts', () => {
    const train = { ...lit({ hss: true }, { shutter: '1/1000' }), train: true };
    expect(lightLevel(train, []).stops).toBeCloseTo(5 - 3, 3);
    expect(lightLevel(train, [reading({ stops: 3, shutter: '1/500', lights: metered.lights })]).stops).toBeCloseTo(
      2,
      3,
    );
  });

  test('of several readings the latest of this light alone counts', () => {
    const both = reading({ id: 'b', stops: 9, at: '2027-06-12T18:00:00.000Z', lights: { ...metered.lights, eye: {} } });
    const later = reading({ id: 'c', stops: 5.1, at: '2027-06-12T16:00:00.000Z', lights: metered.lights });
    expect(lightLevel(lit(), [both, metered, later]).reading).toBe(later);
  });

  test('what is not recorded is named instead', () => {
    const fields = (of: Partial<Settings>, body: object = {}, readings: Reading[] = []) =>
      lightLevel(lit(of, body as never), readings).unknown.map(({ field }) => field);
    expect(fields({ subjectM: null, power: null })).toEqual(['power', 'subjectM']);
    expect(fields({ zoomMm: null }, { iso: null })).toEqual(['iso', 'zoomMm']);
    expect(fields({ zoomMm: 20 })).toEqual(['profile.guideNumbers']);
    expect(fields({ subjectM: null }, {}, [metered])).toEqual(['subjectM']);
    expect(fields({ zoomMm: 20 }, {}, [metered])).toEqual(['profile.guideNumbers']);
  });
});

describe('whether two readings agree', () => {
  const first = reading({ id: 'a', stops: 5.4, lights: { remote: { power: -3, subjectM: 4, zoomMm: 35 } } });
  const then = (stops: number, of: Reading['lights'][string] = {}) =>
    reading({
      id: 'b',
      stops,
      at: '2027-06-12T16:00:00.000Z',
      lights: { remote: { power: -3, subjectM: 4, zoomMm: 35, ...of } },
    });

  const having = (one: Reading, of: Partial<Settings>): Reading => ({
    ...one,
    lights: { remote: { ...one.lights.remote, ...of } },
  });

  test('a stop less power and a stop less light agree', () => {
    expect(agreementOf(lit(), [first, then(4.5, { power: -4 })])).toMatchObject({
      whys: [],
      off: expect.closeTo(0.1, 6),
    });
  });

  test.each<[number, Partial<Settings>, string[]]>([
    [3.4, {}, ['power -2', 'density -2', 'cells', 'distance 8']],
    [6.4, {}, ['power 1', 'zoom 70', 'distance 2.83']],
    [4.9, {}, ['cells', 'distance 4.76']],
    // Its head stands where it is said to, or is not said to stand anywhere: no zoom explains it.
    [6.4, { zoomMm: 70 }, ['power 1', 'distance 2.83']],
    [6.4, { zoomMm: null }, ['power 1', 'distance 2.83']],
    [1.4, { power: -1 }, ['power -4', 'density -4', 'cells', 'distance 16']],
    [7.4, { densityLoss: 2 }, ['power 2', 'density 2', 'distance 2']],
  ])('a reading of %d with %j: %j', (stops, of, whys) => {
    const found = agreementOf(lit(), [having(first, of), having(then(stops), of)])!.whys;
    const text = found.map((one) => {
      if (one.why === 'power') return `power ${one.steps}`;
      if (one.why === 'density') return `density ${one.stops}`;
      if (one.why === 'zoom') return `zoom ${one.mm}`;
      return one.why === 'distance' ? `distance ${Number(one.metres!.toFixed(2))}` : one.why;
    });
    expect(text).toEqual(whys);
  });

  test('at another place, or of something nobody recorded, nothing is said', () => {
    expect(agreementOf(lit(), [first, { ...then(5), place: 'face' }])).toBeNull();
    expect(agreementOf(lit(), [first])).toBeNull();
    const open = agreementOf(lit(), [first, then(5, { subjectM: undefined })])!;
    expect(open).toMatchObject({ off: null, whys: [] });
    expect(open.unknown.map(({ field }) => field)).toEqual(['subjectM']);
  });
});

test('what metering gave becomes the nearest power it can be set to', () => {
  const { light, body } = lit();
  const known = reading({ stops: 5, lights: { remote: { power: -3, subjectM: 4, zoomMm: 35 } } });
  const metered = reading({
    stops: 6.3,
    lights: { remote: { subjectM: 4, zoomMm: 35 } },
    at: '2027-06-12T16:00:00.000Z',
  });
  expect(frozen(light, body, [known, metered])).toMatchObject({ exact: expect.closeTo(-1.7, 6), power: -2 });
  // By the guide number 32 at 4 m and ISO 400 it reads 8 at full.
  expect(frozen(light, body, [metered])).toMatchObject({ exact: expect.closeTo(-1.7, 6), power: -2 });
  expect(frozen(light, body, [known])).toMatchObject({ exact: null, power: null, metered: null });
});

describe('what a meter would read of a press', () => {
  /** At full. */
  const FULL: Readonly<Record<string, number>> = { remote: 8, metered: 7, eye: 6 };
  const read = (asked: string[], of: Spoil['settings'] = {}) => {
    const { rig } = judgeBase({ settings: { ...of, 'body-1': { aperture: 4, ...of['body-1'] } } as never });
    const shot = simulate(rig, rig.bodies[0]!);
    return meterShot(shot, asked, ({ light, power }) => (power === null ? null : FULL[light.id]! + power));
  };
  const told = (power: number) => ({ sender: { groups: groups('A', { power }) } }) as never;

  // Metered, f/4 is 4 stops above f/1; from 7 at full that is 1/8, and its lowest power reads 0.
  test.each<[string[], Spoil['settings'], number | null, string[]]>([
    [['remote'], {}, 5, []],
    [['remote'], told(-5), 3, []],
    [['eye'], {}, 2, []],
    [['remote', 'eye'], {}, Math.log2(2 ** 5 + 2 ** 2), []],
    [['remote'], { remote: { channel: 12 } }, null, ['remote']],
    [['metered', 'eye'], { remote: { channel: 12 } }, 4, ['eye']],
    [['metered'], {}, 4, []],
    [['metered'], { metered: { compensation: 1 } }, 5, []],
    [['metered'], { 'body-1': { aperture: 16 } }, 7, []],
    [['metered'], { 'body-1': { aperture: null } }, null, []],
    [['remote'], { remote: { channel: null } }, null, []],
  ])('%j with %j: %s above f/1, dark %j', (asked, of, stops, dark) => {
    const found = read(asked, of);
    if (stops === null) expect(found.stops).toBeNull();
    else expect(found.stops).toBeCloseTo(stops, 9);
    expect(found.dark).toEqual(dark);
  });
});

describe('a light that was never read alone', () => {
  const [key, fill] = [{ power: -3, subjectM: 4 }, { power: -2 }];
  const alone = reading({ id: 'alone', stops: 6, lights: { remote: key } });
  // 2^6 and 2^6 of light are 2^7.
  const both = reading({ id: 'both', stops: 7, lights: { remote: key, answered: fill } });
  const told = (...readings: Reading[]) => withDifferences(readings).slice(readings.length);

  test('reads what the others leave of all together', () => {
    expect(told(alone, both)).toEqual([
      {
        ...both,
        id: 'both less others',
        stops: expect.closeTo(6, 9),
        lights: { answered: fill },
        differenceOf: 'both',
      },
    ]);
    const judgement = judgeBase({ settings: { 'body-1': { iso: 400, aperture: 8 } } as never });
    const answered = lightPowers(judgement, [alone, both]).find(({ light }) => light.id === 'answered')!;
    expect(answered.level.stops).toBeCloseTo(6, 9);
    expect(levelText(answered)).toBe('reads f/8, by what the others leave');
  });

  test('of three the other two are taken off', () => {
    const third = reading({ id: 'third', stops: 7, lights: { eye: { power: -4 } } });
    const all = reading({ id: 'all', stops: 8, lights: { ...both.lights, eye: { power: -4 } } });
    // 256 less 64 less 128 is 64.
    expect(told(alone, third, all)[0]!.stops).toBeCloseTo(6, 9);
    expect(told(alone, all)).toEqual([]);
  });

  test('order of what is noted of a light is no matter, and a reading alone goes first', () => {
    const turned = { ...both, lights: { answered: fill, remote: { subjectM: 4, power: -3 } } };
    expect(told(alone, turned)[0]!.stops).toBeCloseTo(6, 9);
    expect(told(alone, both, reading({ id: 'own', lights: { answered: fill } }))).toEqual([]);
  });

  test.each<[string, Partial<Reading>, Partial<Reading>]>([
    ['another power', { lights: { remote: { ...key, power: -2 } } }, {}],
    ['another ISO', { iso: 800 }, {}],
    ['another shutter', { shutter: '1/125' }, {}],
    ['another place', { place: 'Bar' }, {}],
    ['metering', { lights: { remote: { subjectM: 4 } } }, { lights: { remote: { subjectM: 4 }, answered: fill } }],
    ['more than all', { stops: 7.2 }, {}],
    // 2^7 less 2^6.9 is 3.9 stops below all.
    ['so much that the rest is lost in rounding', { stops: 6.9 }, {}],
  ])('with %s of the others nothing is told', (_, of, all) =>
    expect(told({ ...alone, ...of }, { ...both, ...all })).toEqual([]),
  );
});
