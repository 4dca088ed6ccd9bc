/** Answers kept with what was looked at on the way to them. */
import { AssignedRigs } from '../src/mend/assignedRigs';
import { choicesOf } from '../src/mend/choices';
import { concerning, hangingIn, seenFrom } from '../src/mend/concerned';
import { BLANKABLE } from '../src/mend/nogoods';
import { Traces } from '../src/mend/traces';
import { watched } from '../src/mend/watched';
import { groupPartsOf } from '../src/record/settingPath';
import type { Settings } from '../src/record/settings';
import type { Body, Rig } from '../src/rig/rig';
import { buildRig, indexKit } from '../src/rig/rig';
import { simulate } from '../src/shot/simulate';
import { isNeverRight } from '../src/verdict/neverRight';
import { verdictOf } from '../src/verdict/verdict';
import { baseKit, baseLook, type Spoil } from './baseRig';
import { forEachRig, RUNS } from './lawHarness';

const stateIn =
  (states: readonly (number | string)[]) =>
  (field: number): number | string =>
    states[field]!;

describe('an answer', () => {
  test('is found again where all that was looked at is the same, whatever the rest', () => {
    const traces = new Traces<string>();
    traces.keep([2, 0], stateIn([1, 5, 7]), 'dark');
    expect(traces.find(stateIn([1, 9, 7]))).toMatchObject({ answer: 'dark', fields: [2, 0] });
    expect(traces.find(stateIn([1, 5, 8]))).toBeNull();
    expect(traces.find(stateIn([2, 5, 7]))).toBeNull();
  });

  test('stands beside others that part from it early or late', () => {
    const traces = new Traces<string>();
    traces.keep([0, 1, 2], stateIn([1, 1, 1]), 'a');
    traces.keep([0, 1, 2], stateIn([1, 1, 2]), 'b');
    traces.keep([0, 3], stateIn([2, 0, 0, 4]), 'c');
    traces.keep([0, 1, 3], stateIn([1, 3, 0, 4]), 'd');
    const found = [
      [1, 1, 1, 9],
      [1, 1, 2, 9],
      [2, 9, 9, 4],
      [1, 3, 9, 4],
      [1, 1, 3, 4],
      [2, 9, 9, 5],
    ].map((states) => traces.find(stateIn(states))?.answer ?? null);
    expect(found).toEqual(['a', 'b', 'c', 'd', null, null]);
  });

  test('for which nothing was looked at always holds', () => {
    const traces = new Traces<boolean>();
    expect(traces.find(stateIn([]))).toBeNull();
    traces.keep([], stateIn([]), true);
    expect(traces.find(stateIn([4]))?.answer).toBe(true);
  });

  test('that looked at something else where all was the same leaves the first as it is', () => {
    const traces = new Traces<string>();
    traces.keep([0, 1], stateIn([1, 1]), 'first');
    expect(traces.keep([1, 0], stateIn([1, 1]), 'second').answer).toBe('second');
    expect(traces.find(stateIn([1, 1]))?.answer).toBe('first');
  });
});

describe('settings that are watched', () => {
  const numbers = { channel: 0, role: 1, groups: { A: { on: 2, power: 3 }, B: { on: 4 } } };
  const looksOf = (settings: Settings, look: (settings: Settings) => unknown): number[] => {
    const looked: number[] = [];
    look(watched(settings, numbers, (field) => looked.push(field)));
    return [...new Set(looked)];
  };
  const settings: Settings = { channel: 4, mode: 'ttl', groups: { A: { on: true, power: -2 } } };

  test.each<[string, (settings: Settings) => unknown, number[]]>([
    ['one', ({ channel }) => channel, [0]],
    ['one that is left out', ({ role }) => role, [1]],
    ['one that nobody has a choice in', ({ mode }) => mode, []],
    ['whether one is there', (one) => 'role' in one, [1]],
    ['the power of a letter', ({ groups }) => groups?.A?.power, [3]],
    ['a letter that is left out, which hangs on all of it', ({ groups }) => groups?.B?.on, [4]],
    ['all of a letter', ({ groups }) => ({ ...groups?.A }), [2, 3]],
    ['which letters there are', ({ groups }) => Object.keys(groups ?? {}), [2, 3, 4]],
    ['all', (one) => Object.keys(one), [0, 1, 2, 3, 4]],
  ])('note a look at %s', (_, look, looked) => {
    expect(looksOf(settings, look)).toEqual(looked);
  });

  test('note with letters left out what would be looked at if they were there', () => {
    expect(looksOf({ channel: 4 }, ({ groups }) => groups?.A?.on)).toEqual([2]);
    expect(looksOf({ channel: 4 }, ({ groups }) => Object.keys(groups ?? {}))).toEqual([2, 3, 4]);
  });

  test('read as they are', () => {
    const read = watched(settings, numbers, () => {});
    expect({ ...read, groups: { A: { ...read.groups?.A } } }).toEqual(settings);
  });
});

/** What the simulator makes of a light with the first body, and whether that is never right. */
function outcome(rig: Rig, light: string): readonly unknown[] {
  return rig.bodies.map((body: Body) => {
    const shot = simulate(rig, body, { only: seenFrom(rig, light) });
    const run = shot.runs.get(light);
    return run ? [verdictOf(rig, shot, run).verdict, isNeverRight(rig, shot, run)] : null;
  });
}

test('an answer kept is the one that would be worked out, however a rig is set and whatever of it is forgotten', () => {
  let reused = 0;
  forEachRig({ runs: Math.round(RUNS / 8), met: () => ({ reused: [reused, RUNS / 20] }) }, ({ kit, look }, draw) => {
    const rig = buildRig(indexKit(kit), look);
    const choices = choicesOf(rig, [], () => true);
    if (rig.lights.length === 0 || choices.length === 0) return;
    const light = draw.pick(...rig.lights).id;
    const forgettable = choices.flatMap(({ setting }, index) =>
      groupPartsOf(setting) !== null || BLANKABLE.has(setting) ? [index] : [],
    );
    const rigs = new AssignedRigs(rig, choices, hangingIn(rig, choices));
    const traces = new Traces<readonly unknown[]>();
    for (let turn = 0; turn < 12; turn++) {
      const at = choices.map(({ values }) => (draw.integer(0, 5) === 0 ? draw.integer(0, values.length - 1) : 0));
      const concerned = rigs.concernedAt({ light, at, blanks: null });
      const isForgotten = (index: number) => concerned.has(choices[index]!.unit) && draw.integer(0, 19) === 0;
      const blanks = new Set(forgettable.filter(isForgotten));
      const asked = { light, at, blanks };
      let isFresh = false;
      const { answer } = rigs.ask(traces, asked, (one) => {
        isFresh = true;
        return outcome(one, light);
      });
      if (isFresh) continue;
      reused++;
      const fresh = rigs.ask(new Traces<readonly unknown[]>(), asked, (one) => outcome(one, light)).answer;
      expect({ light, at, answer }).toEqual({ light, at, answer: fresh });
    }
  });
});

describe('units that can matter to a light', () => {
  const concernedBy = (spoil: Spoil, light: string) => {
    const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
    const units = concerning(rig, light, hangingIn(rig, []));
    const followed = [...units].filter(([, isFollowed]) => isFollowed).map(([id]) => id);
    return { followed: followed.sort(), others: [...units.keys()].filter((id) => !followed.includes(id)).sort() };
  };
  const hanging = ['body-1', 'body-2', 'call', 'sender', 'top', 'wired'];

  test('are it, its receiver, and what hangs on something', () => {
    expect(concernedBy({}, 'answered')).toEqual({ followed: ['answered'], others: ['answer', ...hanging].sort() });
  });

  test('and all that its eye watches, through other eyes', () => {
    expect(concernedBy({ settings: { wired: { link: 'eye', sees: ['eye', 'answered'] } } }, 'wired')).toEqual({
      followed: ['answered', 'eye', 'remote', 'wired'],
      others: ['answer', ...hanging.filter((id) => id !== 'wired')].sort(),
    });
  });

  test('or every flash there is, where nobody recorded what it watches', () => {
    const { followed } = concernedBy({ settings: { eye: { sees: null } } }, 'eye');
    expect(followed).toEqual(['answered', 'eye', 'metered', 'remote', 'top', 'wired']);
  });
});
