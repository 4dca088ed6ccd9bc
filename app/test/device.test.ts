/** What a device keeps is read back with care, and only an answer that is understood lets go of anything. */
import { upToDate } from '../src/offline/keptCache';
import type { Operation } from '@ergon/core/operation/edit';
import { applyOperation } from '@ergon/core/operation/applyOperation';
import { browserPorts } from '../src/rig/browserPorts';
import { browserTabs } from '../src/rig/browserTabs';
import { earlierKept, readEarlier } from '../src/rig/earlier';
import { type Kept, readKept } from '../src/rig/kept';
import { browserStore } from '../src/rig/keptStore';
import { askOperations, fetchBefore, fetchRig, sendOperations } from '../src/rig/operationApi';
import { OperationIds, randomHex } from '../src/rig/operationIds';
import { call, Unreachable } from '../src/rig/api';
import { demoRig } from './rigFixture';

const field: Operation['edits'][number] = {
  edit: 'field',
  on: { kind: 'placing', id: 'light-6', look: 'first-dance' },
  born: null,
  field: 'channel',
  from: 3,
  to: 11,
};
const operation: Operation = {
  id: '0'.repeat(32),
  version: 3,
  crew: 'demo',
  member: 'guest',
  at: '2027-06-12T18:00:00.000Z',
  label: 'channel of Light 6',
  edits: [field],
};
const waiting: Kept = { operation, state: 'waiting' };

describe('reading back', () => {
  const clashing: Kept = { operation, state: 'clashing', conflicts: [{ edit: field, why: 'changed', theirs: 9 }] };
  const parked: Kept = { operation, state: 'parked', why: 'channel is too big.' };

  test('what was written is read as it was', () => {
    const all = [waiting, clashing, parked];
    expect(readKept(JSON.parse(JSON.stringify(all)))).toEqual({ kept: all, unreadable: [] });
  });

  test.each<[string, unknown]>([
    ['no object', 'edit'],
    ['null', null],
    ['no operation', { state: 'waiting' }],
    ['of no state', { ...waiting, state: 'lost' }],
    ['parked without a reason', { operation, state: 'parked' }],
    ['clashing over nothing that can be read', { operation, state: 'clashing', conflicts: [{ why: 'changed' }] }],
    ['of no member', { ...waiting, operation: { ...operation, member: undefined } }],
    ['with edits that are no list', { ...waiting, operation: { ...operation, edits: {} } }],
    ['with an edit of nothing', { ...waiting, operation: { ...operation, edits: [{ ...field, on: null }] } }],
    ['with an edit of no kind', { ...waiting, operation: { ...operation, edits: [{ ...field, edit: 'wish' }] } }],
  ])('%s is put aside, and what is beside it is read', (_, odd) => {
    expect(readKept([odd, waiting])).toEqual({ kept: [waiting], unreadable: [odd] });
  });

  test('what waits since before there were events does the same now, clashes and refusals too', () => {
    const on = { kind: 'look', id: 'dance' };
    const time = { edit: 'field', on, born: null, field: 'time', from: '20:15', to: '21:00' };
    const old = { ...operation, version: 2, edits: [time] };
    const stored = [
      { operation: old, state: 'waiting' },
      { operation: old, state: 'parked', why: 'is of another version' },
      { operation: old, state: 'clashing', conflicts: [{ edit: time, why: 'changed', theirs: '22:00' }] },
    ];
    const { kept, unreadable } = readKept(stored);
    expect(unreadable).toEqual([]);
    expect(kept.map(({ state }) => state)).toEqual(['waiting', 'parked', 'clashing']);
    for (const one of kept)
      expect(one.operation).toMatchObject({
        version: 3,
        edits: [
          { on: { kind: 'moment', id: 'dance' }, field: 'time', to: '21:00' },
          { on: { kind: 'moment', id: 'dance' }, field: 'rank', from: 855, to: 900 },
        ],
      });
    expect(kept[2]).toMatchObject({ conflicts: [{ edit: { on: { kind: 'moment' } }, theirs: '22:00' }] });
  });

  test('what was fetched before there were events is read without a server; the history is fetched again', () => {
    const query = (key: string, data: unknown) => ({ queryKey: [key], queryHash: key, state: { data } });
    const rig = {
      crew: { id: 'c' },
      event: { name: 'Wedding' },
      looks: [{ id: 'vows', name: 'Vows', units: {} }],
      born: {},
    };
    const client = {
      buster: 'document 2',
      timestamp: 1,
      clientState: {
        mutations: [],
        queries: [query('session', { signedIn: true }), query('rig', rig), query('history', {})],
      },
    };
    const read = upToDate(client as never)!;
    expect(read.buster).toBe('document 3');
    expect(read.clientState.queries.map(({ queryKey }) => queryKey[0])).toEqual(['session', 'rig']);
    expect(read.clientState.queries[1]!.state.data).toMatchObject({
      crew: { id: 'c' },
      events: [{ id: 'event', name: 'Wedding' }],
      moments: [{ id: 'vows', event: 'event', look: 'vows' }],
      looks: [{ id: 'vows', event: 'event' }],
    });
    expect(upToDate(read)).toBe(read);
    expect(upToDate(undefined)).toBeUndefined();
    // Kept by an app that knew nothing of the air yet.
    const { onAir: _onAir, ...before } = read.clientState.queries[1]!.state.data as { onAir: unknown };
    const queries = [read.clientState.queries[0]!, { ...read.clientState.queries[1]!, state: { data: before } }];
    const now = upToDate({ ...read, clientState: { ...read.clientState, queries } } as never)!;
    expect(now.clientState.queries[1]!.state.data).toMatchObject({ crew: { id: 'c' }, onAir: [] });
  });

  test('what an Ergon of before kept becomes an operation; what is torn is put aside', () => {
    const change = { unit: 'light-6', setting: 'channel', from: 3, to: 11 };
    const test1 = { light: 'light-1', body: 'body-1', result: 'fired', fingerprint: '0123456789abcdef' };
    const at = '2027-06-12T19:00:00.000Z';
    const stored = [
      { id: 1, crew: 'demo', look: 'first-dance', kind: 'changes', label: 'channel', changes: [change] },
      { id: 2, crew: 'demo', look: 'vows', kind: 'tests', tests: [test1], at },
      { id: 3, crew: 'demo' },
    ];
    const read = readEarlier(JSON.stringify(stored));
    expect(read.unreadable).toEqual([stored[2]]);
    const rig = { ...demoRig(), born: {} };
    const { kept } = earlierKept(read, rig, at);
    const { state, conflicts } = applyOperation(
      rig,
      kept.flatMap(({ operation }) => operation.edits),
    );
    expect(conflicts).toEqual([]);
    expect(state.looks.find(({ id }) => id === 'first-dance')!.units['light-6']!.channel).toBe(11);
    expect(state.tests.filter(({ look }) => look === 'vows')).toMatchObject([{ light: 'light-1', at }]);
    expect(readEarlier('{"torn')).toEqual({ edits: [], unreadable: ['{"torn'] });
    expect(readEarlier(null)).toEqual({ edits: [], unreadable: [] });
  });
});

describe('the browser’s store', () => {
  test('keeps in the order things were made, lets go of what is removed, and puts aside what is odd', async () => {
    const second: Kept = { ...waiting, operation: { ...operation, id: '1'.repeat(32) } };
    await browserStore.put([second, waiting]);
    expect((await browserStore.load()).kept).toEqual([waiting, second]);
    await browserStore.put([{ operation: { id: '2'.repeat(32) } } as never]);
    expect((await browserStore.load()).unreadable).toHaveLength(1);
    expect((await browserStore.load()).unreadable).toEqual([]);
    await browserStore.remove([operation.id, second.operation.id]);
    expect((await browserStore.load()).kept).toEqual([]);
  });

  test('what was there before is taken once, and what of it is torn stays on the device', () => {
    window.localStorage.setItem('ergon.pending', '{"torn');
    expect(browserStore.earlier().unreadable).toEqual(['{"torn']);
    const left = { crew: 'other', look: 'vows', kind: 'changes' as const, changes: [] };
    browserStore.earlierTaken([left]);
    expect(browserStore.earlier()).toEqual({ edits: [left], unreadable: [] });
    browserStore.earlierTaken([]);
    expect(browserStore.earlier()).toEqual({ edits: [], unreadable: [] });
    expect(window.localStorage.getItem('ergon.pending.unreadable')).toContain('torn');
  });
});

describe('ids', () => {
  test('come in order, also within a millisecond and when the clock goes back', () => {
    let now = 5000;
    const ids = new OperationIds(() => now, randomHex);
    const made = [ids.next(), ids.next()];
    now = 1000;
    made.push(ids.next());
    now = 6000;
    made.push(ids.next());
    expect([...made].sort()).toEqual(made);
    expect(new Set(made).size).toBe(4);
    for (const id of made) expect(id).toMatch(/^[0-9a-f]{32}$/);
  });

  test('come after what the device kept from before', () => {
    const ids = new OperationIds(() => 1000, randomHex);
    const kept = new OperationIds(() => 9000, randomHex).next();
    ids.passed(kept);
    expect(ids.next() > kept).toBe(true);
  });
});

interface Reply {
  status: number;
  body: string;
  date?: string;
}
const replying = (reply: Reply | 'never') => {
  globalThis.fetch = jest.fn(async () => {
    if (reply === 'never') throw new TypeError('Failed to fetch');
    return {
      ok: reply.status < 400,
      status: reply.status,
      headers: { get: () => reply.date ?? null },
      text: async () => reply.body,
      json: async () => JSON.parse(reply.body) as unknown,
    };
  }) as never;
};
const json = (status: number, body: unknown): Reply => ({ status, body: JSON.stringify(body) });
const failure = (status: number, code: string): Reply =>
  json(status, { error: { code, message: 'no', faults: [{ path: 'body', message: 'is wrong' }] } });
const HTML = '<html><title>Welcome to our free network</title></html>';
const request = { sentAt: operation.at, operations: [operation] };
const taken = { number: 7, id: operation.id, edits: [field], conflicts: [] };

describe('what came of sending', () => {
  test.each<[string, Reply | 'never', string]>([
    ['no network', 'never', 'nothing'],
    ['a portal’s page with a friendly status', { status: 200, body: HTML }, 'nothing'],
    ['a page that is not there', { status: 404, body: HTML }, 'nothing'],
    ['a page that forbids', { status: 403, body: HTML }, 'nothing'],
    ['an older server that knows no such address', failure(404, 'route.missing'), 'nothing'],
    ['another site', failure(403, 'request.foreign'), 'nothing'],
    ['a proxy in trouble', { status: 502, body: HTML }, 'nothing'],
    ['a database away', failure(503, 'server.unavailable'), 'nothing'],
    ['a fault of the server', failure(500, 'server.failed'), 'nothing'],
    ['too many tries', failure(429, 'sign-in.too-often'), 'nothing'],
    ['an answer cut short', { status: 200, body: '{"answers":[{"id":' }, 'nothing'],
    ['JSON of something else', json(200, { hello: 'world' }), 'nothing'],
    [
      'an answer about another operation',
      json(200, { answers: [{ id: 'x', result: 'refused', faults: [] }] }),
      'nothing',
    ],
    ['an answer of no kind', json(200, { answers: [{ id: operation.id, result: 'perhaps' }] }), 'nothing'],
    ['a login page of some proxy', { status: 401, body: HTML }, 'nothing'],
    ['a session that ended', failure(401, 'sign-in.needed'), 'signed-out'],
    ['somebody else’s session', failure(401, 'sign-in.other'), 'signed-out'],
    ['a request the server cannot read', failure(400, 'input.invalid'), 'refused'],
    ['a request too large', failure(413, 'input.too-large'), 'refused'],
    ['its answers', json(200, { answers: [{ id: operation.id, result: 'taken', operation: taken }] }), 'answers'],
  ])('%s', async (_, reply, came) => {
    replying(reply);
    expect((await sendOperations(request)).came).toBe(came);
  });

  test('what ails a server that answers is told by its code', async () => {
    replying(failure(503, 'server.full'));
    expect(await sendOperations(request)).toEqual({ came: 'nothing', ails: 'server.full' });
    replying(failure(500, 'server.failed'));
    expect(await sendOperations(request)).toEqual({ came: 'nothing' });
  });

  test('a clock that is off shows by the date of the answer', async () => {
    const date = new Date(Date.now() - 7 * 60_000).toUTCString();
    replying({ ...json(200, { answers: [] }), date });
    const sent = await sendOperations(request);
    expect(sent.came === 'answers' && sent.clockAheadS).toBeGreaterThan(410);
    replying({ ...json(200, { answers: [] }), date: new Date().toUTCString() });
    expect(await sendOperations(request)).toMatchObject({ clockAheadS: null });
  });
});

test.each<[string, Reply | 'never', string]>([
  ['a page of operations', json(200, { operations: [taken], last: 7 }), 'page'],
  ['a session that ended', failure(401, 'sign-in.needed'), 'signed-out'],
  ['a portal’s page', { status: 200, body: HTML }, 'nothing'],
  ['no network', 'never', 'nothing'],
])('asking: %s', async (_, reply, came) => {
  replying(reply);
  expect((await askOperations(3, 'guest')).came).toBe(came);
});

test.each<[string, Reply | 'never']>([
  ['a portal’s page', { status: 200, body: HTML }],
  ['a page that is not there', { status: 404, body: HTML }],
  ['JSON of something else', json(404, { hello: 1 })],
  ['no network', 'never'],
])('reading what is no answer of our server is worth another try: %s', async (_, reply) => {
  replying(reply);
  await expect(call('GET', '/rig')).rejects.toThrow(Unreachable);
});

test.each([{ hello: 'world' }, [], null, { operations: {}, last: 3 }, { crew: {}, member: {}, looks: 'none' }])(
  'JSON of something else is neither a rig nor a page of the history: %j',
  async (body) => {
    replying(json(200, body));
    await expect(fetchRig()).rejects.toThrow(Unreachable);
    await expect(fetchBefore(9, 'guest')).rejects.toThrow(Unreachable);
  },
);

test.each([
  [1, 1000],
  [2, 2000],
  [4, 10_000],
  [40, 10_000],
])('try %i waits %i ms', (attempt, ms) => {
  const wait = jest.spyOn(globalThis, 'setTimeout').mockReturnValue(0 as never);
  browserPorts().later(() => undefined, attempt);
  expect(wait).toHaveBeenCalledWith(expect.any(Function), ms);
  wait.mockRestore();
});

describe('which tab leads', () => {
  /** Locks as a browser has them: one holder, the others in line. */
  class Locks {
    private line: (() => Promise<void>)[] = [];
    request(_: string, { signal }: { signal: AbortSignal }, hold: () => Promise<void>): Promise<void> {
      return new Promise((done, failed) => {
        const turn = () => hold().then(done);
        signal.addEventListener('abort', () => {
          if (!this.line.slice(1).includes(turn)) return;
          this.line.splice(this.line.indexOf(turn), 1);
          failed(new Error('aborted'));
        });
        this.line.push(turn);
        if (this.line.length === 1) void this.next();
      });
    }
    private async next(): Promise<void> {
      while (this.line[0]) {
        await this.line[0]();
        this.line.shift();
      }
    }
  }
  const turns = () => new Promise((resolve) => setTimeout(resolve, 5));
  const seen = (state: 'visible' | 'hidden') => {
    Object.defineProperty(document, 'visibilityState', { value: state, configurable: true });
    document.dispatchEvent(new Event('visibilitychange'));
  };
  const open = () => {
    const tab = { tabs: browserTabs(), leads: false };
    tab.tabs.open('guest', { hear: () => undefined, leads: (leads) => (tab.leads = leads) });
    return tab;
  };
  beforeEach(() => Object.defineProperty(navigator, 'locks', { value: new Locks(), configurable: true }));
  afterEach(() => {
    seen('visible');
    Reflect.deleteProperty(navigator, 'locks');
  });

  test('one at a time; closed, it leaves it to the next', async () => {
    const [one, two] = [open(), open()];
    await turns();
    expect([one.leads, two.leads]).toEqual([true, false]);
    one.tabs.close();
    await turns();
    expect([one.leads, two.leads]).toEqual([false, true]);
    two.tabs.close();
    await turns();
    expect(two.leads).toBe(false);
  });

  test('hidden, it steps back for one that waits, and alone it goes on', async () => {
    const [one, two] = [open(), open()];
    await turns();
    seen('hidden');
    await turns();
    expect([one.leads, two.leads].filter(Boolean)).toHaveLength(1);
    one.tabs.close();
    two.tabs.close();
  });
});
