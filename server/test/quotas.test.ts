/** One crew cannot take up the machine: what would be too much is refused by name, and nothing of it is stored. */
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { making, removing } from '@ergon/core/operation/editsOf';
import { CrewStates } from '../src/store/crewStates';
import { Feed } from '../src/store/feed';
import { readArchive } from '../src/store/crewArchive';
import { bytesOf, type Quotas, QUOTAS } from '../src/store/quotas';
import { OperationTaker } from '../src/store/takeOperations';
import { Mate } from './mate';
import { asText, PASSPHRASE, readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer('quotas');
});
afterAll(() => server.close());

const taker = (quotas: Partial<Quotas>) =>
  new OperationTaker(server.source, new CrewStates(server.source), new Feed(server.source), { ...QUOTAS, ...quotas });

const author = async (mate: Mate) => {
  const { crew, member } = await mate.rig();
  return { crewId: crew.id, member };
};

const stored = async (mate: Mate) => {
  const crewId = (await mate.rig()).crew.id;
  const [{ bytes }] = await server.source.query('SELECT storedBytes AS bytes FROM crews WHERE id = ?', [crewId]);
  const [{ sum }] = await server.source.query('SELECT COUNT(*) AS sum FROM records WHERE crewId = ?', [crewId]);
  return { bytes: Number(bytes), records: Number(sum) };
};

test('a crew with as many records as there can be makes no more, and goes on with what it has', async () => {
  const mate = new Mate(await server.crew('Full kit'));
  await mate.imports(readDemo());
  const { records } = await stored(mate);
  const full = taker({ records });
  const unit = (id: string) =>
    mate.operation(({ profiles }, born) => [
      making({ kind: 'unit', id }, { id, profile: profiles[0]!.id, label: 'One more' }, born),
    ]);
  const answer = await full.take(await author(mate), await unit('more'));
  expect(answer).toMatchObject({
    result: 'refused',
    faults: [
      { path: 'crew', message: `would have more than ${records} records: remove some that are not used any more` },
    ],
  });
  expect(await stored(mate)).toMatchObject({ records });
  expect((await mate.rig()).number).toBe(1);
  // What is there is changed and removed, and in its place there is room.
  const gone = await mate.operation((rig) => removing(rig, { kind: 'unit', id: 'light-9' }));
  expect((await full.take(await author(mate), gone)).result).toBe('taken');
  expect((await full.take(await author(mate), await unit('more'))).result).toBe('taken');
});

test('a history as long as there can be takes no more', async () => {
  const mate = new Mate(await server.crew('Long tale'));
  const edits = (await mate.imports(readDemo())).operation.edits;
  const { bytes } = await stored(mate);
  expect(bytes).toBe(bytesOf(edits));
  const change = await mate.operation((rig) => removing(rig, { kind: 'unit', id: 'light-9' }));
  const more = bytesOf(change.edits);
  const refused = await taker({ bytes: bytes + more - 1 }).take(await author(mate), change);
  expect(refused).toMatchObject({ result: 'refused', faults: [{ path: 'crew' }] });
  expect(await stored(mate)).toMatchObject({ bytes });
  expect((await taker({ bytes: bytes + more }).take(await author(mate), change)).result).toBe('taken');
  expect(await stored(mate)).toMatchObject({ bytes: bytes + more });
});

test('an archive of too much is refused whole; one that fits counts as what it holds', async () => {
  const from = new Mate(await server.crew('Out of it'));
  await from.imports(readDemo());
  const { bytes, records } = await stored(from);
  const text = (await from.agent.get('/api/archive').buffer(true).parse(asText).expect(200)).body as string;
  const into = new Mate(await server.crew('Into it'));
  const { crewId } = await author(into);
  async function* lines() {
    yield* text.trimEnd().split('\n');
  }
  const put = (quotas: Partial<Quotas>) => readArchive(server.source, crewId, lines(), { ...QUOTAS, ...quotas });
  await expect(put({ records: records - 1 })).rejects.toMatchObject({ faults: [{ path: 'crew' }] });
  await expect(put({ bytes: bytes - 1 })).rejects.toMatchObject({ faults: [{ path: 'crew' }] });
  expect(await stored(into)).toEqual({ bytes: 0, records: 0 });
  await put({ bytes, records });
  expect(await stored(into)).toEqual({ bytes, records });
});

test('a crew of as many members as there can be lets nobody in, and the link stays for when it can', async () => {
  const mate = new Mate(await server.crew('Crowd'));
  const { crewId } = await author(mate);
  const { token } = (await mate.agent.post('/api/links').send({ role: 'member' }).expect(200)).body;
  const people = Array.from({ length: QUOTAS.members - 1 }, (_, at) => [randomUUID(), crewId, `Extra ${at}`, 'x']);
  await server.source.query('INSERT INTO members (id, crewId, name, passphraseHash) VALUES ?', [people]);
  const use = () =>
    request(server.app).post('/api/links/use').send({ token, name: 'One more', passphrase: PASSPHRASE });
  expect((await use().expect(409)).body.error.code).toBe('crew.full');
  await server.source.query('DELETE FROM members WHERE id = ?', [people[0]![0]]);
  await use().expect(204);
});
