import request from 'supertest';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer('crews');
});
afterAll(() => server.close());

test('a crew starts empty, imports a document, and sees only its own', async () => {
  const north = await server.crew('North');
  const south = await server.crew('South');
  const document = readDemo();
  await north.post('/api/document').send(document).expect(204);
  expect((await north.get('/api/rig')).body).toMatchObject({
    crew: { name: 'North', isDemo: false },
    event: { name: 'Ropewalk wedding' },
  });
  expect((await south.get('/api/rig')).body).toMatchObject({ units: [], looks: [], tests: [] });
});

test('no request reaches another crew’s rows, whatever id it names', async () => {
  const east = await server.crew('East');
  const west = await server.crew('West');
  await east.post('/api/document').send(readDemo()).expect(204);
  const before = (await east.get('/api/rig')).text;
  const change = { changes: [{ unit: 'light-1', version: 1, set: { channel: 1 } }] };
  const test = { light: 'light-1', body: 'body-1', result: 'fired', fingerprint: '0123456789abcdef' };
  const answers = await Promise.all([
    west.post('/api/looks/first-dance/changes').send(change),
    west.post('/api/looks/first-dance/tests').send({ tests: [test] }),
    west.post('/api/looks/first-dance/units').send({ unit: 'light-1', settings: {} }),
    west.patch('/api/units/light-1').send({ version: 1, set: { label: 'Ours now' } }),
    west.delete('/api/units/light-1'),
    west.post('/api/units/light-1/restore'),
    west.post('/api/demo/reset'),
  ]);
  expect(answers.map((answer) => answer.status)).toEqual([404, 404, 404, 404, 404, 404, 404]);
  expect((await east.get('/api/rig')).text).toBe(before);
});

test('the same ids in two crews are two records', async () => {
  const first = await server.crew('First');
  const second = await server.crew('Second');
  for (const agent of [first, second]) await agent.post('/api/document').send(readDemo()).expect(204);
  await first
    .patch('/api/units/light-1')
    .send({ version: 1, set: { label: 'Renamed' } })
    .expect(200);
  const labels = await Promise.all(
    [first, second].map(
      async (agent) =>
        (await agent.get('/api/rig')).body.units.find((unit: { id: string }) => unit.id === 'light-1').label,
    ),
  );
  expect(labels).toEqual(['Renamed', 'Light 1']);
});

test('sign-in by name and passphrase; a wrong one tells nothing about names', async () => {
  const lead = await server.crew('Harbour');
  await lead.post('/api/members').send({ name: 'Second of harbour', passphrase: 'another long one' }).expect(204);
  const sign = (name: string, passphrase: string) =>
    request(server.app).post('/api/session').send({ name, passphrase });
  expect((await sign('Second of harbour', 'another long one')).status).toBe(204);
  const [wrong, nobody, guest] = await Promise.all([
    sign('Second of harbour', 'not this one'),
    sign('Nobody at all', 'not this one'),
    sign('Demo guest', ''),
  ]);
  expect(wrong.body).toEqual(nobody.body);
  expect([wrong.status, nobody.status, guest.status]).toEqual([401, 401, 400]);
  expect((await sign('Demo guest', 'anything at all')).status).toBe(401);
});

test('names are taken once, whatever their case; accents tell people apart', async () => {
  await server.crew('Quay');
  const start = (name: string) =>
    request(server.app).post('/api/crews').send({ crew: 'Other', name, passphrase: 'long enough' });
  expect((await start('quay LEAD')).body.error).toMatchObject({ code: 'name.taken', faults: [{ path: 'name' }] });
  expect((await start('Quây lead')).status).toBe(204);
});

test('the passphrase is stored hashed, and a short one is refused', async () => {
  await server.crew('Sluice');
  const [row] = await server.source.query('SELECT passphraseHash FROM members WHERE name = ?', ['Sluice lead']);
  expect(row.passphraseHash).toMatch(/^\$argon2id\$/);
  const short = await request(server.app)
    .post('/api/crews')
    .send({ crew: 'C', name: 'N', passphrase: 'short' })
    .expect(400);
  expect(short.body.error.faults).toEqual([{ path: 'passphrase', message: 'is shorter than 8 characters' }]);
});

test('signing in gives a new session id and a cookie no script and no other site can use', async () => {
  const agent = request.agent(server.app);
  const first = await agent.post('/api/demo').expect(204);
  const second = await agent.post('/api/demo').expect(204);
  const cookie = (answer: request.Response) => answer.headers['set-cookie']![0]!;
  expect(cookie(first)).toMatch(/HttpOnly/);
  expect(cookie(first)).toMatch(/SameSite=Strict/);
  expect(cookie(first).split(';')[0]).not.toBe(cookie(second).split(';')[0]);
});

test('a changing request from another site is refused', async () => {
  const agent = await server.demo();
  await agent.post('/api/demo/reset').set('origin', 'http://elsewhere.example').expect(403);
  await agent.post('/api/demo/reset').set('sec-fetch-site', 'cross-site').expect(403);
  await agent.delete('/api/session').set('origin', 'null').expect(403);
  await agent.post('/api/demo/reset').expect(204);
});

test('too many tries at a passphrase have to wait', async () => {
  const strict = await startTestServer('strict', 3);
  try {
    const tries = [];
    for (let i = 0; i < 5; i++)
      tries.push((await request(strict.app).post('/api/session').send({ name: 'x', passphrase: 'guess' })).status);
    expect(tries).toEqual([401, 401, 401, 429, 429]);
  } finally {
    await strict.close();
  }
});

test('answers carry a policy that lets nothing in from elsewhere, and no maker’s mark', async () => {
  const { headers } = await request(server.app).get('/api/session');
  expect(headers['content-security-policy']).toContain("script-src 'self'");
  expect(headers['x-powered-by']).toBeUndefined();
  expect(headers['cache-control']).toBe('no-store');
});
