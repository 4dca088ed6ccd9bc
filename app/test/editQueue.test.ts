import type { Change } from '@ergon/core/record/change';
import type { CrewRig } from '@ergon/core/record/crewRig';
import type { Conflict } from '@ergon/core/record/exchange';
import { Unreachable } from '../src/rig/api';
import { EditQueue, type Ports } from '../src/rig/editQueue';
import type { Pending } from '../src/rig/pending';
import { demoRig, refusal } from './rigFixture';

type Answer = Awaited<ReturnType<Ports['send']>>;

/** A server that answers when told to, and a device that keeps what it is given. */
class Bench {
  readonly sent: { pending: Pending; versions: Readonly<Record<string, number>> }[] = [];
  stored: Pending[] = [];
  readonly retries: (() => void)[] = [];
  private readonly answers: { resolve: (answer: Answer) => void; reject: (error: Error) => void }[] = [];
  readonly queue: EditQueue;

  constructor(stored: Pending[] = []) {
    this.stored = stored;
    this.queue = new EditQueue({
      send: (pending, versions) => {
        this.sent.push({ pending, versions });
        return new Promise((resolve, reject) => this.answers.push({ resolve, reject }));
      },
      load: () => ({ pending: this.stored, unreadable: [] }),
      store: (pending) => (this.stored = [...pending]),
      later: (retry) => this.retries.push(retry),
    });
  }

  async answer(answer: Answer | Error): Promise<void> {
    const { resolve, reject } = this.answers.shift()!;
    if (answer instanceof Error) reject(answer);
    else resolve(answer);
    for (let i = 0; i < 5; i++) await Promise.resolve();
  }

  channel(unit = 'light-6'): unknown {
    return placed(this.queue.snapshot().rig!, unit).settings.channel;
  }
}

const placed = (rig: CrewRig, unit: string) => rig.looks.find((look) => look.id === 'first-dance')!.units[unit]!;
const toChannel = (to: number, from: number = 3, unit = 'light-6'): Change[] => [
  { unit, setting: 'channel', from, to },
];
const saved = (channel: number, version: number, unit = 'light-6'): Answer => ({
  saved: [{ unit, version, settings: { ...placed(demoRig(), unit).settings, channel } }],
});

function started(stored: Pending[] = []): Bench {
  const bench = new Bench(stored);
  bench.queue.setBase(demoRig());
  return bench;
}

test('an edit shows at once, is kept on the device, and is saved when the server says so', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  expect(bench.channel()).toBe(11);
  expect(bench.queue.snapshot().saveState).toBe('saving');
  expect(bench.stored).toHaveLength(1);
  expect(bench.sent[0]!.versions).toEqual({ 'light-6': 1 });
  await bench.answer(saved(11, 2));
  expect(bench.queue.snapshot().saveState).toBe('saved');
  expect(bench.stored).toEqual([]);
  expect(bench.channel()).toBe(11);
});

test('edits go out one at a time, each on the version the last one made', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  bench.queue.edit('first-dance', toChannel(12, 11), 'channel');
  expect(bench.sent).toHaveLength(1);
  await bench.answer(saved(11, 2));
  expect(bench.sent[1]!.versions).toEqual({ 'light-6': 2 });
  await bench.answer(saved(12, 3));
  expect(bench.channel()).toBe(12);
});

test('without a network edits wait, are countable, and go out when it is back', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  bench.queue.edit('first-dance', toChannel(5, 11, 'light-1'), 'channel');
  await bench.answer(new Unreachable('away'));
  expect(bench.queue.snapshot()).toMatchObject({ saveState: 'waiting', waiting: 2 });
  expect(bench.channel()).toBe(11);
  bench.retries[0]!();
  await bench.answer(saved(11, 2));
  await bench.answer(saved(5, 2, 'light-1'));
  expect(bench.queue.snapshot()).toMatchObject({ saveState: 'saved', waiting: 0 });
});

test('a reload finds what was not sent yet, and sends it', async () => {
  const first = started();
  first.queue.edit('first-dance', toChannel(11), 'channel');
  const second = started(first.stored);
  expect(second.channel()).toBe(11);
  expect(second.sent).toHaveLength(1);
});

test('what one crew left unsent never reaches another', () => {
  const first = started();
  first.queue.edit('first-dance', toChannel(11), 'channel');
  const second = new Bench(first.stored);
  second.queue.setBase({ ...demoRig(), crew: { id: 'other', name: 'Other', isDemo: false } });
  expect(second.channel()).toBe(3);
  expect(second.sent).toEqual([]);
  expect(second.queue.snapshot().waiting).toBe(0);
});

test('undo sends the edit backwards; with nothing left it does nothing', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel of Light 6');
  expect(bench.queue.snapshot().undoLabel).toBe('channel of Light 6');
  await bench.answer(saved(11, 2));
  bench.queue.undo();
  expect(bench.channel()).toBe(3);
  expect(bench.sent[1]).toMatchObject({
    pending: { changes: [{ setting: 'channel', from: 11, to: 3 }] },
    versions: { 'light-6': 2 },
  });
  expect(bench.queue.snapshot().undoLabel).toBeNull();
  bench.queue.undo();
  expect(bench.sent).toHaveLength(2);
});

const conflict = (theirs: number): Conflict => ({
  unit: 'light-6',
  version: 7,
  theirs: { ...placed(demoRig(), 'light-6').settings, channel: theirs },
  yours: { channel: 11 },
});
const stale = refusal(409, { code: 'record.stale', message: 'stale', conflicts: [conflict(9)] });

test('two people on one setting: theirs stands and both are shown', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  await bench.answer(stale);
  expect(bench.channel()).toBe(9);
  const { clashes } = bench.queue.snapshot();
  expect(clashes).toEqual([{ look: 'first-dance', unit: 'light-6', setting: 'channel', yours: 11, theirs: 9 }]);
  bench.queue.settle(clashes[0]!, 'theirs');
  expect(bench.queue.snapshot().clashes).toEqual([]);
  expect(bench.sent).toHaveLength(1);
});

test('choosing mine sends it again on top of theirs', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  await bench.answer(stale);
  bench.queue.settle(bench.queue.snapshot().clashes[0]!, 'mine');
  expect(bench.channel()).toBe(11);
  expect(bench.sent[1]!.versions).toEqual({ 'light-6': 7 });
});

test('later edits of a setting that clashed wait for the choice too; edits of others go on', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  bench.queue.edit('first-dance', toChannel(12, 11), 'channel again');
  bench.queue.edit('first-dance', toChannel(5, 11, 'light-1'), 'channel of another');
  await bench.answer(stale);
  expect(bench.channel()).toBe(9);
  expect(bench.queue.snapshot().clashes).toEqual([
    { look: 'first-dance', unit: 'light-6', setting: 'channel', yours: 12, theirs: 9 },
  ]);
  expect(bench.sent[1]).toMatchObject({ pending: { label: 'channel of another' } });
  expect(bench.queue.snapshot().waiting).toBe(1);
});

test('an edit that was refused cannot be undone: that would overwrite theirs', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(5, 11, 'light-1'), 'first');
  await bench.answer(saved(5, 2, 'light-1'));
  bench.queue.edit('first-dance', toChannel(11), 'second');
  expect(bench.queue.snapshot().undoLabel).toBe('second');
  await bench.answer(stale);
  expect(bench.queue.snapshot().undoLabel).toBe('first');
});

test('what must come after the edits waits until they are saved', async () => {
  const bench = started();
  let saidSaved = false;
  await bench.queue.whenSaved();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  const waiting = bench.queue.whenSaved().then(() => (saidSaved = true));
  await Promise.resolve();
  expect(saidSaved).toBe(false);
  await bench.answer(saved(11, 2));
  await waiting;
  expect(saidSaved).toBe(true);
});

test('what the server refuses is taken back and said', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  await bench.answer(
    refusal(400, { code: 'input.invalid', faults: [{ path: 'changes.light-6.channel', message: 'is too big' }] }),
  );
  expect(bench.channel()).toBe(3);
  expect(bench.queue.snapshot().refused).toBe('changes.light-6.channel is too big');
  bench.queue.dismissRefusal();
  expect(bench.queue.snapshot().refused).toBeNull();
});

test('a slow answer about the whole rig does not undo what a quicker one has told', async () => {
  const bench = started();
  bench.queue.edit('first-dance', toChannel(11), 'channel');
  await bench.answer(saved(11, 2));
  bench.queue.setBase(demoRig());
  expect(bench.channel()).toBe(11);
  const later = demoRig();
  placed(later, 'light-6').version = 3;
  placed(later, 'light-6').settings.channel = 8;
  bench.queue.setBase(later);
  expect(bench.channel()).toBe(8);
});

test('test fires show at once and stay after the server has them', async () => {
  const bench = started();
  const report = { light: 'light-1', body: 'body-1', result: 'fired', fingerprint: '0123456789abcdef' } as const;
  bench.queue.logTests('first-dance', [report], '2027-06-12T20:00:00.000Z');
  const expected = [{ ...report, look: 'first-dance', at: '2027-06-12T20:00:00.000Z' }];
  expect(bench.queue.snapshot().rig!.tests).toEqual(expected);
  await bench.answer({});
  expect(bench.queue.snapshot().rig!.tests).toEqual(expected);
});
