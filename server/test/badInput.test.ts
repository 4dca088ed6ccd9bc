/** Whatever is sent, the answer names the field and nothing is stored. */
import request, { type Agent } from 'supertest';
import { startTestServer, type TestServer } from './testServer';

let server: TestServer;
let agent: Agent;
let before: string;
const OPERATIONS = '/api/operations';
beforeAll(async () => {
  server = await startTestServer('bad');
  agent = await server.demo();
  before = (await agent.get('/api/rig')).text;
});
afterEach(async () => {
  expect((await agent.get('/api/rig')).text).toBe(before);
});
afterAll(() => server.close());

test.each<[string, object, string]>([
  ['no operations', { operations: undefined }, 'operations'],
  ['an empty list of them', { operations: [] }, 'operations'],
  ['too many at once', { operations: Array(51).fill({}) }, 'operations'],
  ['no time of sending', { sentAt: 'now' }, 'sentAt'],
  ['an unknown field', { force: true }, 'force'],
])('a request with %s', async (_, more, path) => {
  const body = { sentAt: new Date().toISOString(), operations: [{}], ...more };
  const answer = await agent.post(OPERATIONS).send(body).expect(400);
  expect(answer.body.error.faults.map((fault: { path: string }) => fault.path)).toContain(path);
});

test('a body of 9 MB, broken JSON, and what is not JSON', async () => {
  const large = await agent
    .post(OPERATIONS)
    .set('content-type', 'application/json')
    .send(`{"event":"${'x'.repeat(9 << 20)}"}`)
    .expect(413);
  expect(large.body.error.faults[0]).toEqual({ path: 'body', message: 'is larger than 8 MB: send it in parts' });
  const broken = await agent.post(OPERATIONS).set('content-type', 'application/json').send('{"event": ').expect(400);
  expect(broken.body.error).toMatchObject({ code: 'input.not-json', faults: [{ path: 'body' }] });
  await agent.post(OPERATIONS).set('content-type', 'text/plain').send('hello').expect(415);
  const charset = await agent.post(OPERATIONS).set('content-type', 'application/json; charset=koi8-z').send('{}');
  expect(charset.status).toBeGreaterThanOrEqual(400);
  expect(charset.status).toBeLessThan(500);
});

test('an address that is none, or cannot be one', async () => {
  await agent.get('/api/nothing').expect(404);
  expect((await agent.get('/api/document/profiles/%E0%A4%A')).status).toBeLessThan(500);
});

test('without a session, or with one that has ended, everything is refused', async () => {
  const stranger = request(server.app);
  const answers = await Promise.all([
    stranger.get('/api/rig'),
    stranger.get('/api/document'),
    stranger.post(OPERATIONS).send({ sentAt: new Date().toISOString(), operations: [{}] }),
    stranger.get('/api/operations?after=0'),
    stranger.get('/api/rig').set('cookie', 'ergon.sid=s%3Aforged.signature'),
  ]);
  expect(answers.map((answer) => answer.status)).toEqual([401, 401, 401, 401, 401]);
  expect(answers[0]!.body.error.code).toBe('sign-in.needed');
  const expired = await server.demo();
  await server.source.query('UPDATE sessions SET expires = 1');
  await expired.get('/api/rig').expect(401);
  agent = await server.demo();
  const left = await server.demo();
  await left.delete('/api/session').expect(204);
  await left.get('/api/rig').expect(401);
});
