import { canonical } from '../src/measure/canonical.ts';
import { type Change, withChanges } from '../src/record/change.ts';
import { takenBack } from './takenBack.ts';
import type { TestFire } from '../src/record/testFire';
import { buildRig, indexKit, type Light } from '../src/rig/rig';
import type { ShotRef } from '../src/shot/lightRun.ts';
import { judge } from '../src/verdict/judge';
import { fingerprint } from '../src/verdict/fingerprint';
import { adviseUntested, readinessOf, tally } from '../src/verdict/readiness';
import { findingText } from '../src/words/findingWording.ts';
import { namesOf } from '../src/words/wording';
import { baseKit, baseLook, type Spoil } from './baseRig';

const level = (body: string): ShotRef => ({ body, attitude: 'level' });
const rigOf = (spoil: Spoil = {}) => buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
const print = (light: string, spoil: Spoil = {}, body = 0) => {
  const rig = rigOf(spoil);
  return fingerprint(rig, rig.placed.get(light) as Light, rig.bodies[body]!);
};
const proofOf = (light: string, result: TestFire['result'] = 'fired', minute = 1): TestFire => ({
  look: 'look',
  light,
  body: 'body-1',
  attitude: 'level',
  result,
  fingerprint: print(light),
  at: `2027-06-12T19:0${minute}:00.000Z`,
});
const stateOf = (light: string, tests: TestFire[], spoil: Spoil = {}) =>
  readinessOf(judge(rigOf(spoil)), tests).find((one) => one.light === light)!;

test('a light is computed until test-fired, then proven', () => {
  expect(stateOf('remote', [])).toMatchObject({ state: 'computed', stale: false, untested: [level('body-1')] });
  expect(stateOf('remote', [proofOf('remote')])).toMatchObject({ state: 'proven', stale: false, untested: [] });
});

test.each<[string, Spoil]>([
  ['the light', { settings: { remote: { power: -5 }, sender: {} } }],
  [
    'its sender',
    {
      settings: {
        sender: {
          channel: 11,
          networkId: 27,
          role: 'master',
          on: true,
          mount: 'body-1',
          groups: { A: { on: true, mode: 'manual', power: -3 } },
        },
      },
    },
  ],
  ['the wait before the look', { look: { quietMinutes: 5 } }],
  ['what else is on the air', { look: { emitters: [{ name: 'Net', mhz: 5500, widthMhz: 20 }] } }],
  ['its body', { settings: { 'body-1': { shutter: '1/125' } } }],
  [
    'its model’s description',
    { profiles: { remote: { radios: [{ family: 'control', roles: ['remote'], latencyUs: 450 }] } } },
  ],
])('a change to %s makes the proof stale', (_, spoil) => {
  const now = stateOf('remote', [proofOf('remote')], spoil);
  expect(now.stale).toBe(true);
  expect(now.state).not.toBe('proven');
});

describe('how the camera was held', () => {
  const bothWays: Spoil = { settings: { 'body-1': { attitudes: ['level', 'upright'] } } };
  const upright: ShotRef = { body: 'body-1', attitude: 'upright' };

  test('a test upright does not prove the level shot, nor the other way round', () => {
    const asLevel = proofOf('remote');
    const asUpright: TestFire = { ...asLevel, attitude: 'upright' };
    expect(stateOf('remote', [asLevel], bothWays)).toMatchObject({ state: 'computed', untested: [upright] });
    expect(stateOf('remote', [asUpright], bothWays)).toMatchObject({ state: 'computed', untested: [level('body-1')] });
    expect(stateOf('remote', [asLevel, asUpright], bothWays)).toMatchObject({ state: 'proven', untested: [] });
  });

  test('a miss upright contradicts the upright shot alone', () => {
    const missed: TestFire = { ...proofOf('remote', 'dark'), attitude: 'upright' };
    expect(stateOf('remote', [proofOf('remote'), missed], bothWays)).toMatchObject({ contradicted: 'dark' });
    expect(stateOf('remote', [proofOf('remote'), missed])).toMatchObject({ state: 'proven', contradicted: null });
  });

  test('where nobody recorded it, a test counts only for a camera held one way', () => {
    const unrecorded: TestFire = { ...proofOf('remote'), attitude: null };
    expect(stateOf('remote', [unrecorded])).toMatchObject({ state: 'proven' });
    expect(stateOf('remote', [unrecorded], bothWays).untested).toEqual([level('body-1'), upright]);
  });

  test('holding it another way as well leaves the proof of the first', () => {
    expect(print('remote', bothWays)).toBe(print('remote'));
  });
});

test('a stranger’s lights are not counted, and a stranger’s shutter needs no test fire', () => {
  const spoil: Spoil = {
    add: {
      theirs: { like: 'body', settings: { stranger: true, shutterType: 'mechanical', shutter: '1/160' } },
      'their-flash': { like: 'remote', settings: { link: 'shoe', role: 'local', mount: 'theirs' } },
    },
  };
  const all = readinessOf(judge(rigOf(spoil)), []);
  expect(all.map((one) => one.light)).not.toContain('their-flash');
  expect(all.find((one) => one.light === 'remote')!.untested).toEqual([level('body-1')]);
});

test('a change elsewhere leaves it, as does moving the stand', () => {
  expect(stateOf('remote', [proofOf('remote')], { settings: { wired: { power: -4 } } }).state).toBe('proven');
  expect(
    stateOf('remote', [proofOf('remote')], { settings: { remote: { place: 'by the door', walkSeconds: 9 } } }).state,
  ).toBe('proven');
});

test('an eye’s proof goes stale with the light it watches', () => {
  expect(print('eye')).not.toBe(print('eye', { settings: { remote: { group: 'C' } } }));
  expect(print('eye')).toBe(print('eye', { settings: { wired: { power: -4 } } }));
});

test('undoing the change makes the proof good again', () => {
  const change: Change = { unit: 'remote', setting: 'group', from: 'A', to: 'C' };
  const changed = withChanges(baseLook(), [change]);
  const back = withChanges(changed, takenBack([change]));
  const rig = buildRig(indexKit(baseKit()), back);
  expect(fingerprint(rig, rig.placed.get('remote') as Light, rig.bodies[0]!)).toBe(print('remote'));
});

test('the last test fire counts, and one that says otherwise than the simulation makes the light fail', () => {
  expect(stateOf('remote', [proofOf('remote', 'fired', 1), proofOf('remote', 'dark', 2)])).toMatchObject({
    state: 'failing',
    contradicted: 'dark',
  });
  expect(stateOf('remote', [proofOf('remote', 'fired', 2), proofOf('remote', 'dark', 1)]).state).toBe('proven');
  // At one moment no order of the two may decide: a light somebody saw dark is not called proven.
  const [fired, dark] = [proofOf('remote', 'fired'), proofOf('remote', 'dark')];
  for (const both of [
    [fired, dark],
    [dark, fired],
  ])
    expect(stateOf('remote', both).contradicted).toBe('dark');
});

test('a proof from one body does not prove the other', () => {
  const spoil: Spoil = {
    settings: { wired: {}, remote: { firesFor: ['body-1', 'body-2'] }, top: { role: 'off' }, sender2: {} },
  };
  expect(stateOf('remote', [proofOf('remote')], spoil).state).toBe('failing');
});

test('unknown is its own state, and the tally counts every light once', () => {
  const spoil: Spoil = { settings: { remote: { channel: null } } };
  expect(stateOf('remote', [], spoil).state).toBe('unknown');
  const count = tally(readinessOf(judge(rigOf(spoil)), [proofOf('wired')]));
  expect(count).toEqual({ proven: 1, computed: 3, failing: 0, unknown: 2 });
});

test('left out and null are the same, and order is nothing', () => {
  expect(canonical({ b: 1, a: null, c: [{ y: 2, x: 1 }] })).toBe('{"b":1,"c":[{"x":1,"y":2}]}');
});

describe('advice.untested', () => {
  const advice = (tests: TestFire[], spoil: Spoil = {}) => adviseUntested(readinessOf(judge(rigOf(spoil)), tests));
  const all = ['remote', 'metered', 'eye', 'answered', 'wired'].map((light) => proofOf(light));
  const top: TestFire = { ...proofOf('top'), body: 'body-2', fingerprint: print('top', {}, 1) };

  test('names every light that should fire and was not seen to', () => {
    const finding = advice([proofOf('remote')])!;
    expect(finding).toMatchObject({
      code: 'advice.untested',
      severity: 'A',
      units: ['answered', 'eye', 'metered', 'top', 'wired'],
      shots: [level('body-1'), level('body-2')],
    });
    const text = findingText(finding, namesOf(baseKit()));
    expect(text.what).toBe('Answered, Eye, Metered, Top and Wired are not proven.');
    expect(text.why).toBe('No test fire since its settings last changed.');
  });

  test('is gone when all are proven, and back when one goes stale', () => {
    expect(advice([...all, top])).toBeNull();
    expect(advice([...all, top], { settings: { wired: { power: -4 } } })!.units).toEqual(['wired']);
  });

  test('says so when a test fire said otherwise', () => {
    const finding = advice([...all, top, proofOf('wired', 'dark', 5)])!;
    expect(finding.units).toEqual(['wired']);
    expect(findingText(finding, namesOf(baseKit())).why).toBe('The last test fire said dark.');
  });

  test('leaves failing and unknown lights to their own findings', () => {
    expect(advice([...all, top], { settings: { wired: { on: false } } })).toBeNull();
    expect(advice([...all, top], { settings: { wired: { on: null } } })).toBeNull();
  });
});
