/** The least work against trying all settings of tiny rigs, whatever the mends suggest. */
import { type Choice, choicesOf } from '../src/mend/choices.ts';
import { leastWork } from '../src/mend/leastWork';
import { concerning, hangingIn } from '../src/mend/concerned.ts';
import { BLANKABLE as FORGOTTEN } from '../src/mend/nogoods.ts';
import { secondsOf } from '../src/mend/quickWork.ts';
import { type Change, settingKey } from '../src/record/change.ts';
import { lostWish } from '../src/rig/meantFor.ts';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import { withRigChanges } from '../src/rig/rigChanges.ts';
import { simulate } from '../src/shot/simulate';
import { shotsOf } from '../src/verdict/judge';
import { isRight, verdictOf } from '../src/verdict/verdict';
import { BLANKABLE } from './blankedRig';
import { forEachRig, RUNS, SEED, smallRig } from './lawHarness';

/** All pairs of changes of a rig are some thousands of shots: a soak goes through more rigs. */
const COMPARED = Math.max(20, Math.round(RUNS / 50));
const MOST_TRIED = 20 * COMPARED;

beforeAll(() => process.stdout.write(`least of all: ${COMPARED} rigs, seed ${SEED}\n`));

function verdictsIn(rig: Rig): { unit: string; right: boolean; unknown: boolean }[] {
  return shotsOf(rig).flatMap(({ body, attitude }) => {
    const shot = simulate(rig, body, { attitude });
    return [...shot.runs.values()]
      .filter(({ light }) => !rig.strangers.has(light.id))
      .map((run) => verdictOf(rig, shot, run))
      .map((verdict) => ({ unit: verdict.unit, right: isRight(verdict), unknown: verdict.verdict === 'unknown' }));
  });
}

/** How many lights fail, or are lost, or are in doubt that were not before. */
function failingAfter(before: Rig, changes: readonly Change[]): number {
  const doubtful = new Set(verdictsIn(before).flatMap(({ unit, unknown }) => (unknown ? [unit] : [])));
  const after = withRigChanges(before, changes);
  const bad = verdictsIn(after).filter(({ unit, right, unknown }) => !right && !(unknown && doubtful.has(unit)));
  return new Set([...bad.map(({ unit }) => unit), ...lostWish(before, after)]).size;
}

const single = ({ unit, setting, values }: Choice): Change[] =>
  values.slice(1).map((to) => ({ unit, setting, from: values[0], to }));

/** The cheapest two changes that leave so few lights failing; null for none. */
function cheapestPair(rig: Rig, choices: readonly Choice[], left: number, below: number): readonly Change[] | null {
  let best: readonly Change[] | null = null;
  let limit = below;
  const look = (changes: readonly Change[]) => {
    const seconds = secondsOf(rig, changes);
    if (seconds >= limit || failingAfter(rig, changes) > left) return;
    best = changes;
    limit = seconds;
  };
  choices.forEach((choice, index) => {
    for (const one of single(choice)) {
      look([one]);
      for (const other of choices.slice(index + 1)) for (const two of single(other)) look([one, two]);
    }
  });
  return best;
}

test(`no two settings of ${COMPARED} tiny rigs do it for less than the least work, nor leave fewer lights failing`, () => {
  let compared = 0;
  for (let index = 0; compared < COMPARED && index < MOST_TRIED; index++) {
    const { kit, look } = smallRig(index, { lights: 2, senders: 1, bodies: 1 });
    const rig = buildRig(indexKit(kit), look);
    const work = leastWork(rig);
    if (!work.exact || (work.changes.length === 0 && work.left.length === 0)) continue;
    compared++;
    expect({ index, left: failingAfter(rig, work.changes) }).toEqual({ index, left: work.left.length });
    const choices = choicesOf(rig, [], () => true);
    expect({ index, pair: cheapestPair(rig, choices, work.left.length, work.seconds) }).toEqual({ index, pair: null });
    expect({ index, pair: cheapestPair(rig, choices, work.left.length - 1, Infinity) }).toEqual({ index, pair: null });
  }
  expect(compared).toBe(COMPARED);
});

test('a setting of a unit that does not concern a light, as least work takes it, changes nothing for that light', () => {
  let tried = 0;
  let joint = 0;
  const met = () => ({ tried: [tried, RUNS / 20], joint: [joint, Math.max(1, tried / 2)] }) as const;
  forEachRig({ runs: Math.round(RUNS / 4), met }, ({ kit, look }, draw) => {
    const rig = buildRig(indexKit(kit), look);
    const choices = choicesOf(rig, [], () => true);
    const light = rig.lights.length > 0 ? draw.pick(...rig.lights).id : null;
    if (light === null) return;
    const concerned = concerning(rig, light, hangingIn(rig, choices));
    const others = choices.filter(({ unit }) => !concerned.has(unit));
    if (others.length === 0) return;
    tried++;
    const picked = new Map([1, 2, 3].map(() => draw.pick(...others)).map((choice) => [settingKey(choice), choice]));
    if (picked.size > 1) joint++;
    const changes = [...picked.values()].map((choice) => draw.pick(...single(choice)));
    const said = (one: Rig) =>
      shotsOf(one).map(({ body, attitude }) => {
        const shot = simulate(one, body, { attitude });
        const run = shot.runs.get(light);
        return run ? verdictOf(one, shot, run).verdict : null;
      });
    expect({ light, changes, said: said(withRigChanges(rig, changes)) }).toEqual({ light, changes, said: said(rig) });
  });
});

test('what least work takes for unrecorded once it is left out, the laws of doubt leave out too', () => {
  expect(FORGOTTEN.size).toBeGreaterThan(20);
  expect([...FORGOTTEN].filter((setting) => !BLANKABLE.has(setting))).toEqual([]);
});
