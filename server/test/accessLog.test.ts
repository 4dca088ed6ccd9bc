/** Who came in and who was refused is noted, with nothing that would let anybody in. */
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Request } from 'express';
import request from 'supertest';
import { AccessLog } from '../src/http/accessLog';
import { createLog, fileLog } from '../src/log';
import { PASSPHRASE, startTestServer, type TestServer } from './testServer';

const lines: string[] = [];
let server: TestServer;
beforeAll(async () => {
  const logger = createLog({ write: (line: string) => void lines.push(line) });
  server = await startTestServer('access_log', 1000, { logger });
});
afterAll(() => server.close());
beforeEach(() => void (lines.length = 0));

const noted = (): Record<string, unknown>[] => lines.map((line) => JSON.parse(line) as Record<string, unknown>);

test('who signs in, and who is refused and why, with the address they came from', async () => {
  const lead = await server.crew('Hawser');
  const member = await server.member(lead, 'Bo Rope');
  const { id } = (await member.get('/api/rig').expect(200)).body.member;
  const wrong = 'not the right words';
  await request(server.app).post('/api/session').send({ name: 'Bo Rope', passphrase: wrong }).expect(401);
  await request(server.app).post('/api/session').send({ name: 'Bo Rope', passphrase: PASSPHRASE }).expect(204);
  await member.post('/api/links').send({ role: 'member' }).expect(403);
  await member.post('/api/operations').set('origin', 'https://elsewhere.example').send({}).expect(403);
  await member.post('/api/operations').send({ sentAt: 'never' }).expect(400);
  await request(server.app).get('/api/rig').set('host', 'rebound.example').expect(421);
  await request(server.app)
    .post('/api/links/look')
    .send({ token: 'x'.repeat(43) })
    .expect(404);
  const from = expect.stringMatching(/^(127\.0\.0\.1|::ffff:|::1)/);
  expect(noted().slice(2)).toMatchObject([
    { msg: 'refused', code: 'sign-in.wrong', from, req: { method: 'POST', path: '/api/session' } },
    { msg: 'signed in', member: id, from },
    { msg: 'refused', code: 'owner.needed', req: { path: '/api/links' } },
    { msg: 'refused', code: 'request.foreign' },
    { msg: 'refused', code: 'input.invalid' },
    { msg: 'refused', code: 'request.unknown-host' },
    { msg: 'refused', code: 'link.gone' },
  ]);
  for (const unseen of [wrong, PASSPHRASE, 'Bo Rope', 'xxxx', 'ergon.sid'])
    expect(lines.join('')).not.toContain(unseen);
});

test('what happens to everybody is not: a session that ended, and an address that is none', async () => {
  await request(server.app).get('/api/rig').expect(401);
  await request(server.app).get('/api/nothing').expect(404);
  expect(noted()).toEqual([]);
});

test('of an address as long as there can be only the beginning', async () => {
  await request(server.app)
    .get(`/api/${'a'.repeat(5000)}`)
    .set('host', 'rebound.example')
    .expect(421);
  expect(lines).toHaveLength(1);
  expect(lines[0]!.length).toBeLessThan(600);
});

test('a log that grows is put aside while it is written, and the one before goes', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'ergon-log-'));
  const file = join(folder, 'server.log');
  const log = fileLog(file, { mostBytes: 2000, lookMs: 20 });
  const last = (path: string) => JSON.parse(readFileSync(path, 'utf8').trim().split('\n').at(-1)!) as { n: number };
  for (let n = 1; n <= 200; n++) {
    log.info({ n }, 'x'.repeat(50));
    await sleep(2);
  }
  // Until what was written is put aside: the last line begins a file.
  await sleep(200);
  log.info({ n: 201 }, 'the last');
  await sleep(100);
  expect(statSync(`${file}.1`).size).toBeGreaterThan(2000);
  expect(last(file).n).toBe(201);
  expect(statSync(file).size + statSync(`${file}.1`).size).toBeLessThan(200 * 100);
  expect(readdirSync(folder).sort()).toEqual(['server.log', 'server.log.1']);
  rmSync(folder, { recursive: true });
});

test('a flood is thirty lines a minute and a number, and hides nobody who comes in', () => {
  let now = 0;
  const access = new AccessLog(() => now);
  const seen: object[] = [];
  const asker = {
    ip: '127.0.0.1',
    log: { warn: (line: object) => seen.push(line), info: (line: object) => seen.push(line) },
  };
  const asking = asker as unknown as Request;
  for (let n = 0; n < 1000; n++) access.refused(asking, 'request.unknown-host');
  expect(seen).toHaveLength(30);
  access.entered(asking, 'somebody');
  expect(seen.at(-1)).toEqual({ member: 'somebody', from: '127.0.0.1' });
  now += 60_000;
  access.refused(asking, 'request.unknown-host');
  access.refused(asking, 'request.unknown-host');
  expect(seen.slice(31)).toEqual([
    { leftOut: 970, code: 'request.unknown-host', from: '127.0.0.1' },
    { code: 'request.unknown-host', from: '127.0.0.1' },
  ]);
});
