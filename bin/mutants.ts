/**
 * Whether the tests of the core would notice: changes one small thing in a copy of it at a time, runs the tests there, and
 * prints what they let pass. `npm run mutants -- --seed 7 --count 100 [--room mend]`.
 */
import { execFile } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { Draw } from '../core/test/draw.ts';
import { filesBelow, type Mutant, mutantsOf } from './mutations.ts';

const ROOT = join(import.meta.dirname, '..');
const SOURCES = join(ROOT, 'core/src');
/** Tests that take long, run only against what the others let pass; with fewer random rigs than usual. */
const LONG = 'laws|least|lookUp|operations|groupPlan';
const LAW_RUNS = '1000';
/** A mutant that runs on for ever is noticed too. */
const MOST_MS = 300_000;

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    count: { type: 'string', default: '100' },
    room: { type: 'string' },
  },
});

/** A sample over all files, the same for the same seed and source. */
function sample(): Mutant[] {
  const files = filesBelow(SOURCES).filter((file) => values.room === undefined || roomOf(file) === values.room);
  const all = files.sort().flatMap((file) => mutantsOf(file, readFileSync(file, 'utf8')));
  const draw = new Draw(Number(values.seed));
  return Array.from({ length: Math.min(Number(values.count), all.length) }, () => {
    const at = draw.integer(0, all.length - 1);
    return all.splice(at, 1)[0]!;
  });
}

const roomOf = (file: string): string => file.slice(SOURCES.length + 1).split('/')[0]!;

/** A copy of all that the tests of the core read. */
function workshop(): string {
  const folder = mkdtempSync(join(tmpdir(), 'ergon-mutants-'));
  for (const part of ['core', 'docs', 'demo', 'bin', 'lint', 'package.json', 'eslint.config.js', 'tsconfig.base.json'])
    cpSync(join(ROOT, part), join(folder, part), { recursive: true, filter: (path) => !path.includes('node_modules') });
  for (const part of ['cli', 'app', 'server', 'e2e']) mkdirSync(join(folder, part, 'src'), { recursive: true });
  for (const part of ['node_modules', 'core/node_modules'])
    if (existsSync(join(ROOT, part))) symlinkSync(join(ROOT, part), join(folder, part));
  return folder;
}

/** Whether the tests pass; a run that takes too long has not. */
function passes(folder: string, args: readonly string[]): Promise<boolean> {
  const env = { ...process.env, ERGON_LAW_RUNS: LAW_RUNS };
  return new Promise((resolve) => {
    const jest = join(ROOT, 'node_modules/jest/bin/jest.js');
    const options = {
      cwd: join(folder, 'core'),
      env,
      timeout: MOST_MS,
      killSignal: 'SIGKILL' as const,
      maxBuffer: 1e8,
    };
    execFile(process.execPath, [jest, '--bail', '--runInBand', ...args], options, (error) => resolve(error === null));
  });
}

const survives = async (folder: string): Promise<boolean> =>
  (await passes(folder, ['--testPathIgnorePatterns', `${LONG}|rooms`])) &&
  (await passes(folder, ['--testPathPattern', LONG]));

async function isNoticed(folder: string, mutant: Mutant): Promise<boolean> {
  const file = join(folder, mutant.file.slice(ROOT.length + 1));
  writeFileSync(file, mutant.text);
  const survived = await survives(folder);
  cpSync(mutant.file, file);
  return !survived;
}

const mutants = sample();
const tally = new Map<string, { noticed: number; all: number }>();
const queue = [...mutants.entries()];

async function work(folder: string): Promise<void> {
  for (let next = queue.shift(); next; next = queue.shift()) {
    const [index, mutant] = next;
    const noticed = await isNoticed(folder, mutant);
    const room = roomOf(mutant.file);
    const told = tally.get(room) ?? { noticed: 0, all: 0 };
    tally.set(room, { noticed: told.noticed + (noticed ? 1 : 0), all: told.all + 1 });
    const what = `${mutant.file.slice(ROOT.length + 1)}:${mutant.line}  ${mutant.change}`;
    console.log(`${String(index + 1).padStart(4)}  ${noticed ? 'noticed ' : 'SURVIVED'}  ${what}`);
  }
}

console.log(`${mutants.length} mutants, seed ${values.seed}`);
const folders = Array.from({ length: Math.max(1, availableParallelism()) }, workshop);
try {
  if (!(await survives(folders[0]!))) throw new Error('the tests do not pass as they are: nothing can be said');
  await Promise.all(folders.map(work));
} finally {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
}
for (const [room, { noticed, all }] of [...tally].sort())
  console.log(`${room.padEnd(10)} ${noticed} of ${all} noticed, ${Math.round((100 * noticed) / all)} %`);
