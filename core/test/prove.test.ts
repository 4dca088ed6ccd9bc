import fc from 'fast-check';
import { expectedOf, soloChanges } from '../src/prove/soloPress.ts';
import { observe, type Observed, resultOf, SEEN_STOPS } from '../src/prove/observe.ts';
import { letterOf, type OpenPair, openPairs, type Press, type TestOrder, testOrder } from '../src/prove/testOrder.ts';
import { withChanges } from '../src/record/change.ts';
import type { TestFire } from '../src/record/testFire.ts';
import { buildRig, indexKit, type Light } from '../src/rig/rig.ts';
import { shotKey, type ShotRef } from '../src/shot/lightRun.ts';
import { AROUND, fingerprint, fingerprintParts } from '../src/verdict/fingerprint.ts';
import { judge } from '../src/verdict/judge.ts';
import { proofsOf } from '../src/verdict/proof.ts';
import { namesOf } from '../src/words/wording.ts';
import { lastProofText, orderSentence, testText } from '../src/words/proveWording.ts';
import { demo } from './demo.ts';

const kit = indexKit(demo);
const speeches = demo.looks.find(({ id }) => id === 'speeches')!;
const rig = buildRig(kit, speeches, demo.onAir);
const judgement = judge(rig);
const light = (id: string) => rig.placed.get(id) as Light;

const fired = (id: string, body: string, rest: Partial<TestFire> = {}): TestFire => {
  const on = rig.bodies.find((one) => one.id === body)!;
  return {
    look: 'speeches',
    light: id,
    body,
    attitude: 'level',
    result: 'fired',
    fingerprint: fingerprint(rig, light(id), on),
    parts: fingerprintParts(rig, light(id), on),
    at: '2027-06-12T18:00:00.000Z',
    ...rest,
  };
};
const stateOf = (proofs: ReturnType<typeof proofsOf>, id: string, body: string) =>
  proofs.find((one) => one.light === id && one.shot.body === body)!;

test('gear that is pressed shows what fired, and how bright; of what stays dark no power', () => {
  const off = withChanges(speeches, [{ unit: 'light-2', setting: 'on', from: true, to: false }]);
  const seen = observe(buildRig(kit, off, demo.onAir), { body: 'body-1', attitude: 'level' }, null);
  const of = (id: string) => seen.find((one) => one.light === id);
  expect(of('light-1')).toMatchObject({ seen: 'fired', stops: light('light-1').settings.power });
  expect(of('light-2')).toEqual({ light: 'light-2', seen: 'dark', stops: null });
});

test('each light in each shot is proven, stale with what changed, missed, or never tested', () => {
  const tests = [fired('light-1', 'body-1'), fired('light-2', 'body-1', { result: 'wrong', wrong: 'bar' })];
  const now = proofsOf(judgement, tests);
  expect(now).toHaveLength(8);
  expect(stateOf(now, 'light-1', 'body-1').state).toBe('proven');
  expect(stateOf(now, 'light-2', 'body-1')).toMatchObject({ state: 'missed', test: { wrong: 'bar' } });
  expect(stateOf(now, 'light-1', 'body-2').state).toBe('never');
  const moved = withChanges(speeches, [{ unit: 'sender-1', setting: 'channel', from: 11, to: 12 }]);
  const after = proofsOf(judge(buildRig(kit, moved, demo.onAir)), tests);
  expect(stateOf(after, 'light-1', 'body-1')).toMatchObject({ state: 'stale', changed: ['sender-1'] });
  const quiet = proofsOf(judge(buildRig(kit, { ...speeches, quietMinutes: 5 }, demo.onAir)), tests);
  expect(stateOf(quiet, 'light-1', 'body-1')).toMatchObject({ state: 'stale', changed: [AROUND] });
  // A test of before parts were kept is stale all the same, and nobody can say by what.
  const bare = proofsOf(judge(buildRig(kit, moved, demo.onAir)), [fired('light-1', 'body-1', { parts: null })]);
  expect(stateOf(bare, 'light-1', 'body-1')).toMatchObject({ state: 'stale', changed: [] });
});

test('alone means that every sender has the other letters off: those stay dark, and what hangs on them', () => {
  expect(letterOf(rig, light('light-9'))).toBe('C');
  const changes = soloChanges(rig, 'B');
  expect(changes.map(({ unit, setting }) => `${unit} ${setting}`).sort()).toEqual([
    'sender-1 groups.A.on',
    'sender-1 groups.C.on',
    'sender-2 groups.A.on',
    'sender-2 groups.C.on',
  ]);
  const seen = expectedOf(rig, { shot: { body: 'body-1', attitude: 'level' }, letter: 'B' });
  expect(Object.fromEntries(seen.map(({ unit, verdict }) => [unit, verdict]))).toEqual({
    'light-1': 'silent',
    'light-2': 'in-sync',
    'light-3': 'silent',
    'light-9': 'silent',
  });
  expect(soloChanges(rig, null)).toEqual([]);
});

test('the order: each letter alone once, then together where something is left, the most proven first', () => {
  const { presses, exact } = testOrder(openPairs(rig, proofsOf(judgement, [])));
  expect(exact).toBe(true);
  // Three letters alone with one body prove four lights; the other body proves all four together.
  expect(presses.map(({ letter, proves }) => [letter, proves.length])).toEqual([
    ['C', 2],
    ['A', 1],
    ['B', 1],
    [null, 4],
  ]);
  const [shot] = new Set(presses.slice(0, 3).map((press) => press.shot.body));
  expect(presses[3]!.shot.body).not.toBe(shot);
  expect(testOrder([]).presses).toEqual([]);
  // Step by step it stays as short: a letter proven in one shot needs no press alone in the others.
  const step = ['light-3', 'light-9'].map((id) => fired(id, presses[0]!.shot.body));
  expect(testOrder(openPairs(rig, proofsOf(judgement, step))).presses.map(({ letter }) => letter)).toEqual([
    'A',
    'B',
    null,
  ]);
  // Once a letter was pressed and missed, what says something new comes before it.
  const missed = ['light-3', 'light-9'].map((id) => fired(id, presses[0]!.shot.body, { result: 'dark' }));
  const again = testOrder(openPairs(rig, proofsOf(judgement, missed))).presses;
  expect(again.map(({ letter }) => letter)).toEqual(['A', 'B', null, 'C']);
});

const shotArb = fc.constantFrom<ShotRef>(
  { body: 'body-1', attitude: 'level' },
  { body: 'body-1', attitude: 'upright' },
  { body: 'body-2', attitude: 'level' },
);
const pairsArb: fc.Arbitrary<OpenPair[]> = fc
  .tuple(
    fc.array(fc.constantFrom('A', 'B', 'C', null), { minLength: 1, maxLength: 5 }),
    fc.array(fc.tuple(fc.integer({ min: 0, max: 4 }), shotArb), { maxLength: 9 }),
  )
  .map(([letters, chosen]) => {
    const pairs = chosen.map(([index, shot]) => ({
      light: `light-${index % letters.length}`,
      shot,
      letter: letters[index % letters.length]!,
    }));
    return [...new Map(pairs.map((pair) => [`${pair.light} ${shotKey(pair.shot)}`, pair])).values()];
  });

/** Every sequence of presses in the working order that proves everything: letters alone, then together. */
function bruteForce(pairs: readonly OpenPair[]): { presses: number; early: number } {
  const letters = [...new Set(pairs.flatMap(({ letter }) => letter ?? []))];
  const shots = [...new Set(pairs.map(({ shot }) => shotKey(shot)))];
  const proves = (shot: string, letter: string | null, done: ReadonlySet<OpenPair>) =>
    pairs.filter((one) => !done.has(one) && shotKey(one.shot) === shot && (letter === null || one.letter === letter));
  let best = { presses: Infinity, early: -1 };
  const ended = (counts: readonly number[]) => {
    const early = counts.reduce((sum, count, index) => sum + count * (counts.length - index), 0);
    if (counts.length < best.presses || (counts.length === best.presses && early > best.early))
      best = { presses: counts.length, early };
  };
  const together = (
    left: readonly string[],
    done: ReadonlySet<OpenPair>,
    counts: readonly number[],
    pressed: number,
  ): void => {
    if (counts.length > best.presses) return;
    if (done.size === pairs.length && (pressed > 0 || letters.length < 2)) ended(counts);
    for (const shot of left) {
      const more = proves(shot, null, done);
      together(
        left.filter((one) => one !== shot),
        new Set([...done, ...more]),
        [...counts, more.length],
        pressed + 1,
      );
    }
  };
  const alone = (left: readonly string[], done: ReadonlySet<OpenPair>, counts: readonly number[]): void => {
    if (left.length === 0) return together(shots, done, counts, 0);
    for (const letter of left)
      for (const shot of shots) {
        const more = proves(shot, letter, done);
        if (more.length > 0)
          alone(
            left.filter((one) => one !== letter),
            new Set([...done, ...more]),
            [...counts, more.length],
          );
      }
  };
  alone(letters, new Set(), []);
  return best;
}

test('no other order proves as much with fewer presses, nor earlier, on 200 random small looks', () => {
  let several = 0;
  fc.assert(
    fc.property(pairsArb, (pairs) => {
      const { presses, exact } = testOrder(pairs);
      const early = presses.reduce(
        (sum, { proves }: Press, index) => sum + proves.length * (presses.length - index),
        0,
      );
      expect(exact).toBe(true);
      if (pairs.length === 0) return expect(presses).toEqual([]);
      expect({ presses: presses.length, early }).toEqual(bruteForce(pairs));
      expect(presses.flatMap(({ proves }) => proves)).toHaveLength(pairs.length);
      if (presses.length > 2) several++;
    }),
    { numRuns: 200, seed: 20270612 },
  );
  expect(several).toBeGreaterThan(80);
});

test.each<[string, Observed['seen'], number | null, number | null, ReturnType<typeof resultOf>]>([
  ['nothing', null, null, -3, null],
  ['a light that stays dark', 'dark', null, -3, { result: 'dark' }],
  ['one that is too early', 'early', -3, -3, { result: 'wrong', wrong: 'early' }],
  ['a dark bar', 'bar', -3, -3, { result: 'wrong', wrong: 'bar' }],
  ['the power that is wanted', 'fired', -3, -3, { result: 'fired' }],
  ['one that is hardly off', 'fired', -3 + SEEN_STOPS, -3, { result: 'fired' }],
  ['one that is off', 'fired', -2, -3, { result: 'wrong', wrong: 'power' }],
  ['one that is metered', 'fired', null, -3, { result: 'fired' }],
  ['one that nobody said what it should be', 'fired', -2, null, { result: 'fired' }],
])('what is seen of %s is the result of a test', (_, seen, stops, wanted, result) => {
  expect(resultOf({ light: 'light-1', seen, stops }, wanted)).toEqual(result);
});

test('how many presses are left is said, and whether another order might do with fewer', () => {
  const press = {} as Press;
  const said = (presses: readonly Press[], exact: boolean) => orderSentence({ presses, exact } as TestOrder);
  expect([said([], true), said([press], true), said([press, press], false)]).toEqual([
    'Everything here is proven.',
    '1 press proves what is left.',
    '2 presses prove what is left. Another order might do with fewer.',
  ]);
});

test('a logged test is said as what somebody saw, and a proof with its moment', () => {
  const names = namesOf(kit);
  expect(testText(fired('light-1', 'body-1'), names)).toBe('Light 1 fired, Body 1');
  expect(testText(fired('light-2', 'body-1', { result: 'dark', attitude: 'upright' }), names)).toBe(
    'Light 2 stayed dark, Body 1 upright',
  );
  expect(testText(fired('light-2', 'body-1', { result: 'wrong', wrong: 'bar' }), names)).toBe(
    'Light 2 fired: a dark bar, Body 1',
  );
  const proofs = proofsOf(judgement, [fired('light-1', 'body-1')]);
  expect(lastProofText(stateOf(proofs, 'light-1', 'body-1'), '18:40', names)).toBe('proven 18:40');
  expect(lastProofText(stateOf(proofs, 'light-2', 'body-1'), null, names)).toBe('never tested');
  const changed = proofsOf(judgement, [fired('light-1', 'body-1', { fingerprint: '0'.repeat(16), parts: {} })]);
  expect(lastProofText(stateOf(changed, 'light-1', 'body-1'), '18:40', names)).toMatch(
    /^changed since its test 18:40: /,
  );
});
