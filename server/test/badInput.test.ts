/** Whatever is sent, the answer names the field and nothing is stored. */
import request, { type Agent } from 'supertest';
import { Mate } from './mate';
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
  const after = (await agent.get('/api/rig')).text;
  // Compared first: two whole rigs say nothing to whoever reads what differs.
  if (after !== before) expect(JSON.parse(after).number).toBe(JSON.parse(before).number);
  expect(after === before).toBe(true);
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
  // Packed, it may be far larger than it looks, or not be what it says.
  for (const encoding of ['gzip', 'br', 'deflate'])
    await agent
      .post(OPERATIONS)
      .set('content-encoding', encoding)
      .set('content-type', 'application/json')
      .send('{}')
      .expect(400);
});

describe('what no schema could want', () => {
  const unknown = Object.fromEntries(Array.from({ length: 100_000 }, (_, n) => [`key-${n}`, n]));
  const rename = async (to: unknown, id = 'light-1') =>
    new Mate(agent).operation(({ born }) => [
      {
        edit: 'field',
        on: { kind: 'unit', id },
        born: born[`unit/${id}`] ?? null,
        field: 'label',
        from: 'Light 1',
        to: to as never,
      },
    ]);
  const refusalOf = async (operation: unknown) => {
    const answer = await new Mate(agent).send(operation).expect(200);
    expect(answer.text.length).toBeLessThan(16_000);
    return answer.body.answers[0] as { result: string; faults: { path: string; message: string }[] };
  };

  test.each<[string, () => Promise<unknown>, string]>([
    ['half a character', () => rename('a\ud800'), 'edits[0].to'],
    ['a NUL', () => rename('a\u0000'), 'edits[0].to'],
    ['a label that turns text', () => rename('\u202e1 thgiL'), 'unit light-1: label'],
    ['the id constructor', () => rename('x', 'constructor'), 'edits[0].on.id'],
    ['an id of 65 letters', () => rename('x', 'x'.repeat(65)), 'edits[0].on.id'],
    ['a name every object has', () => rename(JSON.parse('{"__proto__":{"a":1}}')), 'edits[0].to.__proto__'],
    ['100,000 unknown fields', async () => ({ ...(await rename('x')), ...unknown }), 'key-0'],
    [
      'no end to its nesting',
      () => rename(JSON.parse(`${'['.repeat(500)}${']'.repeat(500)}`)),
      `edits[0].to${'[0]'.repeat(37)}`,
    ],
  ])('%s is refused by the name of the field', async (_, made, path) => {
    const { result, faults } = await refusalOf(await made());
    expect(result).toBe('refused');
    expect(faults.length).toBeLessThanOrEqual(20);
    expect(faults.map((fault) => fault.path)).toContain(path.length > 160 ? `${path.slice(0, 160)}…` : path);
  });

  test('in a request of fifty such operations is answered shortly too', async () => {
    const bad = {
      ...(await rename('x')),
      ...Object.fromEntries(Array.from({ length: 200 }, (_, n) => [`key-${n}`, n])),
    };
    const answer = await new Mate(agent).send(...Array(50).fill(bad)).expect(200);
    expect(answer.body.answers).toHaveLength(50);
    expect(answer.text.length).toBeLessThan(16_000);
  });

  test.each([
    ['/api/session', { name: 'a\ud800', passphrase: 'x' }, 'name'],
    ['/api/crews', { crew: '\u202eCrew', name: 'N', passphrase: 'tarred hemp rope' }, 'crew'],
    ['/api/crews', { crew: 'C', name: 'N', passphrase: 'tarred hemp\u0000rope' }, 'passphrase'],
    ['/api/links/use', unknown, 'key-0'],
    ['/api/operations', { sentAt: new Date().toISOString(), operations: [{}], ...unknown }, 'key-0'],
    [
      '/api/operations',
      { sentAt: new Date().toISOString(), operations: [{}], ['x'.repeat(50_000)]: 1 },
      `${'x'.repeat(160)}…`,
    ],
  ])('at %s names the field, in an answer that is short', async (path, body, at) => {
    const answer = await agent.post(path).send(body).expect(400);
    expect(answer.body.error.faults.map((fault: { path: string }) => fault.path)).toContain(at);
    expect(answer.body.error.faults.length).toBeLessThanOrEqual(20);
    expect(answer.text.length).toBeLessThan(16_000);
  });
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
  // The browser is known, and comes back to what is its own.
  await agent.post('/api/demo').expect(204);
  const left = await server.demo();
  await left.delete('/api/session').expect(204);
  await left.get('/api/rig').expect(401);
});
