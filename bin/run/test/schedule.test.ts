/** Jobs begin as they are wanted, as cores are free, and after what they need; none is passed over in silence. */
import { type Job, type Outcome, runJobs } from '../schedule';

const PASSED = { passed: 1, failed: 0 };
const FAILED = { passed: 0, failed: 1 };
const never = new AbortController().signal;

/** Jobs that note when they begin and end, each for so many ms. */
function noted(all: readonly (Omit<Job, 'run'> & { ms?: number; outcome?: Outcome; throws?: string })[]) {
  const log: string[] = [];
  const jobs = all.map(({ ms = 5, outcome = PASSED, throws, ...job }): Job => ({
    ...job,
    run: async () => {
      log.push(`+${job.name}`);
      await new Promise((resolve) => setTimeout(resolve, ms));
      log.push(`-${job.name}`);
      if (throws !== undefined) throw new Error(throws);
      return outcome;
    },
  }));
  return { log, run: (signal = never) => runJobs(jobs, { cores: 2, signal, none: FAILED }) };
}

test('two of one core run side by side, one of two cores alone, one of none beside it', async () => {
  const { log, run } = noted([
    { name: 'a', cores: 1, ms: 20 },
    { name: 'b', cores: 1, ms: 20 },
    { name: 'both', cores: 2, ms: 20 },
    { name: 'waits', cores: 0, ms: 5 },
  ]);
  const ended = await run();
  expect(ended.map(({ outcome }) => outcome)).toEqual([PASSED, PASSED, PASSED, PASSED]);
  expect(log.slice(0, 3)).toEqual(['+a', '+b', '+waits']);
  expect(log.indexOf('+both')).toBeGreaterThan(Math.max(log.indexOf('-a'), log.indexOf('-b')));
});

test('on one core what is for two runs too, one after the other', async () => {
  const jobs = [
    { name: 'a', cores: 2 as const, run: async () => PASSED },
    { name: 'b', cores: 1 as const, run: async () => PASSED },
  ];
  const ended = await runJobs(jobs, { cores: 1, signal: never, none: FAILED });
  expect(ended.map(({ name, outcome }) => [name, outcome])).toEqual([
    ['a', PASSED],
    ['b', PASSED],
  ]);
});

test('what needs something begins after it; where that failed it is a failure and never begins', async () => {
  const { log, run } = noted([
    { name: 'late', cores: 1, after: ['build'] },
    { name: 'build', cores: 1, ms: 20 },
    { name: 'broken', cores: 1, outcome: FAILED },
    { name: 'hangs on it', cores: 1, after: ['broken'] },
    { name: 'and on that', cores: 1, after: ['hangs on it'] },
  ]);
  const ended = await run();
  expect(log.indexOf('+late')).toBeGreaterThan(log.indexOf('-build'));
  expect(log).not.toContain('+hangs on it');
  const of = (name: string) => ended.find((one) => one.name === name)!;
  expect(of('hangs on it')).toMatchObject({ outcome: FAILED, seconds: null, why: 'broken failed' });
  expect(of('and on that')).toMatchObject({ outcome: FAILED, why: 'hangs on it failed' });
  expect(ended).toHaveLength(5);
});

test('one that throws is a failure with its reason, and the others go on', async () => {
  const { run } = noted([
    { name: 'throws', cores: 1, throws: 'no such program' },
    { name: 'other', cores: 1 },
  ]);
  const ended = await run();
  expect(ended.find(({ name }) => name === 'throws')).toMatchObject({ outcome: FAILED, why: 'no such program' });
  expect(ended.find(({ name }) => name === 'other')).toMatchObject({ outcome: PASSED, why: null });
});

test('once it is given up nothing more begins', async () => {
  const giveUp = new AbortController();
  const { log, run } = noted([
    { name: 'first', cores: 2, ms: 30 },
    { name: 'second', cores: 2 },
  ]);
  setTimeout(() => giveUp.abort(), 5);
  const ended = await run(giveUp.signal);
  expect(log).toEqual(['+first', '-first']);
  expect(ended.map(({ name }) => name)).toEqual(['first']);
});

test.each([
  [[{ name: 'a', cores: 1, after: ['nothing'] }] as const, 'a needs nothing, which is no job here'],
  [
    [
      { name: 'a', cores: 1, after: ['b'] },
      { name: 'b', cores: 1, after: ['a'] },
    ] as const,
    'jobs that need each other: a, b',
  ],
])('a plan that cannot be is refused: %j', async (all, why) => {
  await expect(noted(all).run()).rejects.toThrow(why);
});
