/** What a device kept is checked when it is read back: nothing odd is sent, and nothing is thrown away. */
import { browserPorts } from '../src/rig/browserPorts';
import { EditQueue } from '../src/rig/editQueue';
import { type Pending, readPending } from '../src/rig/pending';
import { demoRig } from './rigFixture';

const change: Pending = {
  id: 1,
  crew: 'demo',
  look: 'vows',
  kind: 'changes',
  label: 'channel',
  changes: [{ unit: 'light-1', setting: 'channel', from: 3, to: 11 }],
};
const test1: Pending = {
  id: 2,
  crew: 'demo',
  look: 'vows',
  kind: 'tests',
  tests: [{ light: 'light-1', body: 'body-1', attitude: 'upright', result: 'fired', fingerprint: '0123456789abcdef' }],
  at: '2027-06-12T19:00:00.000Z',
};

test('nothing kept is nothing waiting', () => {
  expect(readPending(null)).toEqual({ pending: [], unreadable: [] });
  expect(readPending('[]')).toEqual({ pending: [], unreadable: [] });
});

test('what was written is read back as it was', () => {
  expect(readPending(JSON.stringify([change, test1]))).toEqual({ pending: [change, test1], unreadable: [] });
});

test('a test kept by an Ergon that did not ask how the camera was held is still a test', () => {
  const { attitude: _attitude, ...older } = test1.kind === 'tests' ? test1.tests[0]! : ({} as never);
  const kept = readPending(JSON.stringify([{ ...test1, tests: [older] }]));
  expect(kept.unreadable).toEqual([]);
  expect(kept.pending).toHaveLength(1);
});

test.each<[string, unknown]>([
  ['no object', 'edit'],
  ['null', null],
  ['a list in a list', [change]],
  ['no number', { ...change, id: 'one' }],
  ['no crew', { ...change, crew: undefined }],
  ['no look', { ...change, look: 7 }],
  ['of no kind', { ...change, kind: 'wish' }],
  ['changes that are no list', { ...change, changes: {} }],
  ['a setting nobody knows', { ...change, changes: [{ unit: 'light-1', setting: 'colour', from: 1, to: 2 }] }],
  ['a field of a profile', { ...change, changes: [{ unit: 'light-1', setting: 'profile.foot', from: 1, to: 2 }] }],
  ['a group of no letter', { ...change, changes: [{ unit: 'light-1', setting: 'groups.7.on', from: 1, to: 2 }] }],
  ['a test without a light', { ...test1, tests: [{ body: 'body-1', result: 'fired', fingerprint: 'x' }] }],
  ['a test of no time', { ...test1, at: undefined }],
])('%s is put aside, and what is beside it is read', (_, odd) => {
  expect(readPending(JSON.stringify([odd, change]))).toEqual({
    pending: [change],
    unreadable: [JSON.parse(JSON.stringify(odd ?? null))],
  });
});

test('a group’s setting is one', () => {
  const group = { ...change, changes: [{ unit: 'sender-1', setting: 'groups.C.power', from: -3, to: -4 }] };
  expect(readPending(JSON.stringify([group])).pending).toEqual([group]);
});

describe('on a device', () => {
  beforeEach(() => window.localStorage.clear());
  const aside = () => JSON.parse(window.localStorage.getItem('ergon.pending.unreadable')!) as unknown[];

  test('what cannot be read is kept beside the queue, twice over if need be', () => {
    window.localStorage.setItem('ergon.pending', '{"torn');
    expect(browserPorts.load()).toEqual({ pending: [], unreadable: ['{"torn'] });
    expect(aside()).toEqual(['{"torn']);
    expect(window.localStorage.getItem('ergon.pending')).toBe('[]');
    window.localStorage.setItem('ergon.pending', JSON.stringify([{ id: 9 }, change]));
    expect(browserPorts.load().pending).toEqual([change]);
    expect(aside()).toEqual(['["{\\"torn"]', { id: 9 }]);
  });

  test('what is stored is what is loaded', () => {
    browserPorts.store([change, test1]);
    expect(browserPorts.load()).toEqual({ pending: [change, test1], unreadable: [] });
    expect(window.localStorage.getItem('ergon.pending.unreadable')).toBeNull();
  });

  test.each([
    [1, 1000],
    [2, 2000],
    [4, 10_000],
    [40, 10_000],
  ])('try %i waits %i ms', (attempt, ms) => {
    const wait = jest.spyOn(globalThis, 'setTimeout').mockReturnValue(0 as never);
    browserPorts.later(() => undefined, attempt);
    expect(wait).toHaveBeenCalledWith(expect.any(Function), ms);
    wait.mockRestore();
  });
});

describe('what is sent', () => {
  const sent: { path: string; body: unknown }[] = [];
  beforeEach(() => {
    sent.length = 0;
    globalThis.fetch = jest.fn(async (path: string, init: RequestInit) => {
      sent.push({ path, body: JSON.parse(String(init.body)) as unknown });
      return { ok: true, status: 200, json: async () => ({ saved: [] }) };
    }) as never;
  });

  test('the changes of one unit go together, with the version they were made on', async () => {
    const more: Pending = {
      ...change,
      changes: [
        { unit: 'light-1', setting: 'channel', from: 3, to: 11 },
        { unit: 'sender-1', setting: 'groups.C.on', from: true, to: null },
        { unit: 'light-1', setting: 'group', from: null, to: 'C' },
      ],
    };
    await browserPorts.send(more, { 'light-1': 4 });
    expect(sent).toEqual([
      {
        path: '/api/looks/vows/changes',
        body: {
          changes: [
            { unit: 'light-1', version: 4, set: { channel: 11, group: 'C' } },
            { unit: 'sender-1', version: 1, set: { 'groups.C.on': null } },
          ],
        },
      },
    ]);
  });

  test('a test fire goes with how the camera was held', async () => {
    expect(await browserPorts.send(test1, {})).toEqual({});
    expect(sent).toEqual([{ path: '/api/looks/vows/tests', body: { tests: test1.kind === 'tests' && test1.tests } }]);
  });
});

test('a member is told of what was put aside', () => {
  const ports = { send: async () => ({}), store: () => undefined, later: () => undefined };
  const one = new EditQueue({ ...ports, load: () => ({ pending: [], unreadable: [{}] }) });
  expect(one.snapshot().refused).toBe('An edit waiting on this device cannot be read. Kept aside, not sent.');
  const two = new EditQueue({ ...ports, load: () => ({ pending: [], unreadable: [{}, 1] }) });
  expect(two.snapshot().refused).toBe('2 edits waiting on this device cannot be read. Kept aside, not sent.');
  two.setBase(demoRig());
  two.dismissRefusal();
  expect(two.snapshot().refused).toBeNull();
});
