/** The least work: equal to trying everything on small rigs, and never calling mended what still fails. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { asksLess } from '../src/mend/wish.ts';
import { candidatesFor } from '../src/mend/candidates.ts';
import { choicesOf } from '../src/mend/choices.ts';
import { costOf, isDoneAtCamera, UNMEASURED_WALK_SECONDS } from '../src/mend/cost.ts';
import { leastWork, type Work } from '../src/mend/leastWork';
import { isNewIn, QuickWork } from '../src/mend/quickWork.ts';
import { type Change, isNoChange, mergeChanges, withChanges } from '../src/record/change.ts';
import type { KitDocument } from '../src/record/kitDocument';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import { withRigChanges } from '../src/rig/rigChanges.ts';
import { judge } from '../src/verdict/judge';
import { isRight } from '../src/verdict/verdict';
import { baseKit, baseLook, type Spoil } from './baseRig';
import { faultyRig } from './faultyRig';
import { drawFor, leastShare, RUNS, smallRig } from './lawHarness';

const demo = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
const kit = indexKit(demo);
const look = (id: string) => demo.looks.find((one) => one.id === id)!;
const rigOf = (id: string) => buildRig(kit, look(id));
const unknownIn = (rig: Rig) =>
  judge(rig)
    .verdicts.filter((one) => one.verdict === 'unknown')
    .map((one) => one.unit);

/** Lights that fail, that became unknown, or that are gone from the rig as it was. */
const failing = (rig: Rig, before: Rig = rig) => {
  const doubtful = unknownIn(before);
  const wrong = judge(rig)
    .verdicts.filter((one) => !isRight(one) && !(one.verdict === 'unknown' && doubtful.includes(one.unit)))
    .map((one) => one.unit);
  const gone = before.lights.map((light) => light.id).filter((id) => !rig.lights.some((light) => light.id === id));
  return [...new Set([...wrong, ...gone])].sort();
};
const said = (work: Work) => work.changes.map((change) => `${change.unit}.${change.setting}=${String(change.to)}`);

test.each(demo.looks.map((one) => [one.id]))(
  '%s of the demo: after the work, proven to be least, nothing fails',
  (id) => {
    const work = leastWork(rigOf(id));
    expect(work.exact).toBe(true);
    // Too bright at its lowest: no setting mends that, and to want more light of it is no work.
    const left = id === 'family-groups' ? ['light-4'] : [];
    expect(work.left).toEqual(left);
    expect(work.wants.flatMap(({ changes }) => changes).map(({ setting, to }) => [setting, to])).toEqual(
      left.flatMap(() => [
        ['power', -7],
        ['groups.C.power', -7],
      ]),
    );
    expect(work.needs.map(({ lights, need }) => [lights, need.kind, need.stops])).toEqual(
      left.map(() => [left, 'less-light', 2]),
    );
    expect(failing(buildRig(kit, withChanges(look(id), work.changes)), rigOf(id))).toEqual(left);
    expect(work.atLeast).toBe(work.seconds);
  },
);

test('the slipway, worked out by hand: flash firing and the sender at the camera, then three lights on foot', () => {
  const work = leastWork(rigOf('slipway'));
  expect(work).toMatchObject({ exact: true, left: [] });
  expect(work.seconds).toBe(work.atLeast);
  expect(said(work).slice(0, 2)).toEqual(['body-1.flashFiring=true', 'sender-1.on=true']);
});

test('from the camera alone: nobody walks, and what cannot be mended so is said', () => {
  const rig = rigOf('first-dance');
  const work = leastWork(rig, { atCamera: true, budget: 400 });
  expect(work.walkSeconds).toBe(0);
  for (const change of work.changes) {
    expect(isDoneAtCamera(rig, change)).toBe(true);
  }
  expect(work.left).toContain('light-5');
  expect(failing(buildRig(kit, withChanges(look('first-dance'), work.changes)))).toEqual(work.left);
});

test('with little time the lights that are cheapest to save are saved, within the time', () => {
  const all = leastWork(rigOf('first-dance'), { budget: 400 });
  const some = leastWork(rigOf('first-dance'), { seconds: 60, budget: 400 });
  expect(some.seconds).toBeLessThanOrEqual(60);
  expect(some.saved.length).toBeGreaterThan(0);
  expect(some.saved.length).toBeLessThan(all.saved.length);
  expect(failing(buildRig(kit, withChanges(look('first-dance'), some.changes)))).toEqual(some.left);
});

test('a setting to keep is kept, and another way is found', () => {
  const spoil: Spoil = { settings: { remote: { channel: 3 } } };
  const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
  expect(said(leastWork(rig))).toEqual(['remote.channel=11']);
  const other = leastWork(rig, { keep: ['remote.channel'] });
  expect(said(other)).not.toContain('remote.channel=11');
  expect(failing(withRigChanges(rig, other.changes))).toEqual(other.left);
});

test('an eye is turned to no more than it has to see, and to what is new rather than to what it saw', () => {
  const turned = (spoil: Spoil, to: string[]) => {
    const quick = new QuickWork(buildRig(indexKit(baseKit(spoil)), baseLook(spoil)), {
      allows: () => true,
      seconds: null,
      onJudged: () => {},
    });
    const change: Change = { unit: 'eye', setting: 'sees', from: ['remote'], to };
    return quick.pruned(quick.judged([change])).changes.map((one) => one.to);
  };
  expect(turned({ settings: { remote: { on: false } } }, ['remote', 'answered'])).toEqual([['answered']]);
  // With S2 it lets the metering flash of one pass and answers the other.
  const second = { remote: { on: false }, eye: { eye: 'S2' } } as const;
  expect(turned({ settings: second }, ['remote', 'metered'])).toEqual([['metered']]);
  expect(turned({}, ['remote', 'answered'])).toEqual([]);
});

test('a leaf shutter, with which nobody can say what comes of a pulse, keeps no plan from being proven', () => {
  const electronic = { shutterType: 'electronic', shutter: '1/500' } as const;
  const spoil: Spoil = { settings: { 'body-1': electronic, remote: { channel: 3 }, answered: { on: false } } };
  const work = leastWork(buildRig(indexKit(baseKit(spoil)), baseLook(spoil)));
  expect(work).toMatchObject({ exact: true, left: [], seconds: 110 });
  // Its curtains do as well as the leaf shutter, and no slower than they must.
  expect(said(work)).toEqual([
    'body-1.shutterType=mechanical',
    'body-1.shutter=1/200',
    'answered.on=true',
    'remote.channel=11',
  ]);
});

test('a few lights with a shutter too fast and an eye set wrong are proven like many', () => {
  const spoil: Spoil = { settings: { 'body-1': { shutter: '1/500' }, eye: { eye: 'S2' } } };
  const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
  expect(leastWork(rig)).toMatchObject({ exact: true, left: [], seconds: 55 });
});

test('without swaps nothing is taken off or put on', () => {
  const spoil: Spoil = { settings: { answered: { receiver: null } } };
  const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
  expect(said(leastWork(rig))).toContain('answered.receiver=answer');
  expect(said(leastWork(rig, { noSwaps: true })).filter((one) => /receiver|mount|plugs/.test(one))).toEqual([]);
});

test('a light whose power is dialled on it costs the walk to it, one its sender controls does not', () => {
  const rig = buildRig(indexKit(baseKit()), baseLook({ settings: { answered: { walkSeconds: 40 } } }));
  const power = (unit: string) => costOf(rig, [{ unit, setting: 'power', from: -3, to: -4 }]).seconds;
  expect(power('answered')).toBe(60);
  expect(power('remote')).toBe(0);
  // Whatever else is changed with it.
  const group: Change = { unit: 'sender', setting: 'groups.A.power', from: -3, to: -4 };
  expect(costOf(rig, [group, { unit: 'answered', setting: 'power', from: -3, to: -4 }]).seconds).toBe(65);
});

test('a receiver stands where its light stands: one walk for both, unless another way to it is noted', () => {
  const cost = (walks: Spoil['settings']) => {
    const rig = buildRig(indexKit(baseKit()), baseLook({ settings: walks ?? {} }));
    const { seconds, walkSeconds } = costOf(rig, [
      { unit: 'answer', setting: 'channel', from: 5, to: 6 },
      { unit: 'answered', setting: 'on', from: true, to: false },
    ]);
    return [seconds, walkSeconds];
  };
  expect(cost({ answered: { walkSeconds: 40 } })).toEqual([20 + 20 + 40, 40]);
  expect(cost({ answered: { walkSeconds: 40 }, answer: { walkSeconds: 30 } })).toEqual([20 + 20 + 40 + 30, 70]);
});

test('a receiver that is under a light is not put under another one too', () => {
  const rig = buildRig(indexKit(baseKit()), baseLook());
  const receivers = choicesOf(rig, [], () => true).filter(({ setting }) => setting === 'receiver');
  expect(receivers.map(({ unit }) => unit)).toContain('remote');
  expect(new Set(receivers.flatMap(({ values }) => values.slice(1)))).toEqual(new Set([null, 'spare']));
});

test('a light of which nobody can say any more whether it fires is not saved', () => {
  // On the right channel it would be unknown, no longer silent: nobody wrote down whether it is on.
  const spoil: Spoil = { settings: { remote: { channel: 3, on: null } } };
  const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
  const work = leastWork(rig);
  expect(work.left).toContain('remote');
  expect(work.saved).not.toContain('remote');
  expect(work.left).toEqual(failing(withRigChanges(rig, work.changes), rig));
});

test('nothing to do is no work', () => {
  const work = leastWork(buildRig(indexKit(baseKit()), baseLook()));
  expect(work).toEqual({
    changes: [],
    seconds: 0,
    walkSeconds: 0,
    atLeast: 0,
    exact: true,
    saved: [],
    left: [],
    wants: [],
    needs: [],
    lookUp: { lights: [], fields: [], seconds: 0 },
  });
});

test('progress is told while it works', () => {
  const told: number[] = [];
  leastWork(rigOf('first-dance'), { budget: 300, onProgress: (spent) => told.push(spent) });
  expect(told.length).toBeGreaterThan(3);
  expect(told).toEqual([...told].sort((a, b) => a - b));
});

/** Deep enough for the faults of a small rig; deeper and trying everything takes a night. */
const DEPTH = 3;

/** The cheapest combination of the known changes that mends everything, by trying all up to a depth; null when none does. */
function tryEverything(rig: Rig): number | null {
  let best: number | null = null;
  const seen = new Set<string>();
  const visit = (changes: readonly Change[], depth: number) => {
    const tried = changes.length === 0 ? rig : withRigChanges(rig, changes);
    const judgement = judge(tried);
    if (failing(tried, rig).length === 0) {
      const { seconds: measured, unmeasured } = costOf(rig, changes);
      const seconds = measured + unmeasured * UNMEASURED_WALK_SECONDS;
      best = best === null ? seconds : Math.min(best, seconds);
      return;
    }
    if (depth === DEPTH) return;
    for (const finding of judgement.findings) {
      if (finding.severity === 'A') continue;
      for (const candidate of candidatesFor(judgement, finding)) {
        const real = candidate.filter((change) => !isNoChange(change));
        if (asksLess(judgement.rig, real)) continue;
        if (real.length === 0 || !real.every((change) => isNewIn(changes, change))) continue;
        const merged = mergeChanges(changes, real);
        const key = JSON.stringify(merged.map(({ unit, setting, to }) => [unit, setting, to]).sort());
        if (seen.has(`${depth} ${key}`)) continue;
        seen.add(`${depth} ${key}`);
        visit(merged, depth + 1);
      }
    }
  };
  visit([], 0);
  return best;
}

const COMPARED = Math.max(10, Math.round(RUNS / 40));
/** Of about ten rigs one has work to do that a few changes mend. */
const MOST_TRIED = 20 * COMPARED;

test(`on ${COMPARED} random small rigs the least work is no dearer than what the mends suggest, and never leaves failing what it calls saved`, () => {
  let compared = 0;
  let equal = 0;
  let exact = 0;
  for (let index = 0; compared < COMPARED && index < MOST_TRIED; index++) {
    const { kit: own, look: whole } = smallRig(index, { lights: 2, senders: 2, bodies: 1 });
    const rig = buildRig(indexKit(own), whole);
    if (failing(rig, rig).length === 0) continue;
    const work = leastWork(rig, { budget: 700 });
    expect(failing(withRigChanges(rig, work.changes), rig)).toEqual(work.left);
    for (const light of work.saved) expect(work.left).not.toContain(light);
    if (work.changes.length === 0) continue;
    const everything = tryEverything(rig);
    if (everything === null) continue;
    compared++;
    expect({ index, left: work.left, dearer: Math.max(0, work.seconds - everything) }).toEqual({
      index,
      left: [],
      dearer: 0,
    });
    // Cheaper it can be: it may set what no mend suggests.
    if (work.seconds === everything) equal++;
    if (work.exact) exact++;
  }
  expect(compared).toBe(COMPARED);
  expect(equal / compared).toBeGreaterThanOrEqual(leastShare(0.8, compared));
  expect(exact / compared).toBeGreaterThanOrEqual(leastShare(0.7, compared));
});

const FAULTY = 10;

test('of twelve lights with five things wrong at once the least work is proven nearly always, and is never dearer than the first plan', () => {
  let exact = 0;
  for (let index = 0; index < FAULTY; index++) {
    const rig = faultyRig(drawFor(index), 5);
    const plans: Work[] = [];
    const work = leastWork(rig, { onPlan: (plan) => plans.push(plan) });
    expect(failing(withRigChanges(rig, work.changes), rig)).toEqual(work.left);
    expect(plans).toHaveLength(1);
    const [first] = plans;
    expect(work.left.length).toBeLessThanOrEqual(first!.left.length);
    if (work.left.length === first!.left.length) expect(work.seconds).toBeLessThanOrEqual(first!.seconds);
    expect(work.atLeast).toBeLessThanOrEqual(work.seconds);
    if (work.exact) exact++;
  }
  expect(exact / FAULTY).toBeGreaterThanOrEqual(leastShare(0.9, FAULTY));
});

test('with a minute for the first dance, as few lights are left as can be, worked out with every set of lights to do without', () => {
  const work = leastWork(rigOf('first-dance'), { seconds: 60 });
  expect({ exact: work.exact, seconds: work.seconds, left: work.left.length }).toEqual({
    exact: true,
    seconds: 55,
    left: 5,
  });
});
