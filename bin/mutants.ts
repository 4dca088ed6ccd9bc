/**
 * Whether the tests of the core would notice: builds a copy of it with many small changes in it, asks for one at a time, runs
 * the tests that reach it, the quick and narrow ones first, and prints what they let pass.
 * `npm run mutants -- --seed 7 --count 100 [--room mend] [--only 3,17]`; with `only` just these of the hundred.
 */
import { execFile } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { symlinkSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { parseArgs } from 'node:util';
import { Draw } from '../core/test/draw.ts';
import { QUICK_NODE } from './run/quickNode.ts';
import { filesBelow, instrumented, type Mutant, mutantsOf } from './mutations.ts';

const ROOT = join(import.meta.dirname, '..');
const SOURCES = join(ROOT, 'core/src');
/** Fewer random rigs than usual, since every mutant that is not noticed meets all of them. */
const RIGS = { ERGON_LAW_RUNS: '500', ERGON_DIAGNOSIS_RIGS: '60' };
/**
 * As ./bin/test runs it: three mutants of one room, asked of its own tests. Once, as they are, the tests that draw rigs run too, over
 * very few: that they pass with however many is what all of this rests on.
 */
const SHORT = {
  count: '3',
  room: 'exposure',
  tests: /^(exposure|powerScale|stops|power)\.test\.ts$/,
  asTheyAre: '/(exposure|powerScale|stops|power|laws.*|candidates|lookUp|operations|traces|wayRound)\\.test\\.ts$',
  rigs: { ERGON_LAW_RUNS: '20', ERGON_DIAGNOSIS_RIGS: '8' },
};
/** Tests that read the sources as text: the one holds their numbers, the other is no test of what they do. */
const OF_TEXT = 'model';
const NOT_RUN = `${OF_TEXT}|rooms`;
/** A mutant that runs on for ever is noticed too: after so many times what its tests take, and a while. */
const PATIENCE = 4;
const PATIENCE_MS = 30_000;

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    count: { type: 'string', default: '100' },
    room: { type: 'string' },
    only: { type: 'string' },
    short: { type: 'boolean', default: false },
  },
});
const wanted = values.short ? { ...values, count: SHORT.count, room: SHORT.room } : values;
const rigs = values.short ? SHORT.rigs : RIGS;

/** A sample over all files, the same for the same seed and source. */
function sample(): Mutant[] {
  const files = filesBelow(SOURCES).filter((file) => wanted.room === undefined || roomOf(file) === wanted.room);
  const all = files.sort().flatMap((file) => mutantsOf(file, readFileSync(file, 'utf8')));
  const draw = new Draw(Number(values.seed));
  return Array.from({ length: Math.min(Number(wanted.count), all.length) }, () => {
    const at = draw.integer(0, all.length - 1);
    return all.splice(at, 1)[0]!;
  });
}

const roomOf = (file: string): string => file.slice(SOURCES.length + 1).split('/')[0]!;
const pathInRoot = (file: string): string => file.slice(ROOT.length + 1);

/** Which mutant's turn it is, and which of them a test file came by. */
const SET_UP = `
const { writeFileSync } = require('node:fs');
const turn = Number(process.env.ERGON_MUTANT ?? -1);
const reached = new Set();
globalThis.isTheTurnOf = turn >= 0 ? (number) => number === turn : (number) => (reached.add(number), false);
if (turn < 0)
  afterAll(() => {
    const name = expect.getState().testPath.split('/').pop();
    writeFileSync(process.env.ERGON_REACHED + '/' + name + '.json', JSON.stringify([...reached]));
  });
`;
const SEQUENCER = `
const { basename } = require('node:path');
const Sequencer = require('@jest/test-sequencer').default;
const order = (process.env.ERGON_ORDER ?? '').split(',');
module.exports = class extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => order.indexOf(basename(a.path)) - order.indexOf(basename(b.path)));
  }
};
`;
const CONFIG = `module.exports = {
  ...require('./jest.config.cjs'),
  setupFilesAfterEnv: ['<rootDir>/mutant.cjs'],
  testSequencer: '<rootDir>/sequencer.cjs',
};`;

/** A copy of all that the tests of the core read. */
function copied(): string {
  const folder = mkdtempSync(join(tmpdir(), 'ergon-mutants-'));
  for (const part of ['core', 'docs', 'demo', 'bin', 'lint', 'package.json', 'eslint.config.js', 'tsconfig.base.json'])
    cpSync(join(ROOT, part), join(folder, part), { recursive: true, filter: (path) => !path.includes('node_modules') });
  // Tests that look through the other rooms' sources find none.
  for (const part of ['cli', 'app', 'server', 'e2e']) mkdirSync(join(folder, part, 'src'), { recursive: true });
  for (const part of ['node_modules', 'core/node_modules'])
    if (existsSync(join(ROOT, part))) symlinkSync(join(ROOT, part), join(folder, part));
  return folder;
}

/** A copy with all mutants in it. */
function workshop(mutants: readonly Mutant[]): string {
  const folder = copied();
  const core = join(folder, 'core');
  mkdirSync(join(folder, 'reached'));
  for (const [name, text] of [
    ['mutant.cjs', SET_UP],
    ['sequencer.cjs', SEQUENCER],
    ['mutants.config.cjs', CONFIG],
  ] as const)
    writeFileSync(join(core, name), text);
  for (const file of new Set(mutants.map((one) => one.file))) {
    const numbered = [...mutants.entries()].filter(([, one]) => one.file === file);
    writeFileSync(join(folder, pathInRoot(file)), instrumented(readFileSync(file, 'utf8'), numbered));
  }
  return folder;
}

interface Run {
  args: readonly string[];
  env?: Record<string, string>;
  /** In milliseconds. */
  timeout?: number;
}

/** Whether the tests pass; a run that takes too long has not. */
function passes(folder: string, { args, env = {}, timeout = 0 }: Run): Promise<boolean> {
  const jest = join(ROOT, 'node_modules/jest/bin/jest.js');
  const options = {
    cwd: join(folder, 'core'),
    env: { ...process.env, ...rigs, ...env },
    timeout,
    killSignal: 'SIGKILL' as const,
    maxBuffer: 1e8,
  };
  return new Promise((resolve) =>
    execFile(process.execPath, [...QUICK_NODE, jest, ...args], options, (error) => resolve(!error)),
  );
}

/** A test file, how long it takes in milliseconds, and the mutants it reaches. */
interface Reach {
  name: string;
  ms: number;
  reached: ReadonlySet<number>;
}

const NOTHING_TO_SAY = 'the tests do not pass as they are: nothing can be said';

/** Runs all tests once as they are; a test that is quick and reaches little is the likeliest to tell soon. */
async function reachOf(folder: string): Promise<Reach[]> {
  const told = join(folder, 'told.json');
  const args = [
    '--config',
    'mutants.config.cjs',
    '--maxWorkers',
    '2',
    '--testPathIgnorePatterns',
    NOT_RUN,
    '--json',
    '--outputFile',
    told,
    ...(values.short ? ['--testPathPattern', SHORT.asTheyAre] : []),
  ];
  interface Told {
    testResults: { name: string; startTime: number; endTime: number; status: string; message: string }[];
  }
  if (!(await passes(folder, { args, env: { ERGON_REACHED: join(folder, 'reached') } }))) {
    const failing = existsSync(told)
      ? (JSON.parse(readFileSync(told, 'utf8')) as Told).testResults.filter(({ status }) => status !== 'passed')
      : [];
    throw new Error([NOTHING_TO_SAY, ...failing.map(({ message }) => message)].join('\n'));
  }
  const { testResults } = JSON.parse(readFileSync(told, 'utf8')) as Told;
  const ms = new Map(testResults.map((one) => [basename(one.name), one.endTime - one.startTime]));
  return readdirSync(join(folder, 'reached'))
    .map((file) => {
      const name = file.replace(/\.json$/, '');
      const reached = JSON.parse(readFileSync(join(folder, 'reached', file), 'utf8')) as number[];
      return { name, ms: ms.get(name)!, reached: new Set(reached) };
    })
    .sort((a, b) => a.ms * a.reached.size - b.ms * b.reached.size);
}

/** Whether the tests that reach it pass with it. */
async function survives(folder: string, number: number, reaching: readonly Reach[]): Promise<boolean> {
  const names = reaching.map(({ name }) => name);
  const args = ['--config', 'mutants.config.cjs', '--bail', '--runInBand', '--runTestsByPath'];
  return passes(folder, {
    args: [...args, ...names.map((name) => `test/${name}`)],
    env: { ERGON_MUTANT: String(number), ERGON_ORDER: names.join(',') },
    timeout: PATIENCE_MS + PATIENCE * reaching.reduce((sum, { ms }) => sum + ms, 0),
  });
}

/** Whether the test of the model's numbers passes. */
const passesAsText = (folder: string): Promise<boolean> =>
  passes(folder, { args: ['--testPathPattern', OF_TEXT], timeout: PATIENCE_MS });

/** Whether it does with a mutant written into the text; only those of numbers can be seen there. */
async function survivesAsText(folder: string, { file, from, to, other }: Mutant): Promise<boolean> {
  const text = readFileSync(file, 'utf8');
  const path = join(folder, pathInRoot(file));
  writeFileSync(path, text.slice(0, from) + other + text.slice(to));
  const passed = await passesAsText(folder);
  writeFileSync(path, text);
  return passed;
}

const mutants = sample();
const tally = new Map<string, { noticed: number; all: number }>();
const again = values.only?.split(',').map((number) => Number(number) - 1);
const queue = [...mutants.entries()].filter(([index]) => again?.includes(index) ?? true);

function tell(index: number, mutant: Mutant, fate: 'noticed' | 'SURVIVED' | 'NOT RUN'): void {
  const room = roomOf(mutant.file);
  const told = tally.get(room) ?? { noticed: 0, all: 0 };
  tally.set(room, { noticed: told.noticed + (fate === 'noticed' ? 1 : 0), all: told.all + 1 });
  const what = `${pathInRoot(mutant.file)}:${mutant.line}  ${mutant.change}`;
  console.log(`${String(index + 1).padStart(4)}  ${fate.padEnd(8)}  ${what}`);
}

async function work(folder: string, plain: string, reach: readonly Reach[]): Promise<void> {
  for (let next = queue.shift(); next; next = queue.shift()) {
    const [index, mutant] = next;
    const asked = values.short ? reach.filter(({ name }) => SHORT.tests.test(name)) : reach;
    const reaching = asked.filter(({ reached }) => reached.has(index));
    if (mutant.isOfNumber && !(await survivesAsText(plain, mutant))) tell(index, mutant, 'noticed');
    else if (reaching.length === 0) tell(index, mutant, 'NOT RUN');
    else tell(index, mutant, (await survives(folder, index, reaching)) ? 'SURVIVED' : 'noticed');
  }
}

console.log(`${mutants.length} mutants, seed ${values.seed}`);
const folders = [workshop(mutants)];
try {
  const reach = await reachOf(folders[0]!);
  await Promise.all(
    Array.from({ length: Math.max(1, availableParallelism()) }, async () => {
      const plain = copied();
      folders.push(plain);
      if (!(await passesAsText(plain))) throw new Error(NOTHING_TO_SAY);
      return work(folders[0]!, plain, reach);
    }),
  );
} finally {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
}
for (const [room, { noticed, all }] of [...tally].sort())
  console.log(`${room.padEnd(10)} ${noticed} of ${all} noticed, ${Math.round((100 * noticed) / all)} %`);
const noticed = [...tally.values()].reduce((sum, one) => sum + one.noticed, 0);
const asked = [...tally.values()].reduce((sum, one) => sum + one.all, 0);
console.log(`in all     ${noticed} of ${asked} noticed`);
// Were none noticed, it would rather be this that does not work than the tests.
if (values.short && (asked < Number(SHORT.count) || noticed === 0)) process.exitCode = 1;
