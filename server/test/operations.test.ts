/** Operations reach the database once, in one order, and whole; what clashes waits and the rest goes through. */
import { canonical, digest } from '@ergon/core/measure/canonical';
import { emptyState, type CrewState } from '@ergon/core/operation/crewState';
import { inverse } from '@ergon/core/operation/edit';
import { making, placingRef, putting, removing, settingEdits, startingAgain } from '@ergon/core/operation/editsOf';
import { replay } from '@ergon/core/operation/applyOperation';
import { CrewStates } from '../src/store/crewStates';
import { createCrewServices } from '../src/store/crewServices';
import { addingMoment, movingMoment } from '@ergon/core/operation/eventEdits';
import { Mate, type Refused, type Taken } from './mate';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
let crews = 0;
beforeAll(async () => {
  server = await startTestServer('operations');
});
afterAll(() => server.close());

/** Two members of a crew of the test's own that has what the demo has. */
async function twoMates(): Promise<[Mate, Mate]> {
  const name = `Crew ${++crews}`;
  const one = new Mate(await server.crew(name));
  await one.imports(readDemo());
  return [one, new Mate(await server.member(one.agent, `${name} second`))];
}

const unit = (n: number) => ({ id: `many-${n}`, profile: 'tholmar-60k', label: `Many ${n}` });

test('an edit is stored with who did it and when, and leaves the rest alone', async () => {
  const [one] = await twoMates();
  const before = (await one.placed('light-6'))!;
  const { operation } = await one.sets('light-6', 'channel', 11);
  expect(operation).toMatchObject({ memberName: `Crew ${crews} lead`, label: 'a change', clockAheadS: null });
  expect(operation.edits).toMatchObject([{ field: 'channel', from: 3, to: 11 }]);
  expect(await one.placed('light-6')).toEqual({ ...before, channel: 11 });
});

test('sent again it is answered the same and done once, test fires too', async () => {
  const [one] = await twoMates();
  const fired = { look: 'vows', light: 'light-1', body: 'body-1', result: 'fired' as const };
  const test = { ...fired, fingerprint: '0123456789abcdef', at: '2027-06-12T18:40:00.000Z' };
  const operation = await one.operation((_, born) => {
    const id = `${born}-1`;
    return [making({ kind: 'test', id }, { id, ...test }, born)];
  });
  const first = await one.answer(operation);
  expect(await one.answer(operation)).toEqual(first);
  const { tests, number } = await one.rig();
  // Logged when it was made, not when it arrived.
  expect(tests.filter(({ look }) => look === 'vows')).toEqual([{ id: `${operation.id}-1`, ...test }]);
  expect(number).toBe(first.operation.number);
});

test('two people on different fields of one light both win; on one field the second is told, the rest stands', async () => {
  const [one, two] = await twoMates();
  const bulk = await two.operation((rig) =>
    settingEdits(rig, 'first-dance', [
      { unit: 'light-6', setting: 'channel', from: null, to: 5 },
      { unit: 'light-3', setting: 'networkId', from: null, to: 27 },
      { unit: 'light-6', setting: 'group', from: null, to: 'A' },
    ]),
  );
  await one.sets('light-6', 'channel', 11);
  const { operation } = await two.answer(bulk);
  expect(operation.conflicts).toMatchObject([
    { why: 'changed', theirs: 11, edit: { field: 'channel', from: 3, to: 5 } },
  ]);
  expect(operation.edits).toHaveLength(2);
  expect(await one.placed('light-6')).toMatchObject({ channel: 11, group: 'A' });
  expect((await one.placed('light-3'))!.networkId).toBe(27);
});

test('of many edits of one light at once each is taken in turn, numbered without a gap', async () => {
  const [one, two] = await twoMates();
  const { number } = await one.rig();
  const operations = await Promise.all(
    Array.from({ length: 20 }, (_, n) =>
      (n % 2 ? one : two).operation((rig) =>
        settingEdits(rig, 'first-dance', [{ unit: 'light-6', setting: 'channel', from: null, to: 12 + n }]),
      ),
    ),
  );
  const answers = await Promise.all(operations.map((operation, n) => (n % 2 ? one : two).answer(operation)));
  const taken = answers.filter(({ operation }) => operation.conflicts.length === 0);
  expect(taken).toHaveLength(1);
  const numbers = answers.map(({ operation }) => operation.number).sort((a, b) => a - b);
  expect(numbers).toEqual(Array.from({ length: 20 }, (_, n) => number + 1 + n));
});

test('two servers on one database take one crew’s operations in one order', async () => {
  const [one] = await twoMates();
  const other = createCrewServices(server.source);
  const rig = await one.rig();
  const author = { crewId: rig.crew.id, member: rig.member };
  const operations = await Promise.all(
    Array.from({ length: 30 }, (_, n) =>
      one.operation((now) =>
        settingEdits(now, 'first-dance', [
          { unit: `light-${1 + (n % 3)}`, setting: n % 2 ? 'place' : 'purpose', from: null, to: `${n}` },
        ]),
      ),
    ),
  );
  await Promise.all(operations.map((one, n) => (n % 2 ? other : server.crews).taker.take(author, one)));
  const here = await server.crews.states.latest(rig.crew.id);
  const fresh = await new CrewStates(server.source).latest(rig.crew.id);
  expect(here.number).toBe(rig.number + 30);
  expect(canonical(here.state)).toBe(canonical((await other.states.latest(rig.crew.id)).state));
  expect(canonical(fresh.state)).toBe(canonical(here.state));
});

test('the operations replayed from the first give what the records hold', async () => {
  const [one, two] = await twoMates();
  await one.sets('light-6', 'channel', 11);
  await two.does((rig) => removing(rig, { kind: 'unit', id: 'light-1' }));
  await one.does((rig) => removing(rig, { kind: 'family', id: 'knot' }));
  const { crew } = await one.rig();
  const rows = await server.source.query('SELECT edits FROM operations WHERE crewId = ? ORDER BY number', [crew.id]);
  const replayed = rows.reduce(
    (state: CrewState, { edits }: { edits: string | [] }) =>
      replay(state, typeof edits === 'string' ? JSON.parse(edits) : edits),
    emptyState(),
  );
  const stored = await new CrewStates(server.source).latest(crew.id);
  expect(canonical(stored.state)).toBe(canonical(replayed));
});

test('a removal takes along what cannot be without it, and undo by the other brings all of it back', async () => {
  const [one, two] = await twoMates();
  const before = (await one.agent.get('/api/document')).text;
  const { operation } = await one.does((rig) => removing(rig, { kind: 'profile', id: 'tholmar-200' }));
  const after = await one.rig();
  expect(after.units.some(({ profile }) => profile === 'tholmar-200')).toBe(false);
  // What is exported is taken in again.
  const exported = JSON.parse((await one.agent.get('/api/document')).text);
  const [other] = await twoMates();
  expect((await other.imports(exported)).result).toBe('taken');
  const back = await two.does(() => inverse(operation.edits));
  expect(back.operation.conflicts).toEqual([]);
  expect((await one.agent.get('/api/document')).text).toBe(before);
});

test('exported, imported into another crew and exported again it is the same, test fires and all', async () => {
  const [one] = await twoMates();
  await one.does((rig, born) => movingMoment(rig, 'vows', 1).concat(addingMoment(rig, 'regatta', SPARKLERS, born)));
  const exported = (await one.agent.get('/api/document')).text;
  expect(JSON.parse(exported)).toMatchObject({ version: 3, tests: expect.arrayContaining([HARVEST_TEST]) });
  const other = new Mate(await server.crew('Handed over'));
  await other.imports(JSON.parse(exported));
  expect((await other.agent.get('/api/document')).text).toBe(exported);
});

const SPARKLERS = { id: 'sparklers', name: 'Sparklers', time: '22:00' };
const HARVEST_TEST = expect.objectContaining({ look: 'harvest-supper', light: 'light-3', result: 'dark' });

test('an import is taken back as one, byte for byte, and done again', async () => {
  const one = new Mate(await server.crew('Importers'));
  const empty = (await one.agent.get('/api/document')).text;
  const { operation } = await one.imports(readDemo());
  const full = (await one.agent.get('/api/document')).text;
  const undone = await one.does(() => inverse(operation.edits));
  expect((await one.agent.get('/api/document')).text).toBe(empty);
  await one.does(() => inverse(undone.operation.edits));
  expect((await one.agent.get('/api/document')).text).toBe(full);
});

test('hundreds of units land at once', async () => {
  const [one] = await twoMates();
  const before = (await one.rig()).units.length;
  await one.does((_, born) =>
    Array.from({ length: 480 }, (_, n) => making({ kind: 'unit', id: unit(n).id }, unit(n), born)),
  );
  expect((await one.rig()).units).toHaveLength(before + 480);
});

test('a model handed over lands in another crew without an event', async () => {
  const [one] = await twoMates();
  const handed = JSON.parse((await one.agent.get('/api/document/profiles/oakvane-both').expect(200)).text);
  const other = new Mate(await server.crew('Neighbours'));
  await other.imports(handed);
  const theirs = await other.rig();
  expect(theirs.events).toEqual([]);
  expect(theirs.profiles.map(({ id }) => id)).toEqual(['oakvane-both']);
  expect(theirs.families.map(({ id }) => id)).toEqual(['lapwing', 'sanderling']);
  await other.agent.get('/api/document/profiles/tholmar-200').expect(404);
});

test('the demo starts again from its document', async () => {
  const one = new Mate(await server.demo());
  await one.sets('light-6', 'channel', 11);
  await one.does((rig) => removing(rig, { kind: 'unit', id: 'light-1' }));
  const demo = JSON.parse((await one.agent.get('/api/document/demo')).text);
  await one.does((rig, born) => startingAgain(rig, demo, born));
  expect(JSON.parse((await one.agent.get('/api/document')).text)).toEqual(demo);
});

describe('what can never be taken is refused, named, and nothing of it is stored', () => {
  let mate: Mate;
  let before: string;
  beforeAll(async () => {
    [mate] = await twoMates();
    before = digest((await mate.agent.get('/api/rig')).text);
  });
  afterEach(async () => expect(digest((await mate.agent.get('/api/rig')).text)).toBe(before));

  const field = (more: object) => ({
    edit: 'field',
    on: { kind: 'placing', id: 'light-6', look: 'first-dance' },
    born: null,
    field: 'channel',
    from: 3,
    to: 11,
    ...more,
  });

  test.each<[string, object, string]>([
    ['an id that is none', { id: 'x' }, 'id'],
    ['another version', { version: 99 }, 'version'],
    ['no label', { label: ' ' }, 'label'],
    ['a time that is none', { at: 'tonight' }, 'at'],
    ['no edits', { edits: [] }, 'edits'],
    ['an unknown field of its own', { force: true }, 'force'],
    ['SQL for an id of a record', { edits: [field({ on: { kind: 'unit', id: "x' OR '1'='1" } })] }, 'edits[0].on.id'],
    ['a kind nobody has', { edits: [field({ on: { kind: 'sessions', id: 'x' } })] }, 'edits[0].on.kind'],
    ['a placing in no look', { edits: [field({ on: { kind: 'placing', id: 'light-6' } })] }, 'edits[0].on'],
    ['the id of a unit', { edits: [field({ on: { kind: 'unit', id: 'light-6' }, field: 'id' })] }, 'edits[0].field'],
    [
      'a record from nothing to nothing',
      { edits: [{ edit: 'record', on: { kind: 'unit', id: 'x' }, from: null, to: null }] },
      'edits[0]',
    ],
  ])('%s', async (_, more, path) => {
    const operation = await mate.operation(() => [field({}) as never], more);
    const answer = await mate.answer<Refused>(operation);
    expect(answer.result).toBe('refused');
    expect(answer.faults.map((fault) => fault.path)).toContain(path);
  });

  test.each<[string, string, unknown, string]>([
    ['a wrong type', 'channel', 'eleven', 'light-6 in first-dance: channel'],
    ['a channel beyond all', 'channel', 1e9, 'light-6 in first-dance: channel'],
    ['an unknown setting', 'chanel', 3, 'light-6 in first-dance: chanel'],
    ['a setting of the prototype', 'constructor', 1, 'light-6 in first-dance: constructor'],
    ['a group that is none', 'groups.7.on', true, 'light-6 in first-dance: groups.7.on'],
  ])('%s', async (_, setting, to, path) => {
    const answer = await mate.does<Refused>((rig) =>
      settingEdits(rig, 'first-dance', [{ unit: 'light-6', setting: setting as never, from: null, to: to as never }]),
    );
    expect(answer.result).toBe('refused');
    expect(answer.faults.map((fault) => fault.path)).toContain(path);
  });

  test.each<[string, object, string]>([
    ['a label of 10,000 characters', { label: 'x'.repeat(10_000) }, 'unit new: label'],
    ['an empty label', { label: '  ' }, 'unit new: label'],
    ['an id other than the record’s', { id: 'other' }, 'edits[0].to.doc.id'],
  ])('a unit with %s', async (_, more, path) => {
    const doc = { id: 'new', profile: 'tholmar-200', label: 'New', ...more };
    const answer = await mate.does<Refused>((_, born) => [making({ kind: 'unit', id: 'new' }, doc, born)]);
    expect(answer.result).toBe('refused');
    expect(answer.faults.map((fault) => fault.path)).toContain(path);
  });

  test('one among others keeps none of them waiting', async () => {
    const bad = await mate.operation((rig) => [
      field({ born: rig.born['placing/first-dance/light-6'], to: 'eleven' }) as never,
    ]);
    const { body } = await mate.send(bad, 7, null, bad).expect(200);
    expect(body.answers.map((answer: Refused) => answer.result)).toEqual(Array(4).fill('refused'));
  });
});

test('what names something that is gone waits; what stands beside it is taken', async () => {
  const [one, two] = await twoMates();
  const late = await two.operation((rig, born) => [
    making(placingRef('vows', 'light-8'), { on: true }, born),
    ...putting(rig, {
      on: { kind: 'unit', id: 'light-3' },
      doc: { ...rig.units.find((u) => u.id === 'light-3')!, label: 'Three' },
      born,
    }),
  ]);
  await one.does((rig) => removing(rig, { kind: 'unit', id: 'light-8' }));
  const { operation } = await two.answer(late);
  expect(operation.conflicts).toMatchObject([{ why: 'missing', what: { kind: 'unit', id: 'light-8' } }]);
  expect((await one.rig()).units.find(({ id }) => id === 'light-3')!.label).toBe('Three');
});

test('what somebody else made waits on its device for them, and keeps what was taken before it', async () => {
  const [one, two] = await twoMates();
  const theirs = await one.operation((rig) => removing(rig, { kind: 'unit', id: 'light-1' }));
  const refused = await two.send(theirs).expect(401);
  expect(refused.body.error.code).toBe('sign-in.other');
  await two.send({ ...theirs, crew: 'demo' }).expect(401);
  const own = await two.operation((rig) => removing(rig, { kind: 'unit', id: 'light-2' }));
  const { body } = await two.send(own, theirs).expect(200);
  expect(body.answers.map((answer: Taken) => answer.id)).toEqual([own.id]);
  expect((await one.rig()).units.some(({ id }) => id === 'light-1')).toBe(true);
  const { member } = await one.rig();
  await two.agent.get(`/api/operations?after=0&member=${member.id}`).expect(401);
  await one.agent.get(`/api/operations?after=0&member=${member.id}`).expect(200);
});

test('SQL in a label is only a label', async () => {
  const [one] = await twoMates();
  const label = `'); DROP TABLE records; -- "`;
  await one.does((_, born) => [
    making({ kind: 'unit', id: 'drop' }, { id: 'drop', profile: 'tholmar-200', label }, born),
  ]);
  expect((await one.rig()).units.find(({ id }) => id === 'drop')!.label).toBe(label);
});

test('a clock that is wrong is noticed and kept with the operation', async () => {
  const [one] = await twoMates();
  const operation = await one.operation((rig) =>
    settingEdits(rig, 'vows', [{ unit: 'light-1', setting: 'channel', from: null, to: 9 }]),
  );
  const sentAt = new Date(Date.now() + 7 * 60_000).toISOString();
  const { body } = await one.agent.post('/api/operations').send({ sentAt, operations: [operation] });
  expect(body.answers[0].operation.clockAheadS).toBeGreaterThan(400);
  expect(body.answers[0].operation.at).toBe(operation.at);
});
