import type { DataSource } from 'typeorm';
import request from 'supertest';
import { createDataSource } from '../src/database/dataSource';
import { migrateDatabase } from '../src/database/migrate';
import { Crew } from '../src/entities/Crew';
import { OperationRow } from '../src/entities/OperationRow';
import { createCrewServices } from '../src/store/crewServices';
import { ensureDemo, MOST_SANDBOXES, sweepSandboxes } from '../src/store/demo';
import { Mate } from './mate';
import { freshLogins, readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer('sandboxes', 30);
});
afterAll(() => server.close());

const HOUR_MS = 3_600_000;
const sandboxes = (): Promise<number> => server.source.manager.countBy(Crew, { isDemo: true });
const usedHoursAgo = (source: DataSource, crewId: string, hours: number) =>
  source.manager.update(Crew, { id: crewId }, { usedAt: new Date(Date.now() - hours * HOUR_MS) });

test('the demo is loaded once, for a day to come, and again when its wedding is over', async () => {
  const { app, migrator } = await freshLogins('template');
  await migrateDatabase(migrator);
  const source = await createDataSource(app).initialize();
  try {
    const on = (day: string) => ({ document: readDemo(), now: new Date(`${day}T12:00:00Z`) });
    const services = createCrewServices(source);
    const wedding = async () => {
      const { state } = await services.states.latest('demo-template');
      const next = state.events.find(({ id }) => id === 'ropewalk')!.date;
      return { next, tested: state.tests[0]!.at.slice(0, 10) };
    };
    // Two servers that start at once, then one more.
    await Promise.all([
      ensureDemo(source, services, on('2031-01-01')),
      ensureDemo(source, createCrewServices(source), on('2031-01-01')),
    ]);
    expect(await source.getRepository(OperationRow).count()).toBe(1);
    expect(await ensureDemo(source, services, on('2031-01-03'))).toBe(false);
    // A Saturday to come, with what was tested five weeks before it.
    expect(await wedding()).toEqual({ next: '2031-01-04', tested: '2030-11-30' });
    expect(await ensureDemo(source, services, on('2031-01-05'))).toBe(true);
    expect(await wedding()).toEqual({ next: '2031-01-11', tested: '2030-12-07' });
    expect(await ensureDemo(source, services, on('2031-01-20'))).toBe(true);
    expect(await wedding()).toEqual({ next: '2031-01-25', tested: '2030-12-21' });
  } finally {
    await source.destroy();
  }
});

test('what one visitor does to the demo, no other finds', async () => {
  const [one, two] = [new Mate(await server.demo()), new Mate(await server.demo())];
  await one.sets('light-1', 'channel', 5);
  expect((await one.placed('light-1'))!.channel).toBe(5);
  expect((await two.placed('light-1'))!.channel).toBe(11);
  const [first, second] = [await one.rig(), await two.rig()];
  expect(first.crew.id).not.toBe(second.crew.id);
  const { operations } = (await two.agent.get('/api/operations?after=0').expect(200)).body;
  expect(operations.map(({ label }: { label: string }) => label)).toEqual(['the demo as it came']);
  const late = new Mate(await server.demo());
  expect((await late.placed('light-1'))!.channel).toBe(11);
});

test('a visitor who comes back to the same browser finds what they did', async () => {
  const mate = new Mate(await server.demo());
  await mate.sets('light-1', 'channel', 6);
  await mate.agent.post('/api/demo').expect(204);
  expect((await mate.placed('light-1'))!.channel).toBe(6);
  await mate.agent.delete('/api/session').expect(204);
  await mate.agent.get('/api/rig').expect(401);
  await mate.agent.post('/api/demo').expect(204);
  expect((await mate.placed('light-1'))!.channel).toBe(6);
});

test('a mark that somebody made up leads nowhere', async () => {
  const mate = new Mate(await server.demo());
  const { member, crew } = await mate.rig();
  const made = `ergon.known=${member.id}.abc.${'0'.repeat(64)}`;
  const stranger = request.agent(server.app);
  await stranger.post('/api/demo').set('cookie', made).expect(204);
  expect((await new Mate(stranger).rig()).crew.id).not.toBe(crew.id);
});

test('nobody is invited into a demo, renamed in it or removed', async () => {
  const agent = await server.demo();
  const { member } = await new Mate(agent).rig();
  const refused = await Promise.all([
    agent.post('/api/links').send({ role: 'member' }),
    agent.patch(`/api/members/${member.id}`).send({ name: 'Me' }),
    agent.delete('/api/sessions'),
    agent.put('/api/passphrase').send({ passphrase: 'x', next: 'tarred hemp rope' }),
  ]);
  expect(refused.map(({ status, body }) => [status, body.error.code])).toEqual(Array(4).fill([403, 'demo.alone']));
});

test('a sandbox unused for two days goes with all that is in it; one in use stays', async () => {
  const [left, used] = [new Mate(await server.demo()), new Mate(await server.demo())];
  const [gone, kept] = [await left.rig(), await used.rig()];
  await usedHoursAgo(server.source, gone.crew.id, 49);
  await usedHoursAgo(server.source, kept.crew.id, 47);
  await used.rig();
  const { usedAt } = await server.source.manager.findOneByOrFail(Crew, { id: kept.crew.id });
  expect(Date.now() - usedAt!.getTime()).toBeLessThan(HOUR_MS);
  await sweepSandboxes(server.source);
  expect((await left.agent.get('/api/rig')).status).toBe(401);
  expect(await server.source.manager.countBy(OperationRow, { crewId: gone.crew.id })).toBe(0);
  expect((await used.rig()).crew.id).toBe(kept.crew.id);
  // However much it is used, one that is two weeks old goes too.
  await server.source.manager.update(
    Crew,
    { id: kept.crew.id },
    { createdAt: new Date(Date.now() - 15 * 24 * HOUR_MS) },
  );
  await sweepSandboxes(server.source);
  expect((await used.agent.get('/api/rig')).status).toBe(401);
});

test('when all places are taken, that unused for longest is given; those in use are left alone', async () => {
  const longest = await new Mate(await server.demo()).rig();
  // Sandboxes as many as may be, all in use but one.
  const missing = MOST_SANDBOXES + 1 - (await sandboxes());
  const row = (n: number) => ({ id: `many-${n}`, name: 'Demo crew', isDemo: true, usedAt: new Date() });
  await server.source.manager.insert(
    Crew,
    Array.from({ length: missing }, (_, n) => row(n)),
  );
  await usedHoursAgo(server.source, longest.crew.id, 1);
  await server.demo();
  expect(await server.source.manager.countBy(Crew, { id: longest.crew.id })).toBe(0);
  expect(await sandboxes()).toBe(MOST_SANDBOXES + 1);
  const refused = await request(server.app).post('/api/demo').expect(429);
  expect(refused.body.error.code).toBe('demo.full');
});

test('one address opens so many in a minute and no more; who has one is not kept out of it', async () => {
  const strict = await startTestServer('visitors', 2);
  try {
    const one = await strict.demo();
    await strict.demo();
    expect((await request(strict.app).post('/api/demo')).status).toBe(429);
    await one.post('/api/demo').expect(204);
  } finally {
    await strict.close();
  }
});
