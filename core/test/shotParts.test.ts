/** Small parts of a shot, each by itself: odds of two ways in, pops that together fill the frame, who is measured, what sleeps. */
import type { FlashProfile } from '../src/record/profile';
import { fallsAsleep } from '../src/rig/sleep';
import type { Light, Placed, Rig } from '../src/rig/rig';
import { EYE_LATENCY_US } from '../src/path/routes';
import { SignalPath } from '../src/path/signalPath';
import { EyeWatch, S2_WINDOW_US } from '../src/shot/eyeWatch';
import { syncLimits } from '../src/shot/framePreview';
import { frameLossOf } from '../src/shot/frameLoss';
import { newRun } from '../src/shot/lightRun';
import { meteredGroups } from '../src/shot/meteringOrder';
import { pulseDecayUs } from '../src/shot/pulseShape';
import { rowLight } from '../src/shot/rowLight';
import { ALWAYS, inEither, together } from '../src/shot/queued';
import { baseLook, judgeBase, type Spoil } from './baseRig';
import { both, control, RIVAL, set } from './gearCases';
import { rigOf } from './saidOf';

describe('odds', () => {
  const half = { chance: 0.5, doubt: null };
  const open = { chance: null, doubt: null };

  test('of two things that must both come about are one times the other', () => {
    expect([together(half, half), together(half, ALWAYS)].map(({ chance }) => chance)).toEqual([0.25, 0.5]);
    expect([together(half, open), together(open, half)].map(({ chance }) => chance)).toEqual([null, null]);
  });

  test('of one or the other: both must fail for it to fail', () => {
    expect([inEither(0.5, 0.8), inEither(1, null), inEither(0.5, null)]).toEqual([0.9, 1, null]);
  });

  test('of a light that two at once set off are told at its pulse as at the light', () => {
    const third = { like: 'remote', settings: { ...baseLook().units.remote!, heardShare: 0.5 } };
    const eyeIn = (heardShare: number) => {
      const spoil = both({ add: { third } }, set('remote', { heardShare }), set('eye', { sees: ['remote', 'third'] }));
      const shot = judgeBase(spoil).shots.find(({ body }) => body.id === 'body-1')!;
      const main = shot.timeline.find(({ unit, pulse }) => unit === 'eye' && pulse === 'main')!;
      return [shot.runs.get('eye')!.chance, main.chance];
    };
    expect(eyeIn(0.5)).toEqual([0.75, 0.75]);
    expect(eyeIn(1)).toEqual([1, undefined]);
  });
});

const flash = (fields: object, settings: object = {}): Light => ({ profile: fields, settings }) as unknown as Light;

test('pops that each leave a part of the frame dark light all of it together', () => {
  // Rows take 4 ms to open and stay open 3: the first pop reaches the lower three quarters, one 2 ms later the upper half.
  const light = (multiPops: number) => flash({ power: {} }, { mode: 'multi', multiPops, multiHz: 500 });
  const lossOf = (pops: number) =>
    frameLossOf(4000, 3000, { light: light(pops), delivery: null, atUs: 3000, train: false, tail: false })!;
  expect(lossOf(1).share).toBe(0.75);
  expect(lossOf(2)).toMatchObject({ share: 1, darkEdge: null });
});

test('a shutter open as long as its curtain takes and more leaves nothing dark, a shorter one a part', () => {
  expect(rowLight(4000, 8000, 4000, null).dark).toBe(0);
  // A millisecond late, open 3 of 4 ms: only the upper half of the rows is still open.
  expect(rowLight(4000, 3000, 5000, null).dark).toBe(0.5);
});

test('pops that leave a part of the frame dark leave it at the edge that none of them reaches', () => {
  // The second pop comes 20 ms later, into a closed shutter: what the first one does not reach stays dark.
  const light = flash({ power: {} }, { mode: 'multi', multiPops: 2, multiHz: 50 });
  const lossAt = (atUs: number) => frameLossOf(4000, 3000, { light, delivery: null, atUs, train: false, tail: false })!;
  expect(lossAt(1000)).toMatchObject({ share: 0.25, darkEdge: 'upper' });
  expect(lossAt(6000)).toMatchObject({ share: 0.25, darkEdge: 'lower' });
});

test('a pulse whose model has no lowest power recorded is as long at any power', () => {
  const profile = (floor: number | null): Partial<FlashProfile> => ({
    power: { floor, step: 1, scale: 'fraction' },
    duration: { measure: 't.1', fullUs: 4000, floorUs: 40 },
  });
  const decay = (floor: number | null, stops: number) => pulseDecayUs(flash(profile(floor)), stops)! * Math.LN10;
  expect([decay(null, -3), decay(null, 0)].map(Math.round)).toEqual([4000, 4000]);
  // Half way down in stops it is the geometric mean of 4,000 and 40.
  expect([decay(-4, -2), decay(-4, -4), decay(-4, -9)].map(Math.round)).toEqual([400, 40, 40]);
});

describe('groups that are measured', () => {
  test('are none of a family that nobody on the body speaks', () => {
    const spoil: Spoil = both(set('metered', { family: null }), {
      profiles: { metered: { radios: [...control({}).radios, { family: 'plain', roles: ['remote'] }] } },
    });
    const rig = rigOf(spoil);
    const [first, second] = rig.bodies;
    expect(meteredGroups(rig, second!)).toEqual(['']);
    expect(meteredGroups(rig, first!)).toEqual(['B']);
  });
});

test('a timer of a minute is a timer, and 0 is none', () => {
  const rig = (quietMinutes: number) => ({ around: { quietMinutes } }) as unknown as Rig;
  const unit = (sleepMinutes: number | null) =>
    ({ settings: {}, profile: { kind: 'flash', sleepMinutes } }) as unknown as Placed;
  expect([2, 1].map((quiet) => fallsAsleep(rig(quiet), unit(1)))).toEqual([true, false]);
  expect(fallsAsleep(rig(600), unit(0))).toBe(false);
  expect(fallsAsleep(rig(1), unit(null))).toBeNull();
});

describe('two controllers of which nobody knows whether they are heard', () => {
  const inDoubt = both(RIVAL, set('second', { mount: 'body-1', on: null }), set('sender', { on: null }));
  const toldIn = (spoil: Spoil) => {
    const { shots } = judgeBase(spoil);
    return shots.find(({ body }) => body.id === 'body-1')!.runs.get('remote')!.delivery!.verdict;
  };

  test('leave no doubt of what is said where both say the same', () => {
    expect(toldIn(inDoubt)).toBe('right');
  });

  test('and leave it where they do not', () => {
    const other = { ...RIVAL.add!.second!.settings.groups, A: { on: true, mode: 'manual', power: -6 } } as const;
    expect(toldIn(both(inDoubt, set('second', { groups: other })))).toBe('unknown');
  });
});

test('of a body whose curtain nobody recorded no fastest shutter is said', () => {
  const limit = (shutter: object) => {
    const shutters = [{ type: 'mechanical', flash: true, ...shutter }];
    const remote = { duration: { measure: 't.1', fullUs: 100 } };
    const { rig, shots } = judgeBase({ profiles: { 'body-1': { shutters }, remote } });
    return syncLimits(
      rig,
      shots.find(({ body }) => body.id === 'body-1')!,
      ['remote'],
    ).get('remote');
  };
  expect(limit({})).toBeNull();
  expect(limit({ syncTime: '1/250', curtainUs: 3400 })).toMatchObject({ cleanTo: '1/250' });
});

test('an eye that lets one pulse pass remembers it for a second and no longer', () => {
  const answers = (secondUs: number) => {
    const fired: number[] = [];
    const eyes = new EyeWatch(
      (atUs) => fired.push(atUs),
      () => {},
    );
    const light = flash({}, { eye: 'S2', sees: ['other'] });
    const run = newRun({ ...light, id: 'eye' }, SignalPath.start, null, null);
    eyes.watch('other', { run, path: SignalPath.start });
    const pulse = { kind: 'pulse', light: 'other', pulse: 'main', certain: true, unknown: [], odds: ALWAYS } as const;
    eyes.onPulse(0, pulse);
    eyes.onPulse(secondUs, pulse);
    return fired;
  };
  expect(answers(S2_WINDOW_US)).toEqual([S2_WINDOW_US + EYE_LATENCY_US]);
  expect(answers(S2_WINDOW_US + 1)).toEqual([]);
});
