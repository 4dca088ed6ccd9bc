import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { removing } from '@ergon/core/operation/editsOf';
import request from 'supertest';
import { Mate } from './mate';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer('crews');
});
afterAll(() => server.close());

test('a crew starts empty, imports a document, and sees only its own', async () => {
  const north = new Mate(await server.crew('North'));
  const south = new Mate(await server.crew('South'));
  await north.imports(readDemo());
  expect(await north.rig()).toMatchObject({
    crew: { name: 'North', isDemo: false },
    events: [{ name: 'Mill harvest supper' }, { name: 'Regatta supper' }, { name: 'Ropewalk wedding' }],
  });
  expect(await south.rig()).toMatchObject({ units: [], looks: [], tests: [], number: 0 });
});

test('no request reaches another crew’s records, whatever it names', async () => {
  const east = new Mate(await server.crew('East'));
  const west = new Mate(await server.crew('West'));
  await east.imports(readDemo());
  const before = (await east.agent.get('/api/rig')).text;
  const theirs = await east.operation((rig) => removing(rig, { kind: 'unit', id: 'light-1' }));
  const { crew, member } = await west.rig();
  await west.send(theirs).expect(401);
  await west.send({ ...theirs, member: member.id }).expect(401);
  // As their own it is an operation on a crew that has no such unit.
  const own = await west.answer({ ...theirs, crew: crew.id, member: member.id });
  expect(own.operation.edits).toEqual([]);
  expect((await west.agent.get('/api/operations?after=0')).body.operations).toHaveLength(1);
  expect((await east.agent.get('/api/rig')).text).toBe(before);
});

test('the same ids in two crews are two records', async () => {
  const mates = [new Mate(await server.crew('First')), new Mate(await server.crew('Second'))] as const;
  for (const mate of mates) await mate.imports(readDemo());
  await mates[0].sets('light-1', 'channel', 7);
  expect(await Promise.all(mates.map(async (mate) => (await mate.placed('light-1'))!.channel))).toEqual([7, 11]);
});

test('signing in gives a new session id and a cookie no script and no other site can use', async () => {
  const agent = request.agent(server.app);
  const first = await agent.post('/api/demo').expect(204);
  const second = await agent.post('/api/demo').expect(204);
  const cookies = (answer: request.Response) => answer.headers['set-cookie'] as unknown as string[];
  const session = (answer: request.Response) => cookies(answer).find((one) => one.startsWith('ergon.sid='))!;
  expect(cookies(first)).toHaveLength(2);
  for (const cookie of cookies(first)) expect(cookie).toMatch(/HttpOnly; SameSite=Strict$/);
  expect(session(first).split(';')[0]).not.toBe(session(second).split(';')[0]);
});

test('a changing request from another site is refused', async () => {
  const agent = await server.demo();
  await agent.post('/api/operations').set('origin', 'http://elsewhere.example').expect(403);
  await agent.post('/api/operations').set('sec-fetch-site', 'cross-site').expect(403);
  await agent.delete('/api/session').set('origin', 'null').expect(403);
  await agent.post('/api/operations').expect(400);
});

test('answers carry a policy that lets nothing in from elsewhere, and no maker’s mark', async () => {
  const { headers } = await request(server.app).get('/api/session');
  const policy = headers['content-security-policy']!.split(';').map((rule) => rule.trim());
  expect(policy).toEqual(expect.arrayContaining(["default-src 'self'", "script-src 'self'", "frame-ancestors 'none'"]));
  // Nothing but ourselves, pictures the app draws, and styles it writes.
  const sources = policy.flatMap((rule) => rule.split(' ').slice(1));
  expect([...new Set(sources)].sort()).toEqual(["'none'", "'self'", "'unsafe-inline'", 'data:']);
  expect(policy.filter((rule) => rule.includes('unsafe-inline'))).toEqual(["style-src 'self' 'unsafe-inline'"]);
  expect(headers['permissions-policy']).toMatch(/camera=\(\), .*microphone=\(\)/);
  expect(headers['referrer-policy']).toBe('no-referrer');
  expect(headers['x-powered-by']).toBeUndefined();
  expect(headers['cache-control']).toBe('no-store');
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['content-type']).toBe('application/json; charset=utf-8');
});

test('a place of the app is answered with the app, a file that is not there with 404', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'ergon-app-'));
  writeFileSync(join(folder, 'index.html'), '<title>Ergon</title>');
  const served = await startTestServer('files', 1000, { appFolder: folder });
  try {
    const at = (path: string) => request(served.app).get(path);
    for (const place of ['/', '/members', '/lines/vows', '/join']) expect((await at(place)).text).toContain('Ergon');
    const missing = ['/gone.js', '/_expo/static/js/gone', '/fonts/gone.ttf', '/sw.js.map', '/.env'];
    for (const path of missing) expect([path, (await at(path)).status]).toEqual([path, 404]);
  } finally {
    await served.close();
    rmSync(folder, { recursive: true });
  }
});
