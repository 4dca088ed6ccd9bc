/** Whatever fails below it, the server answers in time, says what is wrong in words, and goes on. */
import { settingEdits } from '@ergon/core/operation/editsOf';
import { setTimeout as sleep } from 'node:timers/promises';
import request from 'supertest';
import { SharedRateLimit } from '../src/database/sharedRateLimit';
import { createSessionStore } from '../src/database/sessionStore';
import { closeAll } from '../src/closeAll';
import { createLog, fileLog } from '../src/log';
import { Mate } from './mate';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
let mate: Mate;
const noted: string[] = [];
const log = createLog({ write: (line) => void noted.push(line) });

beforeAll(async () => {
  server = await startTestServer('faults', 1000, { logger: log });
  mate = new Mate(await server.crew('Faults'));
  await mate.imports(readDemo());
});
afterEach(() => jest.restoreAllMocks());
afterAll(() => server.close());

const failing = (error: object) =>
  jest.spyOn(server.source, 'transaction').mockRejectedValue(Object.assign(new Error('x'), error));
const change = (more: object = {}) =>
  mate.operation(
    (rig) => settingEdits(rig, 'first-dance', [{ unit: 'light-1', setting: 'channel', from: null, to: 7 }]),
    more,
  );

describe('a statement that fails', () => {
  test.each<[string, object, string]>([
    ['a database that is away', { code: 'ECONNREFUSED' }, 'server.unavailable'],
    [
      'a connection that was lost',
      { message: 'Connection lost: The server closed the connection.' },
      'server.unavailable',
    ],
    ['too many who wait', { message: 'Queue limit reached.' }, 'server.unavailable'],
    ['a node of a cluster that is not ready', { errno: 1047 }, 'server.unavailable'],
    ['a lock others hold', { errno: 1205 }, 'server.busy'],
    ['a deadlock, each time', { errno: 1213 }, 'server.busy'],
    ['a table that finds no room', { errno: 1114 }, 'server.full'],
    ['an engine that finds no room', { errno: 1030, message: 'Got error 28 "No space left on device"' }, 'server.full'],
    ['a table that is damaged', { errno: 1877 }, 'server.damaged'],
    ['a table that is gone', { errno: 1932 }, 'server.damaged'],
  ])('%s is told as such, with when to try again', async (_, error, code) => {
    const operation = await change();
    failing(error);
    const answer = await mate.send(operation).expect(503);
    expect(answer.body.error).toMatchObject({ code, message: expect.stringMatching(/^[A-Z].*\.$/) });
    expect(Number(answer.headers['retry-after'])).toBeGreaterThan(0);
  });

  test('a deadlock that is over after one more try is nobody’s concern', async () => {
    const operation = await change();
    jest.spyOn(server.source, 'transaction').mockRejectedValueOnce(Object.assign(new Error('x'), { errno: 1213 }));
    expect(await mate.answer(operation)).toMatchObject({ result: 'taken' });
  });
});

test('a database that answers nothing keeps nobody waiting, and what comes of it late does no harm', async () => {
  const quick = await startTestServer('late', 1000, { answerWithinMs: 2500, logger: log });
  const agent = await quick.crew('Late');
  let release: (rows: unknown) => void = () => undefined;
  const silent = new Promise((resolve) => (release = resolve));
  for (const asked of ['find', 'findOneBy'] as const) {
    const find = quick.source.manager[asked].bind(quick.source.manager) as (...args: unknown[]) => Promise<never>;
    jest.spyOn(quick.source.manager, asked).mockImplementation(async (...args: unknown[]) => {
      await silent;
      return find(...args);
    });
  }
  const start = Date.now();
  const answer = await agent.get('/api/rig').expect(503);
  expect(Date.now() - start).toBeGreaterThan(2400);
  expect(answer.body.error).toMatchObject({ code: 'server.slow', message: expect.stringContaining('is not known') });
  expect(answer.headers['retry-after']).toBeDefined();
  // A name and passphrase too: storing the session must not hold back the answer.
  await agent.post('/api/session').send({ name: 'Late lead', passphrase: 'tarred hemp rope' }).expect(503);
  release(null);
  await sleep(200);
  await agent.get('/api/rig').expect(200);
  await quick.close();
});

test('no cookie, passphrase or body is noted, whatever fails', async () => {
  noted.length = 0;
  const [secret, words] = ['tallow and oakum', 'a label only I know'];
  const operation = await change({ label: words });
  jest
    .spyOn(server.source, 'transaction')
    .mockRejectedValue(
      Object.assign(new Error(`Duplicate entry '${words}'`), { errno: 1366, sql: words, parameters: [words] }),
    );
  await mate.send(operation).expect(500);
  await request(server.app)
    .post(`/api/crews?why=${encodeURIComponent(words)}`)
    .set('cookie', 'ergon.sid=s%3Amine')
    .send({ crew: words, name: words, passphrase: secret })
    .expect(500);
  const text = noted.join('');
  expect(noted.map((line) => JSON.parse(line))).toMatchObject([
    { req: { method: 'POST', path: '/api/operations' }, code: 'server.failed', err: { errno: 1366 } },
    { req: { method: 'POST', path: '/api/crews' }, code: 'server.failed' },
  ]);
  expect(text).toContain('faults.test.ts');
  for (const unseen of [secret, words, encodeURIComponent(words), 's%3Amine', 'cookie'])
    expect(text).not.toContain(unseen);
});

test('a log that cannot be written ends nothing', async () => {
  const ended = jest.fn();
  process.on('uncaughtException', ended);
  const full = fileLog('/dev/full');
  for (let n = 0; n < 50; n++) full.error({ n }, 'x'.repeat(1000));
  await sleep(300);
  process.off('uncaughtException', ended);
  expect(ended).not.toHaveBeenCalled();
});

test('a sweep of sessions that finds no database is noted and tried again', async () => {
  noted.length = 0;
  const unhandled = jest.fn();
  process.on('unhandledRejection', unhandled);
  const nowhere = { host: '127.0.0.1', port: 1, user: 'x', password: 'x', database: 'x' };
  const sessions = createSessionStore(nowhere, log, 30);
  await sleep(300);
  await sessions.close();
  process.off('unhandledRejection', unhandled);
  expect(unhandled).not.toHaveBeenCalled();
  expect(noted.filter((line) => line.includes('sessions not swept')).length).toBeGreaterThan(2);
});

test('a server whose database is away, or hangs, can be stopped all the same', async () => {
  const ended: string[] = [];
  const noting = (name: string) => async () => void ended.push(name);
  await closeAll(
    [noting('first'), () => Promise.reject(new Error('away')), () => new Promise(() => undefined), noting('last')],
    log,
    50,
  );
  expect(ended).toEqual(['first', 'last']);
});

test('sessions that have ended are swept away, the others stay', async () => {
  await server.source.query(
    "INSERT INTO sessions (session_id, expires, data) VALUES ('over', 5, '{}'), ('on', 4000000000, '{}')",
  );
  const { host, port, username: user, password, database } = server.source.options as never as Record<string, string>;
  const sessions = createSessionStore({ host, port, user, password, database } as never, log, 30);
  await sleep(300);
  await sessions.close();
  const left = await server.source.query("SELECT session_id AS id FROM sessions WHERE session_id IN ('over', 'on')");
  expect(left).toEqual([{ id: 'on' }]);
});

describe('a clock that was two days ahead', () => {
  const ahead = new Date(Date.now() + 2 * 86_400_000);

  test('locks nobody out who tried then', async () => {
    await server.source.query("INSERT INTO rate_limits (name, hits, endsAt) VALUES ('ahead', 99, ?)", [ahead]);
    const limit = new SharedRateLimit(server.source);
    limit.init({ windowMs: 60_000 } as never);
    expect((await limit.increment('ahead')).totalHits).toBe(1);
    expect((await limit.increment('ahead')).totalHits).toBe(2);
  });

  test('shows nobody as there who was there then', async () => {
    const { crew, member } = await mate.rig();
    await server.source.query(
      "INSERT INTO presence (crewId, memberId, memberName, seenAt) VALUES (?, 'past', 'Somebody', ?)",
      [crew.id, ahead],
    );
    const told: string[] = [];
    const leave = server.crews.presence.enter(crew.id, {
      member,
      epoch: 0,
      sendAway: () => told.push('sent away'),
      tell: (present) => told.push(present.map(({ name }) => name).join()),
    });
    await sleep(200);
    leave();
    expect(told).toEqual([member.name]);
  });
});

describe('/health', () => {
  test('tells a machine that all is served, without a sign-in', async () => {
    const { body, headers } = await request(server.app).get('/health').expect(200);
    expect(body).toEqual({ status: 'ok', database: 'ok', disk: 'ok', backup: 'none' });
    expect(headers['set-cookie']).toBeUndefined();
  });

  test.each([
    ['refuses', () => Promise.reject(new Error('x'))],
    ['is silent', () => new Promise(() => undefined)],
  ])('tells within 5 s that the database %s', async (_, query) => {
    jest.spyOn(server.source, 'query').mockImplementation(query as never);
    const { body } = await request(server.app).get('/health').expect(503);
    expect(body).toMatchObject({ status: 'down', database: 'away' });
  });
});
