import fc from 'fast-check';
import { netsOfEvent } from '../src/air/nets.ts';
import { groupChanges, groupTable } from '../src/groups/groupChanges.ts';
import { isWalk } from '../src/groups/groupCost.ts';
import { planEventGroups } from '../src/groups/eventGroups.ts';
import { planGroups } from '../src/groups/groupPlan.ts';
import { type GroupLight, groupTask, type GroupTask, type Want } from '../src/groups/groupWants.ts';
import { withChanges } from '../src/record/change.ts';
import type { Look } from '../src/record/look.ts';
import type { Settings } from '../src/record/settings.ts';
import { buildRig, indexKit } from '../src/rig/rig.ts';
import { judge } from '../src/verdict/judge.ts';
import { isFailing } from '../src/verdict/verdict.ts';
import { demo } from './demo.ts';

const want = (key: string, seconds: number, forced = false): Want => ({
  key,
  told: { on: true, mode: 'manual', power: -1 },
  forced,
  seconds,
  letter: 'A',
  isTold: false,
});

const task = (lights: readonly GroupLight[], looks: number, letters = 'ABC'): GroupTask => ({
  net: { masters: [], members: [] } as unknown as GroupTask['net'],
  looks: Array.from({ length: looks }, (_, index) => `look-${index}`),
  lights,
  letters: letters.split(''),
  outOfReach: [],
});

const light = (
  id: string,
  keys: readonly (string | null)[],
  rest: Partial<GroupLight> & { seconds?: number } = {},
): GroupLight => ({
  light: id,
  hearer: id,
  purpose: '',
  wants: keys.map((key) => (key === null ? null : want(key, rest.seconds ?? 30))),
  letters: ['A', 'B', 'C'],
  dialled: null,
  planned: null,
  ...rest,
});

const lettersOf = (plan: ReturnType<typeof planGroups>) =>
  Object.fromEntries(plan.letters.flatMap(({ letter, lights }) => lights.map((id) => [id, letter])));

test('lights with the same changes share a letter, and nobody walks', () => {
  const plan = planGroups(
    task(
      [
        light('key', ['1', '2', '3']),
        light('fill', ['1', '1', '3']),
        light('rim-a', ['4', '5', '5']),
        light('rim-b', ['4', '5', '5']),
      ],
      3,
    ),
  );
  expect(plan).toMatchObject({ seconds: 0, exact: true, atLeast: 0 });
  const letters = lettersOf(plan);
  expect(letters['rim-a']).toBe(letters['rim-b']);
  expect(new Set(Object.values(letters)).size).toBe(3);
});

test('with a letter too few the nearest light is the one walked to', () => {
  const plan = planGroups(
    task(
      [
        light('far', ['1', '2'], { seconds: 90 }),
        light('near', ['3', '3'], { seconds: 20 }),
        light('other', ['4', '5'], { seconds: 60 }),
      ],
      2,
      'AB',
    ),
  );
  // It is set by hand before either look, since what the letter is told would overwrite it.
  expect(plan.seconds).toBe(40);
  const tight = planGroups(
    task([light('far', ['1', '2'], { seconds: 90 }), light('near', ['3', '4'], { seconds: 20 })], 2, 'A'),
  );
  expect(tight.seconds).toBe(40);
  expect(
    groupTable(
      task([light('far', ['1', '2'], { seconds: 90 }), light('near', ['3', '4'], { seconds: 20 })], 2, 'A'),
      tight,
    ),
  ).toEqual([
    {
      light: 'far',
      letter: 'A',
      cells: [
        { by: 'told', walk: false },
        { by: 'told', walk: false },
      ],
    },
    {
      light: 'near',
      letter: 'A',
      cells: [
        { by: 'hand', walk: true },
        { by: 'hand', walk: true },
      ],
    },
  ]);
});

test('what is dialled stays, then the habit decides, then what is planned', () => {
  const lights = [
    light('rim', ['1', '2'], { purpose: 'Rim', planned: 'A' }),
    light('key', ['3', '4'], { purpose: 'Key', planned: 'B' }),
    light('fill', ['5', '6'], { purpose: 'Fill', planned: 'C' }),
  ];
  expect(lettersOf(planGroups(task(lights, 2)))).toEqual({ rim: 'A', key: 'B', fill: 'C' });
  expect(lettersOf(planGroups(task(lights, 2), 'key'))).toEqual({ key: 'A', fill: 'B', rim: 'C' });
  expect(lettersOf(planGroups(task(lights, 2, 'ABCD'), 'key'))).toEqual({ key: 'A', fill: 'B', rim: 'C' });
  const four = lights.map((one) => ({ ...one, letters: ['A', 'B', 'C', 'D'] }));
  expect(lettersOf(planGroups(task(four, 2, 'ABCD'), 'camera'))).toEqual({ key: 'B', fill: 'C', rim: 'D' });
  const dialled = lights.map((one) => (one.light === 'rim' ? { ...one, dialled: 'A' } : one));
  expect(lettersOf(planGroups(task(dialled, 2), 'key')).rim).toBe('A');
});

test('lights that know no letter in common with the others left are refused, not told what they cannot hear', () => {
  const lights = [light('a', ['1'], { letters: ['A'] }), light('b', ['2'], { letters: ['B'] })];
  expect(lettersOf(planGroups(task(lights, 1)))).toEqual({ a: 'A', b: 'B' });
  expect(() => planGroups(task([light('c', ['1'], { letters: ['D'] })], 1))).toThrow(RangeError);
});

// What follows tries everything.

const lightArb = (index: number, looks: number): fc.Arbitrary<GroupLight> =>
  fc
    .record({
      keys: fc.array(fc.option(fc.constantFrom('1', '2', '3'), { freq: 5 }), { minLength: looks, maxLength: looks }),
      forced: fc.array(fc.boolean(), { minLength: looks, maxLength: looks }),
      isForced: fc.integer({ min: 0, max: 4 }),
      seconds: fc.integer({ min: 20, max: 90 }),
      letters: fc.constantFrom(['A', 'B', 'C'], ['A', 'B', 'C'], ['A', 'B'], ['B']),
    })
    .map(({ keys, forced, isForced, seconds, letters }) => ({
      ...light(`light-${index}`, keys, { letters, seconds }),
      wants: keys.map((key, at) => (key === null ? null : want(key, seconds, isForced === 0 && forced[at]!))),
    }));

const caseArb = fc
  .tuple(fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 4 }))
  .chain(([count, looks]) =>
    fc.tuple(fc.tuple(...Array.from({ length: count }, (_, index) => lightArb(index, looks))), fc.constant(looks)),
  );

/** Every telling of one letter through the looks, whether or not a light wants it. */
const TOLD = ['1', '2', '3'];
function cheapestTelling(own: readonly GroupLight[], looks: number): number {
  let best = Infinity;
  const go = (told: readonly string[]): void => {
    if (told.length === looks) {
      const walks = own.flatMap(({ wants }) =>
        wants.map((now, at) =>
          isWalk(wants[at - 1] ?? null, told[at - 1] ?? null, now, told[at]!) ? now!.seconds : 0,
        ),
      );
      best = Math.min(
        best,
        walks.reduce((sum, seconds) => sum + seconds, 0),
      );
      return;
    }
    for (const key of TOLD) go([...told, key]);
  };
  go([]);
  return best;
}

function bruteForce(lights: readonly GroupLight[], looks: number): number {
  const known = new Map<string, number>();
  const costOf = (own: readonly GroupLight[]) => {
    const key = own.map((one) => one.light).join(' ');
    if (!known.has(key)) known.set(key, own.length === 0 ? 0 : cheapestTelling(own, looks));
    return known.get(key)!;
  };
  let best = Infinity;
  const go = (index: number, sets: Readonly<Record<string, readonly GroupLight[]>>): void => {
    if (index === lights.length) {
      best = Math.min(
        best,
        Object.values(sets).reduce((sum, own) => sum + costOf(own), 0),
      );
      return;
    }
    for (const letter of lights[index]!.letters)
      go(index + 1, { ...sets, [letter]: [...(sets[letter] ?? []), lights[index]!] });
  };
  go(0, {});
  return best;
}

test('no other letters need less walking, on 300 random evenings of up to 8 lights and 4 looks', () => {
  let walked = 0;
  fc.assert(
    fc.property(caseArb, ([lights, looks]) => {
      const own = task(lights, looks);
      const plan = planGroups(own);
      expect(plan.seconds).toBe(bruteForce(lights, looks));
      const table = groupTable(own, plan);
      const walks = table.flatMap(({ light: id, cells }) => {
        const { wants } = lights.find((one) => one.light === id)!;
        return cells.map(({ walk }, index) => (walk ? wants[index]!.seconds : 0));
      });
      expect(walks.reduce((sum, seconds) => sum + seconds, 0)).toBe(plan.seconds);
      if (plan.seconds > 0) walked++;
    }),
    { numRuns: 300, seed: 20270612 },
  );
  expect(walked).toBeGreaterThan(60);
});

test('beyond twelve lights the plan keeps within its bound, and finds what sharing alone can do', () => {
  const many = Array.from({ length: 20 }, (_, index) =>
    light(`light-${index}`, [String(index % 3), String((index % 3) + 5)]),
  );
  expect(planGroups(task(many, 2))).toMatchObject({ seconds: 0, atLeast: 0, exact: true });
  const odd = Array.from({ length: 16 }, (_, index) =>
    light(`light-${index}`, [String(index), `${index} later`], { seconds: 20 + index }),
  );
  const plan = planGroups(task(odd, 2));
  expect(plan.exact).toBe(false);
  expect(plan.atLeast).toBeGreaterThan(0);
  expect(plan.atLeast).toBeLessThanOrEqual(plan.seconds);
});

test('the thirteenth light has a letter too', () => {
  const lights = Array.from({ length: 13 }, (_, index) => light(`light-${index}`, [String(index % 3)]));
  expect(Object.keys(lettersOf(planGroups(task(lights, 1))))).toHaveLength(13);
});

// With real gear: the demo's evening.

const kit = indexKit(demo);
const evening = ['vows', 'family-groups', 'speeches', 'first-dance', 'slipway'].map((id) =>
  demo.looks.find((one) => one.id === id)!,
);
const taskOf = (looks: readonly Look[]) => {
  const rigs = looks.map((look) => ({ id: look.id, rig: buildRig(kit, look) }));
  const net = netsOfEvent(rigs.map(({ rig }) => rig)).find(({ family }) => family.id === 'plover')!;
  return groupTask(net, rigs);
};

test('the demo’s evening: letters reach what a sender sets, and say what it cannot', () => {
  const own = taskOf(evening);
  expect(own.letters).toEqual(['A', 'B', 'C', 'D']);
  expect(own.outOfReach).toEqual([
    expect.objectContaining({ light: 'light-9', fault: expect.objectContaining({ code: 'foot.ttl-on-plain-link' }) }),
  ]);
  const plan = planGroups(own, 'key');
  expect(plan.exact).toBe(true);
  expect(plan.seconds).toBeLessThanOrEqual(plan.secondsNow);
  expect(plan.letters.flatMap(({ lights }) => lights).sort()).toEqual(own.lights.map((one) => one.light));
});

test('what the plan sets takes power and group faults away in the simulator', () => {
  const looks: Look[] = ['speeches', 'family-groups'].map((id) => {
    const look = demo.looks.find((one) => one.id === id)!;
    const units = Object.entries(look.units).map(([unit, settings]): [string, Settings] => [
      unit,
      unit === 'light-2' ? { ...settings, group: 'A', networkId: 27 } : settings,
    ]);
    return { ...look, units: Object.fromEntries(units) };
  });
  const wrong = (all: readonly Look[]) =>
    all.flatMap((look) =>
      judge(buildRig(kit, look)).verdicts.filter((one) => one.unit === 'light-2' && isFailing(one)),
    );
  expect(wrong(looks).map(({ verdict }) => verdict)).toContain('wrong-power');
  const own = taskOf(looks);
  const changes = new Map(groupChanges(own, planGroups(own), looks).map(({ look, changes: made }) => [look, made]));
  expect(wrong(looks.map((look) => withChanges(look, changes.get(look.id) ?? [])))).toEqual([]);
});

test('where the camera has the first letter, the lights have those from the second on, however many there are', () => {
  const lights = ['key', 'fill', 'rim'].map((purpose) => light(purpose, [purpose], { purpose, letters: [...'ABCDE'] }));
  expect(lettersOf(planGroups(task(lights, 1, 'ABCDE'), 'camera'))).toEqual({ key: 'B', fill: 'C', rim: 'D' });
});

test('every net of an evening that a letter could reach has a plan; one out of reach is told without', () => {
  const evening = demo.looks.filter(({ event }) => event === 'ropewalk');
  const of = { kit: indexKit(demo), event: 'ropewalk', looks: evening, onAir: [] };
  const plans = planEventGroups(of);
  expect(plans.map(({ task: { net }, plan }) => [net.family.id, plan !== null])).toEqual([
    ['curlew', false],
    ['plover', true],
  ]);
});
