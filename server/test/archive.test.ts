/** All of a crew goes out as one open archive and into another Ergon, and comes out of that the same. */
import { request as httpRequest } from 'node:http';
import type { AddressInfo } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Agent } from 'supertest';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { Mate } from './mate';
import { asText, readDemo, startTestServer, type TestServer } from './testServer';

const TYPE = 'application/x-ndjson';
let here: TestServer;
let there: TestServer;
beforeAll(async () => {
  [here, there] = [await startTestServer('archive-a'), await startTestServer('archive-b')];
});
afterAll(() => Promise.all([here.close(), there.close()]));

const out = async (agent: Agent): Promise<string> =>
  (
    await agent
      .get('/api/archive')
      .buffer(true)
      .parse(asText)
      .expect(200)
      .expect('content-type', /x-ndjson/)
  ).body as string;

const into = (agent: Agent, text: string) => agent.post('/api/archive').set('content-type', TYPE).send(text);

/** A crew with the demo, a history of several members, and what was removed and changed in it. */
async function storied(name: string): Promise<Mate> {
  const mate = new Mate(await here.crew(name));
  await mate.imports(readDemo());
  const second = new Mate(await here.member(mate.agent, `${name} second`));
  for (const to of [7, 9]) await second.sets('light-1', 'channel', to);
  return mate;
}

test('names, history, tests and all the rest come out of the other Ergon as they went in', async () => {
  const mate = await storied('Lugger');
  const archive = await out(mate.agent);
  const [header, ...lines] = archive
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(header).toEqual({
    format: 'ergon-archive',
    version: 3,
    crew: 'Lugger',
    records: lines.length - 3,
    operations: 3,
  });
  expect(lines.filter(({ operation }) => operation).map(({ operation }) => operation.memberName)).toEqual([
    'Lugger lead',
    'Lugger second',
    'Lugger second',
  ]);
  const other = new Mate(await there.crew('Empty'));
  expect((await into(other.agent, archive).expect(200)).body).toEqual({
    crew: 'Lugger',
    records: lines.length - 3,
    operations: 3,
  });
  expect(await out(other.agent)).toBe(archive);
  const [a, b] = [await mate.rig(), await other.rig()];
  expect({ ...b, crew: null, member: null }).toEqual({ ...a, crew: null, member: null });
  // What was done there can be taken back here, and the history goes on.
  expect((await other.sets('light-1', 'channel', 3)).operation).toMatchObject({ number: 4, conflicts: [] });
});

test('a crew that has something keeps it, whatever is brought in', async () => {
  const mate = await storied('Smack');
  const before = await out(mate.agent);
  const refused = await into(mate.agent, before).expect(409);
  expect(refused.body.error).toMatchObject({ code: 'crew.not-empty', message: expect.stringContaining('new crew') });
  expect(await out(mate.agent)).toBe(before);
});

test('an archive that is not sound leaves the crew empty, and says which line', async () => {
  const mate = await storied('Yawl');
  const archive = await out(mate.agent);
  const lines = archive.trimEnd().split('\n');
  const first = JSON.parse(lines[0]!);
  const empty = new Mate(await there.crew('Still empty'));
  const line = (change: object, at = 0) => [
    ...lines.slice(0, at),
    JSON.stringify({ ...JSON.parse(lines[at]!), ...change }),
    ...lines.slice(at + 1),
  ];
  const unit = lines.findIndex((text) => text.includes('"kind":"unit"'));
  const cases: [string, string[], string][] = [
    ['nothing', [], 'archive'],
    ['no JSON', ['hello'], 'line 1'],
    ['another document', [JSON.stringify({ format: 'ergon-kit' })], 'line 1: format'],
    ['a newer one', line({ version: 4 }), 'line 1: version'],
    ['one that was cut off', lines.slice(0, -2), 'archive'],
    ['more than it says', [...lines, lines.at(-1)!], `line ${lines.length + 1}`],
    [
      'an operation out of its turn',
      [...lines.slice(0, -2), lines.at(-1)!, lines.at(-2)!],
      `line ${lines.length - 1}: operation.number`,
    ],
    [
      'a record twice',
      line({ records: first.records + 1 }).flatMap((text, n) => (n === unit ? [text, text] : [text])),
      'unit',
    ],
    [
      'a unit without its model',
      line({ records: first.records - 1 }).filter(
        (text) =>
          !text.startsWith(`{"record":{"on":{"kind":"profile","id":"${JSON.parse(lines[unit]!).record.doc.profile}"`),
      ),
      'units',
    ],
    [
      'a record of an odd shape',
      lines.map((text, n) => (n === unit ? text.replace('"label"', '"lable"') : text)),
      'unit',
    ],
  ];
  for (const [what, text, path] of cases) {
    const answer = await into(empty.agent, text.map((one) => `${one}\n`).join(''));
    expect([what, answer.status]).toEqual([what, 400]);
    expect(answer.body.error.faults[0].path).toContain(path);
  }
  expect(await empty.rig()).toMatchObject({ units: [], number: 0, crew: { name: 'Still empty' } });
  await into(empty.agent, archive).expect(200);
});

test('bytes that are no text, and a form of another site, are refused', async () => {
  const empty = await there.crew('Bytes');
  const odd = await empty
    .post('/api/archive')
    .set('content-type', TYPE)
    .send(Buffer.from([0x7b, 0xff, 0xfe, 0x0a]));
  expect([odd.status, odd.body.error.faults[0].path]).toEqual([400, 'body']);
  await empty.post('/api/archive').set('content-type', 'text/plain').send('x').expect(415);
  await empty.post('/api/archive').set('origin', 'http://elsewhere.example').expect(403);
});

test('a few at once, so that slow phones leave connections for the others; one that goes away makes room', async () => {
  await there.crew('Slow');
  const listening = there.app.listen(0);
  const { port } = listening.address() as AddressInfo;
  const signedIn = await fetch(`http://127.0.0.1:${port}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Slow lead', passphrase: 'tarred hemp rope' }),
  });
  const headers = { cookie: signedIn.headers.getSetCookie().join('; '), 'content-type': TYPE };
  const slow = Array.from({ length: 3 }, () => {
    const begun = httpRequest({ port, path: '/api/archive', method: 'POST', headers }).on('error', () => undefined);
    begun.write('{"format":');
    return begun;
  });
  const code = async (): Promise<string> => {
    const answer = await fetch(`http://127.0.0.1:${port}/api/archive`, { method: 'POST', headers, body: 'x' });
    return ((await answer.json()) as { error: { code: string } }).error.code;
  };
  const until = async (wanted: string) => {
    for (let tries = 0; tries < 100 && (await code()) !== wanted; tries++) await sleep(50);
    return code();
  };
  expect(await until('server.busy')).toBe('server.busy');
  for (const one of slow) one.destroy();
  expect(await until('input.invalid')).toBe('input.invalid');
  listening.closeAllConnections();
  await new Promise((resolve) => listening.close(resolve));
});

test('ten thousand units go out and come in', async () => {
  const demo = readDemo();
  const [unit] = demo.units;
  const many = Array.from({ length: 10_000 }, (_, n) => ({ ...unit!, id: `unit-${n}`, label: `Unit ${n}` }));
  const document = {
    ...demo,
    events: [],
    looks: [],
    tests: [],
    readings: [],
    incidents: [],
    onAir: [],
    drills: [],
    units: many,
  };
  const mate = new Mate(await here.crew('Many'));
  // In parts, since one request holds 8 MB.
  for (let from = 0; from < many.length; from += 2500)
    await mate.imports({ ...document, units: many.slice(from, from + 2500) } as unknown as KitDocument);
  const archive = await out(mate.agent);
  const other = new Mate(await there.crew('Many too'));
  await into(other.agent, archive).expect(200);
  expect((await other.rig()).units).toHaveLength(10_000);
  expect(await out(other.agent)).toBe(archive);
}, 60_000);
