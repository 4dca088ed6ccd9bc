import type { Agent } from 'supertest';
import { startTestServer, type TestServer } from './testServer';

let server: TestServer;
let agent: Agent;
beforeAll(async () => {
  server = await startTestServer('edits');
});
afterAll(() => server.close());
beforeEach(async () => {
  await server.reset();
  agent = await server.demo();
});

const CHANGES = '/api/looks/first-dance/changes';
const TESTS = '/api/looks/first-dance/tests';

async function placed(unit: string) {
  const { body } = await agent.get('/api/rig').expect(200);
  return body.looks.find((look: { id: string }) => look.id === 'first-dance').units[unit];
}

const edit = (unit: string, version: number, set: object) =>
  agent.post(CHANGES).send({ changes: [{ unit, version, set }] });

test('an edit is stored, raises the version and leaves the rest alone', async () => {
  const before = await placed('light-6');
  const { body } = await edit('light-6', before.version, { channel: 11 }).expect(200);
  expect(body.saved).toEqual([
    { unit: 'light-6', version: before.version + 1, settings: { ...before.settings, channel: 11 } },
  ]);
  expect(await placed('light-6')).toEqual({
    settings: { ...before.settings, channel: 11 },
    version: before.version + 1,
  });
});

test('a group setting is addressed by its letter, and null takes a setting away', async () => {
  const { version } = await placed('sender-2');
  await edit('sender-2', version, { 'groups.C.on': true, networkId: null }).expect(200);
  const { settings } = await placed('sender-2');
  expect(settings.groups.C).toMatchObject({ on: true, mode: 'manual' });
  expect(settings).not.toHaveProperty('networkId');
});

test('two people editing different lights both win', async () => {
  const other = await server.demo();
  const [three, six] = [await placed('light-3'), await placed('light-6')];
  const send = (who: Agent, unit: string, version: number, set: object) =>
    who.post(CHANGES).send({ changes: [{ unit, version, set }] });
  const answers = await Promise.all([
    send(agent, 'light-3', three.version, { networkId: 27 }),
    send(other, 'light-6', six.version, { channel: 11 }),
  ]);
  expect(answers.map((answer) => answer.status)).toEqual([200, 200]);
  expect((await placed('light-3')).settings.networkId).toBe(27);
  expect((await placed('light-6')).settings.channel).toBe(11);
});

test('a stale edit of the same light is refused with both values, and nothing of it is stored', async () => {
  const { version } = await placed('light-6');
  await edit('light-6', version, { channel: 9 }).expect(200);
  const { body } = await agent
    .post(CHANGES)
    .send({
      changes: [
        { unit: 'light-6', version, set: { channel: 11 } },
        { unit: 'light-3', version: (await placed('light-3')).version, set: { networkId: 27 } },
      ],
    })
    .expect(409);
  expect(body.error.code).toBe('record.stale');
  expect(body.error.faults).toEqual([{ path: 'light-6.channel', message: 'was changed by somebody else' }]);
  expect(body.error.conflicts).toEqual([
    expect.objectContaining({
      unit: 'light-6',
      version: version + 1,
      yours: { channel: 11 },
      theirs: expect.objectContaining({ channel: 9 }),
    }),
  ]);
  expect((await placed('light-6')).settings.channel).toBe(9);
  expect((await placed('light-3')).settings.networkId).toBe(72);
});

test('of many at once on one light exactly one wins, and every other hears of it', async () => {
  const { version } = await placed('light-6');
  const answers = await Promise.all(
    [12, 13, 14, 15, 16, 17, 18, 19].map((channel) => edit('light-6', version, { channel })),
  );
  const won = answers.filter((answer) => answer.status === 200);
  expect(won).toHaveLength(1);
  expect(answers.filter((answer) => answer.status === 409)).toHaveLength(7);
  expect(await placed('light-6')).toMatchObject({
    version: version + 1,
    settings: { channel: won[0]!.body.saved[0].settings.channel },
  });
});

test('sending again what was stored already is no conflict: the first answer may have been lost', async () => {
  const { version } = await placed('light-6');
  await edit('light-6', version, { channel: 11 }).expect(200);
  const { body } = await edit('light-6', version, { channel: 11 }).expect(200);
  expect(body.saved[0].version).toBe(version + 1);
});

test('test fires are logged and read back in order', async () => {
  const test = {
    light: 'light-1',
    body: 'body-1',
    attitude: 'upright',
    result: 'fired',
    fingerprint: '0123456789abcdef',
  };
  await agent
    .post(TESTS)
    .send({ tests: [test, { ...test, light: 'light-2', result: 'dark' }] })
    .expect(204);
  const { body } = await agent.get('/api/rig').expect(200);
  expect(body.tests).toEqual([
    { ...test, look: 'first-dance', at: expect.stringMatching(/^\d{4}-.*Z$/) },
    { ...test, light: 'light-2', result: 'dark', look: 'first-dance', at: expect.any(String) },
  ]);
});

test('units are added, edited, removed and brought back with their place in every look', async () => {
  await agent.post('/api/units').send({ id: 'spare-1', profile: 'tholmar-200', label: 'Spare' }).expect(201);
  await agent
    .patch('/api/units/spare-1')
    .send({ version: 1, set: { label: 'Spare, taped' } })
    .expect(200, { version: 2 });
  const stale = await agent
    .patch('/api/units/spare-1')
    .send({ version: 1, set: { label: 'Mine' } })
    .expect(409);
  expect(stale.body.error).toMatchObject({ theirs: { label: 'Spare, taped' }, yours: { label: 'Mine' }, version: 2 });
  await agent
    .post('/api/looks/first-dance/units')
    .send({ unit: 'spare-1', settings: { on: true } })
    .expect(201);
  await agent.delete('/api/units/spare-1').expect(204);
  expect(await placed('spare-1')).toBeUndefined();
  await agent.delete('/api/units/spare-1').expect(404);
  await agent.post('/api/units/spare-1/restore').expect(204);
  expect(await placed('spare-1')).toEqual({ settings: { on: true }, version: 1 });
});

test('a unit leaves a look only when nothing there names it', async () => {
  const away = (unit: string) => agent.delete(`/api/looks/first-dance/units/${unit}`);
  const { body } = await away('answer-1').expect(400);
  expect(body.error.faults).toEqual([{ path: 'light-9.receiver', message: 'names "answer-1": change that first' }]);
  await away('light-9').expect(204);
  await away('answer-1').expect(204);
  await away('answer-1').expect(404);
  expect(await placed('light-9')).toBeUndefined();
});

test('the document comes out as it went in, and an import makes open edits stale', async () => {
  const { version } = await placed('light-6');
  const { text } = await agent.get('/api/document').expect(200);
  const document = JSON.parse(text);
  document.looks.find((look: { id: string }) => look.id === 'first-dance').units['light-6'].channel = 4;
  await agent.post('/api/document').send(document).expect(204);
  expect((await placed('light-6')).settings.channel).toBe(4);
  await edit('light-6', version, { channel: 11 }).expect(409);
  document.looks.find((look: { id: string }) => look.id === 'first-dance').units['light-6'].channel = 3;
  await agent.post('/api/document').send(document).expect(204);
  expect((await agent.get('/api/document')).text).toBe(text);
});
