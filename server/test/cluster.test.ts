/** What holds with several nodes of a database, as far as one can tell; e2e/soak runs three. */
import { setTimeout as sleep } from 'node:timers/promises';
import request from 'supertest';
import type { DataSource } from 'typeorm';
import { openSource, takeClusterTurn } from '../src/database/cluster';
import { databaseFault } from '../src/database/databaseFaults';
import { createSessionStore } from '../src/database/sessionStore';
import { inTransaction } from '../src/database/transaction';
import { Crew } from '../src/entities/Crew';
import { Member } from '../src/entities/Member';
import { makeLink } from '../src/members/links';
import { freshLogins, PASSPHRASE, startTestServer, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer('cluster');
});
afterAll(() => server.close());

describe('what is read', () => {
  test('is what was confirmed on any node, on every connection there is', async () => {
    const { app } = await freshLogins('cluster_reads');
    const source = await openSource(app, 4);
    // Four at once take four connections.
    const slow = 'SELECT CONNECTION_ID() AS id, @@SESSION.wsrep_sync_wait AS waits, SLEEP(0.2)';
    const rows = (await Promise.all([1, 2, 3, 4].map(() => source.query(slow)))).flat();
    expect(new Set(rows.map(({ id }: { id: number }) => id)).size).toBe(4);
    expect(rows.map(({ waits }: { waits: number }) => Number(waits))).toEqual([7, 7, 7, 7]);
    await source.destroy();
  });

  test('also of sessions', async () => {
    const { app } = await freshLogins('cluster_sessions');
    const { store, close } = createSessionStore(app);
    const { connection: pool } = store as unknown as { connection: { query: (sql: string) => Promise<any> } };
    const [rows] = await pool.query('SELECT @@SESSION.wsrep_sync_wait AS waits');
    expect(Number(rows[0].waits)).toBe(7);
    await close();
  });
});

describe('a turn among all nodes', () => {
  const NONE_S = 0.6;
  let source: DataSource;
  beforeAll(async () => {
    source = await openSource((await freshLogins('cluster_turn')).migrator);
  });
  afterAll(() => source.destroy());
  const turnOf = (waitS = NONE_S) => takeClusterTurn(source, waitS);

  test('is one server’s until it ends it', async () => {
    const end = await turnOf();
    expect(end).not.toBeNull();
    expect(await turnOf()).toBeNull();
    const waiting = turnOf(20);
    await end!();
    const endOther = await waiting;
    expect(endOther).not.toBeNull();
    // Whoever ended theirs ends nobody else's.
    await end!();
    expect(await turnOf()).toBeNull();
    await endOther!();
  });

  test('is over by itself where its server died', async () => {
    const end = await turnOf();
    await source.query('UPDATE `migration_turn` SET endsAt = NOW(3) - INTERVAL 1 SECOND');
    const endOther = await turnOf();
    expect(endOther).not.toBeNull();
    await Promise.all([end!(), endOther!()]);
  });

  test('is one server’s of many that begin at once', async () => {
    const turns = await Promise.all([1, 2, 3, 4, 5].map(() => turnOf()));
    const taken = turns.filter((end) => end !== null);
    expect(taken).toHaveLength(1);
    await taken[0]!();
  });
});

test('two transactions that wait for each other both end well', async () => {
  const { source } = server;
  const leads = await Promise.all(['Tackle', 'Sheave'].map((name) => server.crew(name)));
  const ids = await Promise.all(leads.map(async (lead) => (await lead.get('/api/rig').expect(200)).body.crew.id));
  let begun = 0;
  const raise = (first: string, then: string) =>
    inTransaction(source, async (manager) => {
      begun++;
      await manager.increment(Crew, { id: first }, 'memberChanges', 1);
      await sleep(200);
      await manager.increment(Crew, { id: then }, 'memberChanges', 1);
    });
  const before = await countOf(source, ids[0]);
  await Promise.all([raise(ids[0], ids[1]), raise(ids[1], ids[0])]);
  expect(await countOf(source, ids[0])).toBe(before + 2);
  expect(begun).toBeGreaterThan(2);
});

const countOf = async (source: DataSource, id: string): Promise<number> =>
  (await source.manager.findOneByOrFail(Crew, { id })).memberChanges;

describe('who is in a crew', () => {
  test('is changed through one row of the crew, whichever member it is about', async () => {
    const lead = await server.crew('Purchase');
    const { id } = (await lead.get('/api/rig').expect(200)).body.crew;
    const raisedBy = async (work: () => Promise<unknown>): Promise<number> => {
      const before = await countOf(server.source, id);
      await work();
      return (await countOf(server.source, id)) - before;
    };
    let token = '';
    const invite = async () => {
      token = (await lead.post('/api/links').send({ role: 'owner' }).expect(200)).body.token;
    };
    expect(await raisedBy(invite)).toBe(1);
    const join = () => request(server.app).post('/api/links/use').send({ token, name: 'Bo', passphrase: PASSPHRASE });
    expect(await raisedBy(() => join().expect(204))).toBe(1);
    const bo = await server.source.manager.findOneByOrFail(Member, { crewId: id, name: 'Bo' });
    const remove = () => lead.patch(`/api/members/${bo.id}`).send({ removed: true }).expect(204);
    expect(await raisedBy(remove)).toBe(1);
  });

  test('an owner who was removed while they made a link has made none', async () => {
    const lead = await server.crew('Fairlead');
    const { crew, member } = (await lead.get('/api/rig').expect(200)).body;
    const { source } = server;
    await source.manager.update(Member, { id: member.id }, { removedAt: new Date() });
    const making = makeLink(source, { crewId: crew.id, member }, { role: 'owner' });
    await expect(making).rejects.toMatchObject({ code: 'owner.needed' });
  });
});

test('a node that lost the others is away, and one whose disk is full is full', () => {
  const lost =
    'Error while appending streaming replication fragment(provider status: Not connected to Primary Component)';
  expect(databaseFault({ errno: 1180, message: lost })).toBe('away');
  expect(databaseFault({ errno: 1047, message: 'WSREP has not yet prepared node for application use' })).toBe('away');
  const full = 'Got error 28 "No space left on device" during COMMIT';
  expect(databaseFault({ errno: 1180, message: full })).toBe('full');
});
