/** What is left when a sender is lost: docs/model.md, Sender lost. */
import type { Change } from '../src/record/change.ts';
import { IN_THE_BAG } from '../src/record/settings.ts';
import { parseDocument, writeDocument } from '../src/record/kitDocument.ts';
import { keptPlan } from '../src/mend/losing.ts';
import { wayAfter, type WayRound, wayRound } from '../src/mend/wayRound.ts';
import { applyOperation } from '../src/operation/applyOperation.ts';
import { emptyState } from '../src/operation/crewState.ts';
import { inverse } from '../src/operation/edit.ts';
import { importing, settingEdits } from '../src/operation/editsOf.ts';
import { toDocument } from '../src/operation/crewDocument.ts';
import { keepingPlan, makingPlan } from '../src/operation/lossEdits.ts';
import { bagOf, withBag } from '../src/rig/bag.ts';
import { buildRig, indexKit, type Light, type Placed, type Rig } from '../src/rig/rig.ts';
import { withRigChanges } from '../src/rig/rigChanges.ts';
import { judge } from '../src/verdict/judge.ts';
import { fingerprint } from '../src/verdict/fingerprint.ts';
import { isFailing, isRight, verdictKey } from '../src/verdict/verdict.ts';
import { wayText } from '../src/words/lossWording.ts';
import type { Names } from '../src/words/settingWords.ts';
import { demo } from './demo.ts';
import { drawFor, rigNumbers, RUNS, smallRig } from './lawHarness.ts';
import { renamed } from './renamedRig.ts';

const kit = indexKit(demo);
const bag = bagOf(kit);
const demoLook = (id: string) => demo.looks.find((look) => look.id === id)!;
const names: Names = {
  unit: (id) => kit.units.get(id)?.label ?? id,
  family: (id) => id,
  power: (_, stops) => `${stops}`,
};

/** A look of the demo with some of what lies in the bag. */
const rigOfLook = (look: string, inBag: readonly string[] = bag.map(({ unit }) => unit.id)): Rig =>
  withBag(
    buildRig(kit, demoLook(look)),
    bag.filter(({ unit }) => inBag.includes(unit.id)),
  );
const placed = (rig: Rig, id: string): Placed => rig.placed.get(id)!;
const set = ({ changes }: WayRound, unit: string): Record<string, unknown> =>
  Object.fromEntries(changes.filter((change) => change.unit === unit).map(({ setting, to }) => [setting, to]));
const failing = (rig: Rig): string[] =>
  [
    ...new Set(
      judge(rig)
        .verdicts.filter(isFailing)
        .map(({ unit }) => unit),
    ),
  ].sort();
const speeches = ['light-1', 'light-2', 'light-3', 'light-9'];

test('another sender stands in as the lost one was set', () => {
  const rig = rigOfLook('speeches', ['light-4']);
  const way = wayRound(rig, placed(rig, 'sender-1'));
  expect([...way.saved].sort()).toEqual(speeches);
  expect(way.left).toEqual([]);
  expect(set(way, 'sender-1')).toEqual({ role: 'off', mount: null, broken: true });
  expect(set(way, 'light-4')).toMatchObject({
    on: true,
    role: 'master',
    mount: 'body-1',
    lamp: false,
    channel: 11,
    networkId: 27,
    'groups.C.on': true,
  });
  expect(failing(withRigChanges(rig, way.changes))).toEqual([]);
});

test('what was lost before stands in for nothing', () => {
  const rig = rigOfLook('speeches', []);
  const first = wayRound(rig, placed(rig, 'sender-2'));
  const after = withRigChanges(rig, first.changes);
  const way = wayRound(after, placed(after, 'sender-1'));
  expect(way.changes.filter(({ unit }) => unit === 'sender-2')).toEqual([]);
  expect([...way.left].sort()).toEqual(speeches);
});

test('with nothing to put there the lights stay meant for the body, so that nobody takes them for done', () => {
  const rig = rigOfLook('speeches', []);
  const way = wayRound(rig, placed(rig, 'sender-1'));
  expect([...way.left].sort()).toEqual(speeches);
  expect(failing(withRigChanges(rig, way.changes))).toEqual(speeches);
  expect(wayText(way, names)).toBe('Light 1 to 3 and Light 9 do not: fire them by hand, or go on without.');
});

test('a flash on the shoe fires the eyes of the others, as weak as it can be', () => {
  const rig = rigOfLook('harvest-prizes', ['shoe-v30']);
  const way = wayRound(rig, placed(rig, 'sender-1'));
  expect([...way.saved].sort()).toEqual(['light-1', 'light-2']);
  const { floor } = (placed(rig, 'shoe-v30') as Light).profile.power;
  expect(floor).toBeLessThan(-3);
  expect(set(way, 'shoe-v30')).toMatchObject({
    role: 'local',
    mount: 'body-1',
    link: 'shoe',
    mode: 'manual',
    power: floor,
  });
  for (const id of ['light-1', 'light-2']) expect(set(way, id)).toMatchObject({ link: 'eye', role: 'eye' });
});

/** Independent of how the way was found: who does as before, in every shot, once everything is set. */
function doesAsBefore(rig: Rig, sender: string, changes: readonly Change[]): Set<string> {
  const before = judge(rig).verdicts.filter((one) => isRight(one) && one.unit !== sender);
  const after = new Set(judge(withRigChanges(rig, changes)).verdicts.filter(isRight).map(verdictKey));
  const worse = new Set(before.filter((one) => !after.has(verdictKey(one))).map(({ unit }) => unit));
  return new Set(before.map(({ unit }) => unit).filter((unit) => !worse.has(unit)));
}

test('over random rigs: what is said to be saved fires, kept it comes to the same, it is never worse than nothing, and no name decides', () => {
  const seen = { saved: 0, left: 0 };
  const met = () => ({ saved: [seen.saved, 1], left: [seen.left, 1] }) as const;
  for (const index of rigNumbers({ runs: RUNS / 10, met })) {
    const random = smallRig(index, { bodies: 2, senders: 2, lights: 3 });
    const rig = buildRig(indexKit(random.kit), random.look);
    const { random: again, before } = renamed(random, drawFor(-1 - index));
    const other = buildRig(indexKit(again.kit), again.look);
    const names = new Map([...other.placed.keys()].map((id) => [before(id), id]));
    const nameOf = (id: string) => names.get(id)!;
    for (const sender of rig.senders.filter(({ id }) => !rig.strangers.has(id))) {
      const way = wayRound(rig, sender);
      const real = doesAsBefore(rig, sender.id, way.changes);
      expect(way.saved.filter((light) => !real.has(light))).toEqual([]);
      expect(way.saved.filter((light) => way.left.includes(light))).toEqual([]);
      const nothing = wayAfter(rig, sender, []);
      expect(way.left.filter((light) => !nothing.left.includes(light))).toEqual([]);
      const kept = { ...sender, settings: { ...sender.settings, ifLost: way.changes.map(asKept) } };
      const later = wayAfter(rig, sender, keptPlan(rig, kept as Placed)!);
      expect([later.saved, later.left, later.seconds]).toEqual([way.saved, way.left, way.seconds]);
      const there = wayRound(other, placed(other, nameOf(sender.id)));
      const named = (lights: readonly string[]) => lights.map(nameOf).sort();
      expect([[...there.saved].sort(), [...there.left].sort(), there.seconds]).toEqual([
        named(way.saved),
        named(way.left),
        way.seconds,
      ]);
      seen.saved += way.saved.length;
      seen.left += way.left.length;
    }
  }
});

const asKept = ({ unit, setting, to }: Change) => ({ unit, setting, to: to ?? null });

describe('kept with the sender', () => {
  const state = applyOperation(emptyState(), importing(emptyState(), demo, 'a')).state;
  const rig = rigOfLook('speeches', ['light-4']);
  const way = wayRound(rig, placed(rig, 'sender-1'));
  const of = { look: 'speeches', sender: 'sender-1' };
  const kept = applyOperation(state, keepingPlan(state, of, way.changes));
  const look = (from: typeof state) => from.looks.find(({ id }) => id === 'speeches')!;

  test('it goes out and comes in, makes no proof stale, and is one field that is taken back', () => {
    expect(kept.taken.map((edit) => edit.edit === 'field' && edit.field)).toEqual(['ifLost']);
    const again = parseDocument(JSON.parse(writeDocument(toDocument(kept.state))));
    expect(again.ok && again.document.looks.find(({ id }) => id === 'speeches')!.units['sender-1']!.ifLost).toEqual(
      way.changes.map(asKept),
    );
    const digest = (of: typeof state) => {
      const built = buildRig(kit, look(of));
      return fingerprint(built, built.lights[0]!, built.bodies[0]!);
    };
    expect(digest(kept.state)).toBe(digest(state));
    expect(applyOperation(kept.state, inverse(kept.taken)).state).toEqual(state);
    expect(applyOperation(kept.state, keepingPlan(kept.state, of, null)).state).toEqual(state);
  });

  test('two members who keep plans for two senders both win', () => {
    const other = keepingPlan(state, { look: 'speeches', sender: 'sender-2' }, way.changes.slice(0, 1));
    const both = applyOperation(kept.state, other);
    expect(both.conflicts).toEqual([]);
    const { units } = look(both.state);
    expect([units['sender-1']!.ifLost?.length, units['sender-2']!.ifLost?.length]).toEqual([way.changes.length, 1]);
  });

  test('made, what it brings out of the bag is in the look, and the simulator agrees', () => {
    const made = applyOperation(state, makingPlan(state, 'speeches', way.changes, 'b'));
    expect(made.conflicts).toEqual([]);
    expect(look(made.state).units['light-4']).toMatchObject({
      ...IN_THE_BAG,
      on: true,
      role: 'master',
      mount: 'body-1',
    });
    expect(failing(buildRig(kit, look(made.state)))).toEqual([]);
    expect(applyOperation(made.state, inverse(made.taken)).state).toEqual(state);
  });

  test('as things are set when it is needed it is judged anew; a unit the crew has no more is passed over', () => {
    const moved = settingEdits(kept.state, 'speeches', [{ unit: 'light-2', setting: 'channel', from: 11, to: 5 }]);
    const then = buildRig(kit, look(applyOperation(kept.state, moved).state));
    const without = wayAfter(then, placed(then, 'sender-1'), keptPlan(then, placed(then, 'sender-1'))!);
    expect(without.changes.some(({ unit }) => unit === 'light-4')).toBe(false);
    expect([...without.left].sort()).toEqual(['light-1', 'light-3', 'light-9']);
    expect(way.seconds).toBe(230);
  });

  test.each([
    ['channel', 'eleven'],
    ['groups.C.power', true],
    ['from.body-1.sight', 7],
    ['ifLost', []],
    ['toString', 1],
  ])('no plan sets %s to %j', (setting, to) => {
    const units = { ...demoLook('speeches').units };
    units['sender-1'] = { ...units['sender-1'], ifLost: [{ unit: 'light-1', setting, to: to as never }] };
    const looks = demo.looks.map((one) => (one.id === 'speeches' ? { ...one, units } : one));
    const parsed = parseDocument({ ...demo, looks });
    expect(parsed.ok ? null : JSON.stringify(parsed.faults)).toContain('ifLost');
  });
});
