/** Whatever is sent, the answer names the field and nothing is stored. */
import request, { type Agent } from 'supertest';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
let agent: Agent;
let before: string;
beforeAll(async () => {
  server = await startTestServer('bad');
  agent = await server.demo();
  before = (await agent.get('/api/rig')).text;
});
afterEach(async () => {
  expect((await agent.get('/api/rig')).text).toBe(before);
});
afterAll(() => server.close());

const CHANGES = '/api/looks/first-dance/changes';
const change = (set: object, more: object = {}) => ({ changes: [{ unit: 'light-6', version: 1, set, ...more }] });
const test1 = { light: 'light-1', body: 'body-1', result: 'fired', fingerprint: '0123456789abcdef' };

test.each<[string, string, object, number, string]>([
  ['a wrong type', CHANGES, change({ channel: 'eleven' }), 400, 'changes.light-6.channel'],
  ['a channel beyond all', CHANGES, change({ channel: 1e9 }), 400, 'changes.light-6.channel'],
  ['an unknown setting', CHANGES, change({ chanel: 3 }), 400, 'changes[0].set.chanel'],
  [
    'a setting of the prototype',
    CHANGES,
    JSON.parse('{"changes":[{"unit":"light-6","version":1,"set":{"__proto__":{"on":true},"constructor":1}}]}'),
    400,
    'changes[0].set.constructor',
  ],
  ['an unknown field', CHANGES, change({ channel: 3 }, { force: true }), 400, 'changes[0].force'],
  ['no changes', CHANGES, {}, 400, 'changes'],
  ['a body that is a list', CHANGES, [], 400, 'body'],
  [
    'one unit twice',
    CHANGES,
    { changes: [...change({ channel: 3 }).changes, ...change({ group: 'A' }).changes] },
    400,
    'changes',
  ],
  ['a version that is no number', CHANGES, change({ channel: 3 }, { version: '1' }), 400, 'changes[0].version'],
  ['a unit that is not in the look', CHANGES, change({ channel: 3 }, { unit: 'light-99' }), 404, 'changes.light-99'],
  ['a receiver that is not in the look', CHANGES, change({ receiver: 'perch-1' }), 400, 'changes.light-6.receiver'],
  ['a family nobody has', CHANGES, change({ family: 'ghost' }), 400, 'changes.light-6.family'],
  ['a look that is not there', '/api/looks/brunch/changes', change({ channel: 3 }), 404, 'changes.light-6'],
  ['SQL for an id', CHANGES, change({ channel: 3 }, { unit: "x' OR '1'='1" }), 400, 'changes[0].unit'],
  [
    'a label of 10,000 characters',
    '/api/units',
    { id: 'new', profile: 'tholmar-200', label: 'x'.repeat(10_000) },
    400,
    'label',
  ],
  ['an empty label', '/api/units', { id: 'new', profile: 'tholmar-200', label: '  ' }, 400, 'label'],
  ['a profile nobody has', '/api/units', { id: 'new', profile: 'ghost', label: 'New' }, 400, 'profile'],
  ['an id in use', '/api/units', { id: 'light-1', profile: 'tholmar-200', label: 'New' }, 409, 'id'],
  [
    'a test of a light that is not there',
    '/api/looks/first-dance/tests',
    { tests: [{ ...test1, light: 'ghost' }] },
    404,
    'tests[0].light',
  ],
  [
    'a test result nobody can see',
    '/api/looks/first-dance/tests',
    { tests: [{ ...test1, result: 'perhaps' }] },
    400,
    'tests[0].result',
  ],
  [
    'a fingerprint that is none',
    '/api/looks/first-dance/tests',
    { tests: [{ ...test1, fingerprint: 'DROP TABLE' }] },
    400,
    'tests[0].fingerprint',
  ],
  ['a document that is none', '/api/document', { format: 'other' }, 400, 'format'],
])('%s', async (_, path, body, status, field) => {
  const answer = await agent.post(path).send(body);
  expect(answer.status).toBe(status);
  expect(answer.body.error.message).toBeTruthy();
  expect(answer.body.error.faults.map((fault: { path: string }) => fault.path)).toContain(field);
});

test('a document with one fault anywhere changes nothing', async () => {
  const document = readDemo();
  document.event.name = 'Another wedding';
  document.looks[0]!.units['light-1']!.receiver = 'ghost';
  const { body } = await agent.post('/api/document').send(document).expect(400);
  expect(body.error.faults).toHaveLength(1);
  expect(body.error.faults[0].path).toMatch(/\.units\.light-1\.receiver$/);
});

test('a body of 2 MB, broken JSON, and what is not JSON', async () => {
  const large = await agent
    .post('/api/document')
    .set('content-type', 'application/json')
    .send(`{"event":"${'x'.repeat(2 << 20)}"}`)
    .expect(413);
  expect(large.body.error.faults[0]).toEqual({ path: 'body', message: 'is larger than 1 MB: send it in parts' });
  const broken = await agent
    .post('/api/document')
    .set('content-type', 'application/json')
    .send('{"event": ')
    .expect(400);
  expect(broken.body.error).toMatchObject({ code: 'input.not-json', faults: [{ path: 'body' }] });
  await agent.post('/api/document').set('content-type', 'text/plain').send('hello').expect(415);
  const charset = await agent.post('/api/document').set('content-type', 'application/json; charset=koi8-z').send('{}');
  expect(charset.status).toBeGreaterThanOrEqual(400);
  expect(charset.status).toBeLessThan(500);
});

test('an address that is none, or cannot be one', async () => {
  await agent.get('/api/nothing').expect(404);
  expect((await agent.delete('/api/units/%E0%A4%A')).status).toBeLessThan(500);
});

test('without a session, or with one that has ended, everything is refused', async () => {
  const stranger = request(server.app);
  const answers = await Promise.all([
    stranger.get('/api/rig'),
    stranger.get('/api/document'),
    stranger.post(CHANGES).send(change({ channel: 3 })),
    stranger.post('/api/units').send({ id: 'new', profile: 'tholmar-200', label: 'New' }),
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

test('SQL in a label is only a label', async () => {
  const label = `'); DROP TABLE units; -- "`;
  await agent.post('/api/units').send({ id: 'drop', profile: 'tholmar-200', label }).expect(201);
  const { body } = await agent.get('/api/rig').expect(200);
  expect(body.units.find((unit: { id: string }) => unit.id === 'drop').label).toBe(label);
  await agent.delete('/api/units/drop').expect(204);
});
