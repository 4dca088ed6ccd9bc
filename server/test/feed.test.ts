/** The feed tells every operation of a crew in order, whoever took it, and goes on from any number. */
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:http';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Agent } from 'supertest';
import { createCrewServices } from '../src/store/crewServices';
import type { Present } from '../src/store/presence';
import { Mate } from './mate';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
let listening: Server;
let mate: Mate;
let cookie: string;
beforeAll(async () => {
  server = await startTestServer('feed');
  listening = createServer(server.app).listen(0, '127.0.0.1');
  mate = new Mate(await server.crew('Feeders'));
  await mate.imports(readDemo());
  cookie = cookieOf(mate.agent);
});
afterAll(async () => {
  listening.closeAllConnections();
  listening.close();
  await server.close();
});

const cookieOf = (agent: Agent): string => {
  const jar = (agent as unknown as { jar: { getCookies(access: object): { toValueString(): string }[] } }).jar;
  return jar
    .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
    .map((one) => one.toValueString())
    .join('; ');
};

/** Listens until told to stop; what was told is in the list. */
function listen(after: number, headers: Record<string, string> = {}) {
  const told: TakenOperation[] = [];
  const ended = new AbortController();
  const { port } = listening.address() as AddressInfo;
  const done = (async () => {
    const response = await fetch(`http://127.0.0.1:${port}/api/feed?after=${after}`, {
      headers: { cookie, ...headers },
      signal: ended.signal,
    });
    expect(response.headers.get('content-type')).toMatch(/^text\/event-stream/);
    let text = '';
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      text += new TextDecoder().decode(chunk);
      const events = text.split('\n\n');
      text = events.pop()!;
      for (const event of events) {
        // Who is there comes under a name of its own.
        const data = /^data: (.*)$/m.exec(event)?.[1];
        if (data && !event.startsWith('event: present')) told.push(JSON.parse(data) as TakenOperation);
      }
    }
  })().catch((error: Error) => {
    if (error.name !== 'AbortError') throw error;
  });
  return { told, stop: () => (ended.abort(), done) };
}

const numbersOf = (told: readonly TakenOperation[]) => told.map(({ number }) => number);
const from = (first: number, count: number) => Array.from({ length: count }, (_, n) => first + n);

async function until(holds: () => boolean): Promise<void> {
  for (let waited = 0; !holds(); waited += 20) {
    if (waited > 5000) throw new Error('it did not come to that within 5 s');
    await sleep(20);
  }
}

test('from any number on, what was and what comes is told once and in order', async () => {
  const { number } = await mate.rig();
  await mate.sets('light-6', 'channel', 5);
  const late = listen(number);
  const later = listen(number, { 'last-event-id': String(number + 1) });
  for (let n = 0; n < 10; n++) await mate.sets('light-6', 'channel', 6 + n);
  await until(() => late.told.length === 11 && later.told.length === 10);
  expect(numbersOf(late.told)).toEqual(from(number + 1, 11));
  expect(numbersOf(later.told)).toEqual(from(number + 2, 10));
  await Promise.all([late.stop(), later.stop()]);
});

test('what another server took is told too, and nothing of another crew', async () => {
  const { number, crew, member } = await mate.rig();
  const other = createCrewServices(server.source);
  const strangers = new Mate(await server.crew('Strangers'));
  const ear = listen(number);
  await sleep(100);
  for (let n = 0; n < 6; n++) {
    const operation = await mate.operation((rig) => [
      {
        edit: 'field',
        on: { kind: 'event', id: 'ropewalk' },
        born: rig.born['event/ropewalk'] ?? null,
        field: 'venue',
        from: rig.events.find(({ id }) => id === 'ropewalk')!.venue ?? null,
        to: `Place ${n}`,
      },
    ]);
    await other.taker.take({ crewId: crew.id, member }, operation);
    await strangers.imports({ ...readDemo(), events: [], looks: [], tests: [] });
  }
  await until(() => ear.told.length === 6);
  expect(numbersOf(ear.told)).toEqual(from(number + 1, 6));
  await ear.stop();
});

test('who is there is told, whichever server they listen to, and who has gone is not', async () => {
  const strangers = new Mate(await server.crew('Onlookers'));
  const { crew, member: ada } = await strangers.rig();
  const { member: bo } = await new Mate(await server.member(strangers.agent, 'Watching too')).rig();
  const [here, there] = [createCrewServices(server.source).presence, createCrewServices(server.source).presence];
  const told: string[][] = [];
  const onlooker = (member: Present, tell: (names: string[]) => void) => ({
    member,
    epoch: 0,
    sendAway: () => tell(['sent away']),
    tell: (present: readonly { name: string }[]) => tell(present.map((one) => one.name)),
  });
  const leaveThere = there.enter(
    crew.id,
    onlooker(bo, () => undefined),
  );
  await sleep(100);
  const leaveHere = here.enter(
    crew.id,
    onlooker(ada, (names) => told.push(names)),
  );
  await until(() => told.length > 0);
  expect(told.at(-1)).toEqual([ada.name, bo.name]);
  leaveThere();
  await until(() => told.at(-1)!.length === 1);
  expect(told.at(-1)).toEqual([ada.name]);
  leaveHere();
  here.close();
  there.close();
}, 15_000);

test('whoever left before their stream began is never there', async () => {
  const { id } = (await mate.rig()).member;
  const present = async () => (await server.source.query('SELECT 1 FROM `presence` WHERE memberId = ?', [id])).length;
  for (let waited = 0; (await present()) > 0 && waited < 200; waited++) await sleep(50);
  const find = server.source.manager.findOne.bind(server.source.manager);
  let asked = 0;
  const slow = jest
    .spyOn(server.source.manager, 'findOne')
    .mockImplementation(async (...of: Parameters<typeof find>) => {
      asked += 1;
      await sleep(300);
      return find(...of);
    });
  try {
    const phone = listen(0);
    await until(() => asked > 0);
    await phone.stop();
    await sleep(800);
    expect(await present()).toBe(0);
    // One that waits is there.
    const other = listen(0);
    for (let waited = 0; (await present()) === 0 && waited < 100; waited++) await sleep(50);
    expect(await present()).toBe(1);
    await other.stop();
  } finally {
    slow.mockRestore();
  }
});

test('without a session nobody listens, and a number that is none is refused', async () => {
  const { port } = listening.address() as AddressInfo;
  const status = async (query: string, headers: Record<string, string>) =>
    (await fetch(`http://127.0.0.1:${port}/api/feed${query}`, { headers })).status;
  expect(await status('?after=0', {})).toBe(401);
  expect(await status('?after=x', { cookie })).toBe(400);
  expect(await status('', { cookie })).toBe(400);
});

test('who asks instead is answered page by page, forward and backward', async () => {
  const { number } = await mate.rig();
  for (let n = 0; n < 3; n++) await mate.sets('light-2', 'place', `${n}`);
  const after = (await mate.agent.get(`/api/operations?after=${number}`).expect(200)).body;
  expect(numbersOf(after.operations)).toEqual(from(number + 1, 3));
  expect(after.last).toBe(number + 3);
  const before = (await mate.agent.get(`/api/operations?before=${number + 3}`).expect(200)).body;
  expect(numbersOf(before.operations).slice(0, 2)).toEqual([number + 2, number + 1]);
  await mate.agent.get('/api/operations').expect(400);
});
