/** The queue of a device: nothing a member did is lost or doubled, whatever happens to pages, network and server. */
import { logging, removing } from '@ergon/core/operation/editsOf';
import type { OperationAnswer } from '@ergon/core/operation/operationExchange';
import type { SettingPath, SettingValue } from '@ergon/core/record/settings';
import { OperationQueue } from '../src/rig/operationQueue';
import type { Sent } from '../src/rig/ports';
import { Browser, Device, FakeServer, quietPorts, settled } from './fakeServer';
import { away, channel, Phone, set, shown } from './phone';
import { demoRig } from './rigFixture';

test('what is done shows at once, is kept on the device, and is let go of when the server has it', async () => {
  const phone = new Phone();
  let answer: (sent: Sent) => void = () => undefined;
  phone.way = () => new Promise((resolve) => (answer = resolve));
  await settled();
  set(phone.queue, 'light-6', 'channel', 11);
  expect(channel(shown(phone.queue))).toBe(11);
  await settled();
  expect(phone.queue.snapshot().saveState).toBe('saving');
  expect(phone.device.kept.size).toBe(1);
  answer(phone.server.send(phone.sent[0]!));
  await settled();
  expect(phone.queue.snapshot().saveState).toBe('saved');
  expect(phone.device.kept.size).toBe(0);
  expect(channel(shown(phone.queue))).toBe(11);
});

test('nothing is said to wait before the device has written it; where it cannot, it says so, and sends it all the same', async () => {
  const phone = new Phone();
  phone.way = away;
  await settled();
  const { put } = phone.device;
  let write: () => void = () => undefined;
  phone.device.put = (kept) => new Promise((resolve) => (write = () => resolve(put(kept))));
  set(phone.queue, 'light-6', 'channel', 12);
  expect(phone.queue.snapshot()).toMatchObject({ saveState: 'saving', waits: [{}] });
  await settled();
  write();
  await settled();
  expect(phone.queue.snapshot()).toMatchObject({ saveState: 'waiting', trouble: null });
  [phone.device.put, phone.device.broken] = [put, true];
  set(phone.queue, 'light-6', 'channel', 13);
  await settled();
  const trouble = expect.stringContaining('cannot keep your changes');
  expect(phone.queue.snapshot()).toMatchObject({ saveState: 'waiting', waits: [{}, {}], trouble });
  phone.way = async (request) => phone.server.send(request);
  await phone.retry();
  expect(channel(phone.server.rig)).toBe(13);
});

test('a rig that is known from the start is shown before anything is read, and what waits on the device joins it', async () => {
  const device = new Device();
  const before = new Phone(undefined, device);
  before.way = away;
  await settled();
  set(before.queue, 'light-6', 'channel', 12);
  await settled();
  const queue = new OperationQueue(quietPorts(demoRig(), { store: device, send: away }), demoRig());
  expect(channel(queue.snapshot().rig!)).toBe(channel(demoRig()));
  queue.start();
  set(queue, 'light-6', 'group', 'B');
  await settled();
  queue.setBase(demoRig());
  const { rig, waits } = queue.snapshot();
  expect([channel(rig!), waits.map(({ edits }) => edits[0]!.to)]).toEqual([12, [12, 'B']]);
});

test('edits that waited for three hours and a reload are sent once, in the order they were made', async () => {
  const phone = new Phone();
  phone.way = away;
  await settled();
  for (const to of [11, 12, 13]) set(phone.queue, 'light-6', 'channel', to);
  await settled();
  expect(phone.queue.snapshot()).toMatchObject({ saveState: 'waiting', waits: [{}, {}, {}] });
  await phone.reload();
  expect(channel(shown(phone.queue))).toBe(13);
  phone.way = async (request) => phone.server.send(request);
  await phone.retry();
  expect(phone.server.operations.map(({ edits }) => edits[0]!.to)).toEqual([11, 12, 13]);
  expect(phone.device.kept.size).toBe(0);
});

test('a session that ended keeps what waits, and whoever signs in again sends it', async () => {
  const phone = new Phone();
  phone.way = async () => ({ came: 'signed-out' });
  await settled();
  for (const to of [11, 12, 13]) set(phone.queue, 'light-6', 'channel', to);
  await settled();
  expect(phone.queue.snapshot()).toMatchObject({ signedOut: true, saveState: 'waiting' });
  expect(phone.device.kept.size).toBe(3);
  phone.way = async (request) => phone.server.send(request);
  await phone.reload();
  expect(phone.queue.snapshot()).toMatchObject({ signedOut: false, saveState: 'saved' });
  expect(phone.server.operations).toHaveLength(3);
});

test('what one member left is never sent as another, nor to another crew', async () => {
  const phone = new Phone();
  phone.way = away;
  await settled();
  set(phone.queue, 'light-6', 'channel', 11);
  await settled();
  phone.queue.close();
  const other = new Phone(phone.server, phone.device, phone.browser, 'second');
  await settled();
  expect(other.sent).toEqual([]);
  expect(channel(shown(other.queue))).toBe(3);
  other.queue.close();
  const elsewhere = new FakeServer({ ...demoRig(), crew: { id: 'other', name: 'Other', isDemo: false } });
  const stranger = new Phone(elsewhere, phone.device, phone.browser);
  await settled();
  expect(stranger.sent).toEqual([]);
  expect(phone.device.kept.size).toBe(1);
});

test('somebody else who signs in on the same browser has a queue, a sender and an undo of their own', async () => {
  const phone = new Phone();
  phone.way = async () => ({ came: 'signed-out' });
  await settled();
  set(phone.queue, 'light-6', 'channel', 11);
  await settled();
  // The page finds out by reading the rig anew.
  phone.way = async (request) => phone.server.send(request);
  phone.queue.setBase({ ...phone.server.rig, member: { id: 'second', name: 'second' } });
  await settled();
  expect(phone.server.operations).toEqual([]);
  expect(phone.queue.snapshot()).toMatchObject({ undoLabel: null, waits: [], signedOut: false });
  set(phone.queue, 'light-1', 'channel', 5);
  await settled();
  expect(phone.server.operations.map(({ member }) => member)).toEqual(['second']);
  expect(phone.device.kept.size).toBe(1);
});

test('two tabs share one queue: neither loses what the other kept, and one of them sends', async () => {
  const phone = new Phone();
  phone.way = away;
  const second = phone.page();
  await settled();
  set(phone.queue, 'light-6', 'channel', 11);
  set(second, 'light-1', 'channel', 5);
  await settled();
  expect(phone.device.kept.size).toBe(2);
  expect(channel(shown(phone.queue), 'light-1')).toBe(5);
  expect(channel(shown(second))).toBe(11);
  phone.way = async (request) => phone.server.send(request);
  await phone.retry();
  expect(phone.server.operations).toHaveLength(2);
  expect([phone.queue, second].map((queue) => queue.snapshot().saveState)).toEqual(['saved', 'saved']);
  // The one that sent goes, and the other takes over.
  phone.queue.close();
  set(second, 'light-6', 'channel', 12);
  await settled();
  expect(channel(phone.server.rig)).toBe(12);
});

test('an answer that got lost is asked for again, and a test fire is stored once, when it was made', async () => {
  const phone = new Phone();
  phone.way = async (request) => {
    phone.server.send(request);
    return { came: 'nothing' };
  };
  await settled();
  const test1 = { look: 'vows', light: 'light-1', body: 'body-1', result: 'fired' as const };
  const test = { ...test1, fingerprint: '0123456789abcdef', at: '2027-06-12T18:40:00.000Z' };
  phone.queue.submit('a test fire', (_, born) => logging([test], born));
  await settled();
  phone.way = async (request) => phone.server.send(request);
  await phone.retry();
  expect(phone.sent.length).toBeGreaterThan(1);
  expect(phone.server.rig.tests.filter(({ look }) => look === 'vows')).toMatchObject([
    { light: 'light-1', at: '2027-06-12T18:40:00.000Z' },
  ]);
});

describe('two people at once', () => {
  const meanwhile = (phone: Phone, setting: SettingPath, to: SettingValue) =>
    phone.server.byAnother('first-dance', { unit: 'light-6', setting, to });
  const clashing = async (): Promise<Phone> => {
    const phone = new Phone();
    await settled();
    meanwhile(phone, 'channel', 9);
    phone.queue.edit(
      'first-dance',
      [
        { unit: 'light-6', setting: 'channel', from: 3, to: 11 },
        { unit: 'light-3', setting: 'networkId', from: 52, to: 27 },
      ],
      'two lights',
    );
    await settled();
    return phone;
  };

  test('of an edit of two lights the field that clashes waits, the other goes through', async () => {
    const phone = await clashing();
    const [clash, ...more] = phone.queue.snapshot().clashes;
    expect(more).toEqual([]);
    expect(clash!.conflict).toMatchObject({ why: 'changed', theirs: 9, edit: { field: 'channel', to: 11 } });
    const { units } = phone.server.rig.looks.find((look) => look.id === 'first-dance')!;
    expect(units['light-3']!.networkId).toBe(27);
    expect(units['light-6']!.channel).toBe(9);
  });

  test('the clash is still there after a reload; theirs stands, or mine is done again', async () => {
    const phone = await clashing();
    await phone.reload();
    expect(channel(shown(phone.queue))).toBe(9);
    phone.queue.settle(phone.queue.snapshot().clashes[0]!, 'mine');
    await settled();
    expect(channel(phone.server.rig)).toBe(11);
    expect(phone.queue.snapshot().clashes).toEqual([]);
    expect(phone.device.kept.size).toBe(0);
    const third = await clashing();
    const [clash] = third.queue.snapshot().clashes;
    third.server.take({
      id: 'e'.repeat(32),
      version: 2,
      crew: 'demo',
      member: 'second',
      at: '2027-06-12T18:00:00.000Z',
      label: 'removal',
      edits: removing(third.server.rig, { kind: 'unit', id: 'light-6' }),
    });
    await third.queue.ask();
    third.queue.settle(clash!, 'mine');
    await settled();
    // Gone meanwhile: that is said, and mine is still not lost.
    expect(third.queue.snapshot().clashes).toMatchObject([{ conflict: { why: 'gone', edit: { to: 11 } } }]);
    const other = await clashing();
    other.queue.settle(other.queue.snapshot().clashes[0]!, 'theirs');
    await settled();
    expect(channel(other.server.rig)).toBe(9);
    expect(other.device.kept.size).toBe(0);
  });

  test('what was wanted last is what clashes, and one that was taken back does not', async () => {
    const phone = new Phone();
    phone.way = away;
    await settled();
    set(phone.queue, 'light-6', 'channel', 11);
    set(phone.queue, 'light-6', 'channel', 12);
    set(phone.queue, 'light-6', 'group', 'A');
    phone.queue.undo();
    meanwhile(phone, 'channel', 9);
    meanwhile(phone, 'channel', 9);
    phone.way = async (request) => phone.server.send(request);
    await phone.retry();
    const { clashes } = phone.queue.snapshot();
    expect(clashes.map(({ conflict }) => conflict)).toMatchObject([{ theirs: 9, edit: { from: 3, to: 12 } }]);
  });

  test('what another does shows as soon as it is told, with who did it', async () => {
    const phone = new Phone();
    await settled();
    meanwhile(phone, 'channel', 9);
    phone.queue.learn(phone.server.operations);
    expect(channel(shown(phone.queue))).toBe(9);
    expect(phone.queue.snapshot().recent.at(-1)).toMatchObject({
      memberName: 'Member second',
      label: 'channel of light-6',
    });
  });

  test('what is told before what comes before it waits for that, and it is asked for', async () => {
    const phone = new Phone();
    await settled();
    meanwhile(phone, 'channel', 9);
    phone.server.byAnother('first-dance', { unit: 'light-1', setting: 'channel', to: 4 });
    phone.queue.learn(phone.server.operations.slice(-1));
    await settled();
    expect(phone.queue.snapshot().base!.number).toBe(phone.server.rig.number);
    expect([channel(shown(phone.queue)), channel(shown(phone.queue), 'light-1')]).toEqual([9, 4]);
  });
});

describe('what the server will never take', () => {
  const refusing = async (): Promise<Phone> => {
    const phone = new Phone();
    const refused = (id: string): OperationAnswer => ({
      id,
      result: 'refused',
      message: 'bad',
      faults: [{ path: 'light-6 in first-dance: channel', message: 'is too big' }],
    });
    phone.way = async ({ operations }) => ({
      came: 'answers',
      answers: operations.map((one) => (one.label.startsWith('channel') ? refused(one.id) : phone.server.take(one))),
      clockAheadS: null,
    });
    await settled();
    set(phone.queue, 'light-6', 'channel', 1e9);
    set(phone.queue, 'light-6', 'group', 'A');
    await settled();
    return phone;
  };

  test('is parked and said, and the rest goes on', async () => {
    const phone = await refusing();
    expect(phone.queue.snapshot()).toMatchObject({
      saveState: 'saved',
      parked: [{ why: 'channel is too big.', operation: { label: 'channel of light-6' } }],
    });
    expect(channel(shown(phone.queue))).toBe(3);
    expect(phone.server.operations.map(({ label }) => label)).toEqual(['group of light-6']);
    expect(phone.queue.snapshot().undoLabel).toBe('group of light-6');
  });

  test('stays after a reload, is sent once more when asked, and goes only when dropped', async () => {
    const phone = await refusing();
    await phone.reload();
    const [parked] = phone.queue.snapshot().parked;
    phone.queue.decide(parked!.operation.id, 'retry');
    await settled();
    expect(phone.queue.snapshot().parked).toHaveLength(1);
    phone.queue.decide(parked!.operation.id, 'drop');
    await settled();
    expect(phone.queue.snapshot().parked).toEqual([]);
    expect(phone.device.kept.size).toBe(0);
  });

  test('as a request is found by sending each alone', async () => {
    const phone = new Phone();
    phone.way = away;
    await settled();
    set(phone.queue, 'light-6', 'channel', 11);
    set(phone.queue, 'light-6', 'place', 'x'.repeat(99));
    set(phone.queue, 'light-1', 'channel', 5);
    await settled();
    phone.way = async (request) => {
      const isBad = request.operations.some(({ label }) => label.startsWith('place'));
      return isBad ? { came: 'refused', why: 'body is larger than 8 MB.' } : phone.server.send(request);
    };
    await phone.retry();
    expect(phone.server.operations.map(({ label }) => label)).toEqual(['channel of light-6', 'channel of light-1']);
    expect(phone.queue.snapshot().parked).toMatchObject([{ why: 'body is larger than 8 MB.' }]);
  });
});

test('an answer with nothing in it is no reason to send without a pause', async () => {
  const phone = new Phone();
  phone.way = async () => ({ came: 'answers', answers: [], clockAheadS: null });
  await settled();
  set(phone.queue, 'light-6', 'channel', 11);
  await settled();
  expect(phone.sent.length).toBeLessThan(4);
  expect(phone.device.kept.size).toBe(1);
});

test('what cannot be read is said once and kept aside', async () => {
  const device = new Device();
  device.unreadable = [{ odd: true }];
  const phone = new Phone(undefined, device);
  await settled();
  expect(phone.queue.snapshot().trouble).toMatch(/^A change waiting on this device cannot be read/);
  phone.queue.dismissTrouble();
  expect(phone.queue.snapshot().trouble).toBeNull();
});

test('who is there is told to every tab', async () => {
  const phone = new Phone();
  const second = phone.page();
  await settled();
  phone.queue.tellPresent([{ id: 'second', name: 'Bo' }]);
  expect([phone.queue, second].map((queue) => queue.snapshot().present)).toEqual([
    [{ id: 'second', name: 'Bo' }],
    [{ id: 'second', name: 'Bo' }],
  ]);
});

test('a clock that is wrong is said', async () => {
  const phone = new Phone();
  phone.way = async (request) => ({ ...phone.server.send(request), clockAheadS: 420 }) as Sent;
  await settled();
  set(phone.queue, 'light-6', 'channel', 11);
  await settled();
  expect(phone.queue.snapshot().clockAheadS).toBe(420);
});

test('edits an earlier Ergon left on the device become operations of their crew, and are sent', async () => {
  const device = new Device();
  const edit = (from: number, to: number) => ({
    crew: 'demo',
    look: 'first-dance',
    kind: 'changes' as const,
    label: 'channel',
    changes: [{ unit: 'light-6', setting: 'channel' as const, from, to }],
  });
  const anothers = { ...edit(3, 4), crew: 'other' };
  device.earlierEdits = [edit(3, 12), anothers, edit(12, 11)];
  // What was stored before the first operation is older than any.
  const server = new FakeServer({ ...demoRig(), born: {} });
  const browser = new Browser();
  // Two tabs find them at once: each is done once, in the order they were made, and another crew's stay.
  new Phone(server, device, browser);
  new Phone(server, device, browser);
  await settled();
  expect(channel(server.rig)).toBe(11);
  expect(server.operations).toHaveLength(2);
  expect(device.earlierEdits).toEqual([anothers]);
});
