/** What is advised for odd set-ups made of the demo's gear, each worked out by hand. */
import { choicesOf } from '../src/mend/choices.ts';
import { fixesFor, wantLessFor } from '../src/mend/fixes';
import { leastWork, type Work } from '../src/mend/leastWork';
import { needFor } from '../src/mend/need.ts';
import type { Change } from '../src/record/change.ts';
import type { Settings } from '../src/record/settings.ts';
import type { Code } from '../src/rig/codes';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import { judge } from '../src/verdict/judge';
import { findingText } from '../src/words/findingWording.ts';
import { visitsOf } from '../src/words/workWording.ts';
import { costText, namesOf } from '../src/words/wording';
import { demo } from './demo.ts';

type Units = Record<string, Settings>;

/** More of the demo's units, by the model they are of. */
const MORE = {
  'old-sender': 'old-sender',
  wand: 'brinkel-wand',
  'duo-2': 'hesperrow-duo',
  'answer-s': 'hesperrow-answer-s',
};
const sender = demo.profiles.find(({ id }) => id === 'tholmar-sender-k')!;
const kit = {
  ...demo,
  profiles: [
    ...demo.profiles,
    {
      ...sender,
      id: 'old-sender',
      radios: [{ family: 'plover', roles: ['master' as const], generation: 1, groups: ['A', 'B'] }],
    },
  ],
  units: [...demo.units, ...Object.entries(MORE).map(([id, profile]) => ({ id, profile, label: id, firmware: '9.0' }))],
} as typeof demo;
const names = namesOf(kit);

const rigOf = (units: Units, inTurn = false): Rig =>
  buildRig(indexKit(kit), { id: 'odd', name: 'Odd', event: 'ropewalk', inTurn, units });
const camera = (shutter: string, more: Settings = {}): Settings => ({
  shutterType: 'mechanical',
  shutter,
  flashFiring: true,
  exposureMode: 'manual',
  ...more,
});
const master = (groups: Settings['groups'], more: Settings = {}): Settings => ({
  on: true,
  role: 'master',
  mount: 'body-1',
  channel: 11,
  networkId: 27,
  groups,
  ...more,
});
const remote = (more: Settings = {}): Settings => ({
  walkSeconds: 20,
  on: true,
  role: 'remote',
  link: 'radio',
  channel: 11,
  networkId: 27,
  group: 'A',
  mode: 'manual',
  power: -2,
  lamp: true,
  ...more,
});
const eye = (sees: string[], more: Settings = {}): Settings => ({
  walkSeconds: 20,
  on: true,
  role: 'eye',
  link: 'eye',
  eye: 'S1',
  sees,
  mode: 'manual',
  power: -3,
  ...more,
});
const A = { on: true, mode: 'manual', power: -2 } as const;

const told = (changes: readonly Change[]) => changes.map(({ unit, setting, to }) => `${unit}.${setting} ${String(to)}`);
function about(units: Units, code: Code) {
  const judgement = judge(rigOf(units));
  const finding = judgement.findings.find((one) => one.code === code)!;
  const fixes = fixesFor(judgement, finding);
  return {
    fixes: fixes.map(({ changes }) => told(changes)),
    costs: fixes.map((fix) => costText(fix, names)),
    wants: wantLessFor(judgement, finding).map(({ changes }) => told(changes)),
    why: findingText(finding, names).why,
    need: needFor(judgement.rig, finding)?.kind,
  };
}
const planned = (work: Work) => ({
  changes: told(work.changes),
  seconds: work.seconds,
  exact: work.exact,
  left: work.left,
});
const work = (units: Units, inTurn?: boolean) => planned(leastWork(rigOf(units, inTurn)));

describe('pops', () => {
  // Ten a tenth of a second apart: the last comes 0.9 s after the first.
  const popping = (shutter: string): Units => ({
    'body-1': camera(shutter),
    'sender-1': master({ A: { on: true, mode: 'multi', power: -5 } }),
    'light-1': remote({ mode: 'multi', power: -5, multiPops: 10, multiHz: 10 }),
  });

  test('are wanted: the shutter stays open for all of them, and nobody makes one flash of them', () => {
    expect(about(popping('1/4'), 'frame.duration').fixes).toEqual([['body-1.shutter 1']]);
    expect(work(popping('1/4'))).toEqual({ changes: ['body-1.shutter 1'], seconds: 5, exact: true, left: [] });
  });

  test('take a camera out of the hand only where the crew wants that', () => {
    expect(about(popping('1/125'), 'frame.duration')).toMatchObject({ fixes: [], wants: [['body-1.shutter 1']] });
    const { left, wants } = leastWork(rigOf(popping('1/125')));
    expect([left, wants.map(({ changes }) => told(changes))]).toEqual([['light-1'], [['body-1.shutter 1']]]);
  });
});

test('a receiver whose switch stands wrong is set right, though a shutter of 1/25 would forgive it', () => {
  const units: Units = {
    'body-1': camera('1/200'),
    'call-1': { on: true, role: 'master', mount: 'body-1', channel: 5 },
    'answer-s': { on: true, role: 'remote', channel: 5, selector: 'camera' },
    'light-9': { on: true, role: 'local', link: 'radio', receiver: 'answer-s', mode: 'manual', power: -2 },
  };
  expect(work(units).changes).toEqual(['answer-s.selector flash']);
});

test('a leaf shutter has closed when a slow link comes; of a pulse nobody timed the longest is waited for', () => {
  const units: Units = {
    'guest-1': camera('1/2000', { shutterType: 'leaf' }),
    'call-1': { on: true, role: 'master', mount: 'guest-1', channel: 5 },
    'answer-1': { on: true, role: 'remote', channel: 5 },
    'light-9': { on: true, role: 'local', link: 'radio', receiver: 'answer-1', mode: 'manual', power: -2 },
  };
  const { why, fixes } = about(units, 'frame.latency');
  expect(why).toBe('The signal takes 1.06 ms, the shutter has closed by then: all of the frame is dark.');
  // 1.06 ms and 1.58 times 10 ms / ln 10: 7.9 ms, and 1/125 is 7.8.
  expect(fixes).toEqual([['guest-1.shutter 1/100']]);
});

test('compensation beyond the limit is taken back where that costs least, and no more of it than that', () => {
  const units: Units = {
    'body-1': camera('1/200', { compensation: 2 }),
    'sender-1': master({ A: { on: true, mode: 'ttl' } }),
    'light-1': remote({ mode: 'ttl', power: null, compensation: 2 }),
  };
  expect(about(units, 'power.comp-limit').fixes).toEqual([['body-1.compensation 1'], ['light-1.compensation 1']]);
  expect(work(units)).toMatchObject({ changes: ['body-1.compensation 1'], seconds: 5 });
  // Of what the camera has not it gives up nothing.
  const own = { ...units, 'body-1': camera('1/200'), 'light-1': remote({ mode: 'ttl', power: null, compensation: 4 }) };
  expect(about(own, 'power.comp-limit').fixes).toEqual([['light-1.compensation 3']]);
  // Where the light alone uses it up: none on the camera, said once.
  const both = {
    ...units,
    'body-1': camera('1/200', { compensation: -2 }),
    'light-1': remote({ mode: 'ttl', power: null, compensation: -3 }),
  };
  expect(about(both, 'power.comp-limit').fixes).toEqual([['body-1.compensation null'], ['light-1.compensation -1']]);
});

describe('a sender in the hand', () => {
  const inHand = (own: Settings | null): Units => ({
    'body-1': camera('1/200'),
    ...(own && { 'sender-1': own }),
    'light-1': remote(),
    'sender-2': master({ A: { ...A, power: own ? -5 : -2 } }, { mount: 'hand' }),
  });

  test('sets what a passive one leaves to it: that one says so itself again', () => {
    const units = inHand(master({ A }, { passive: true }));
    expect(about(units, 'power.overwritten').fixes[0]).toEqual(['sender-1.passive false']);
    expect(work(units)).toMatchObject({ changes: ['sender-1.passive false'], seconds: 5 });
    const choice = choicesOf(rigOf(units), [], () => true).find(
      ({ unit, setting }) => unit === 'sender-1' && setting === 'passive',
    );
    expect(choice?.values).toEqual([true, false]);
  });

  test('fires nothing there, and is put on the camera where that has none', () => {
    expect(about(inHand(null), 'sender.no-link').fixes).toEqual([['sender-2.mount body-1']]);
  });
});

test('eyes that watch each other need a first light', () => {
  const units: Units = { 'body-1': camera('1/200'), 'light-8': eye(['duo-2']), 'duo-2': eye(['light-8']) };
  expect(about(units, 'eye.nothing-in-view')).toMatchObject({ fixes: [], need: 'first-light' });
  expect(leastWork(rigOf(units)).needs.map(({ lights, need }) => [lights, need.kind])).toEqual([
    [['duo-2'], 'first-light'],
    [['light-8'], 'first-light'],
  ]);
});

test('an eye for two bodies, one of which meters and one does not, wants both in manual', () => {
  const onShoe = (mount: string, more: Settings): Settings => ({
    on: true,
    role: 'local',
    mount,
    link: 'shoe',
    ...more,
  });
  const units: Units = {
    'body-1': camera('1/200'),
    'body-2': camera('1/200'),
    'light-3': onShoe('body-1', { mode: 'ttl' }),
    'light-7': onShoe('body-2', { mode: 'manual', power: -3 }),
    'light-8': eye(['light-3', 'light-7'], { eye: 'S2' }),
  };
  const all = ['light-3.mode manual', 'light-3.power -4', 'light-8.eye S1'];
  expect(about(units, 'eye.waits-for-second').fixes).toEqual([all]);
  expect(work(units)).toMatchObject({ changes: all, seconds: 50 });
});

test('what is wrong behind a fault is said with its mend, and what would serve even then', () => {
  const units: Units = {
    'body-1': camera('1/200', { secondsBetween: 0.125, burstFrames: 20 }),
    'sender-1': master({ A: { ...A, power: 0 } }),
    'light-4': remote({ power: 0, cells: 'good' }),
  };
  expect(about(units, 'frame.tail-gradient')).toMatchObject({
    fixes: [['body-1.shutter 1/125']],
    costs: ['5 s; another fault is left on Light 4'],
  });
  const { left, wants } = leastWork(rigOf(units));
  expect(left).toEqual(['light-4']);
  expect(wants.map(({ changes }) => changes.map(({ setting }) => setting))).toEqual([
    ['shutter', 'power', 'groups.A.power'],
  ]);
});

test('a light that two bodies in turn ask for sooner than it charges is saved by nothing that can be set', () => {
  const units: Units = {
    'body-1': camera('1/125', { secondsBetween: 3 }),
    'body-2': camera('1/125', { secondsBetween: 3 }),
    'sender-1': master({ A: { ...A, power: 0 } }),
    'sender-2': master({ A: { ...A, power: 0 } }, { mount: 'body-2' }),
    'light-1': remote({ power: 0, cells: 'good' }),
  };
  // 1.8 s at full: soon enough for either of them, asked for every 1.5 by both.
  expect(work(units)).toMatchObject({ changes: [], left: [] });
  expect(work(units, true)).toEqual({ changes: [], seconds: 0, exact: true, left: ['light-1'] });
});

test('two lights on one letter that meters, each with a power of its own: no cheaper than a letter more', () => {
  const units: Units = {
    'body-1': camera('1/200'),
    'sender-1': master({ A: { on: true, mode: 'ttl' } }),
    'light-1': remote(),
    'light-2': remote({ power: -3 }),
  };
  // Five settings at the camera, and one light on another letter: 25 s, and 20 s with a walk of 20.
  expect(work(units)).toMatchObject({ seconds: 65, exact: true, left: [] });
});

test('a light that is made an eye is set by hand where it stands', () => {
  const units: Units = {
    'body-1': camera('1/200'),
    'old-sender': master({ A, B: { on: true, mode: 'ttl' } }),
    'light-1': remote(),
    'light-2': remote({ group: 'B', mode: 'ttl', power: null }),
  };
  const rig = rigOf(units);
  const visits = visitsOf(rig, leastWork(rig)).map(({ unit, changes }) => [
    unit,
    changes.map(({ setting }) => setting),
  ]);
  expect(visits).toEqual([
    ['light-1', ['networkId']],
    ['light-2', ['role', 'link', 'sees', 'mode', 'power', 'eye']],
  ]);
});

test('a light without high-speed sync is whole at a shutter that waits for its slow pulse', () => {
  const units: Units = {
    'body-1': camera('1/500'),
    wand: { on: true, role: 'master', mount: 'body-1', channel: 3, groups: { A: { on: true } } },
    'mono-1': { ...remote({ channel: 3, power: -1, hss: true }), networkId: null },
  };
  const { why, fixes, costs } = about(units, 'frame.no-hss');
  expect(why).toBe('Mono 1 should do high-speed sync at 1/500, which it does not do this way.');
  expect([fixes, costs]).toEqual([[['body-1.shutter 1/160']], ['5 s']]);
});

test('of two lights beyond sync the one that can may do high-speed sync, if the crew wants less light of it', () => {
  const units: Units = {
    'body-1': camera('1/2000'),
    'sender-1': master({ A }),
    'light-1': remote({ hss: true }),
    'light-2': remote(),
  };
  const { fixes, wants, why } = about(units, 'frame.over-sync');
  expect(why).toMatch(/all of it is dark\.$/);
  expect([fixes, wants]).toEqual([[['body-1.shutter 1/200']], [['light-2.hss true']]]);
  expect(work(units).changes).toEqual(['body-1.shutter 1/200']);
});

describe('a guest’s flash that may meter first', () => {
  const guest = (more: Settings): Units => ({
    'body-1': camera('1/200'),
    'guest-1': camera('1/200', { shutterType: 'leaf', stranger: true, popupUp: true }),
    'sender-1': master({ A }),
    'light-1': remote(),
    'light-8': eye(['light-1', 'guest-1'], more),
  });
  const strayOf = (more: Settings) => {
    const { verdicts } = judge(rigOf(guest(more)));
    return verdicts.find(({ unit, shot }) => unit === 'light-8' && shot === 'guest-1')!;
  };

  test('sets off an eye either way, and nobody knows when', () => {
    expect(strayOf({})).toMatchObject({ verdict: 'stray', atUs: null, chance: null, unknown: [] });
    expect(about(guest({}), 'crew.clash').fixes[0]).toEqual(['light-8.sees light-1']);
  });

  test('sets off one that waits for a second pulse only if it meters', () => {
    expect(strayOf({ eye: 'S2' })).toMatchObject({ verdict: 'unknown', chance: null });
    expect(strayOf({ eye: 'S2' }).unknown).toEqual([{ unit: 'guest-1', field: 'mode' }]);
  });

  test('sets off for certain no eye that it reaches in some shots only', () => {
    expect(strayOf({ sight: 'bounce', inSun: true, distanceM: 1 }).verdict).toBe('unknown');
  });
});
