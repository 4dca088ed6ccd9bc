/**
 * Speed, as ratios within one run: absolute times say more about the machine than about the code.
 *   npm run bench [-- --only judging] [--json FILE] [--against COMMIT] [--short]
 * Against a commit, both are measured in one run and in turn, so that what else the machine does meets both.
 */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { runCommand } from '../run/command.ts';
import { cloneOf } from './cloneOf.ts';
import { compared, type Measure, sentence } from './measure.ts';
import { PARTS } from './parts.ts';

const { values } = parseArgs({
  options: {
    only: { type: 'string' },
    json: { type: 'string' },
    against: { type: 'string' },
    short: { type: 'boolean', default: false },
  },
});

const ROOT = join(import.meta.dirname, '../..');
const folder = mkdtempSync(join(tmpdir(), 'ergon-bench-'));
const ended = new AbortController();
/** For what has to be done however the run ends. */
const never = new AbortController().signal;
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => ended.abort());

/** @param root of the clone that is measured. @returns null where the part failed there. */
async function measured(root: string, name: string): Promise<Measure[] | null> {
  const file = join(folder, 'found.json');
  rmSync(file, { force: true });
  const args = ['--import', 'tsx', 'bin/bench/part.ts', name, file, ...(values.short ? ['--short'] : [])];
  const env: Record<string, string> = values.short ? { ERGON_BENCH_MS: '0' } : {};
  const code = await runCommand({ program: process.execPath, args, cwd: root, env }, ended.signal);
  return code === 0 ? (JSON.parse(readFileSync(file, 'utf8')) as Measure[]) : null;
}

const parts = PARTS.filter(({ name }) => values.only === undefined || name.includes(values.only));
if (parts.length === 0)
  throw new Error(`no part is called ${values.only}: ${PARTS.map(({ name }) => name).join(', ')}`);
const all: { part: string; now: Measure[]; before?: Measure[] }[] = [];
const failed: string[] = [];
let other: string | null = null;
try {
  if (values.against !== undefined)
    other = await cloneOf(values.against, {
      root: ROOT,
      folder: join(folder, 'before'),
      built: parts.some(({ built }) => built),
      signal: ended.signal,
    });
  for (const { name } of parts) {
    if (ended.signal.aborted) break;
    console.log(`${name}:`);
    const before = other === null ? null : await measured(other, name);
    const now = await measured(ROOT, name);
    if (!now) {
      failed.push(name);
      console.log('  FAILED');
      continue;
    }
    all.push({ part: name, now, ...(before && { before }) });
    if (other !== null && !before)
      console.log(`  cannot be measured in ${values.against}: this bench does not run on it`);
    for (const one of now) {
      console.log(sentence(one));
      const was = before?.find(({ what }) => what === one.what);
      if (was) console.log(compared(one, was));
    }
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
  // The other clone is gone with the folder, whether or not it ever came to be whole.
  if (values.against !== undefined) await runCommand({ program: 'git', args: ['worktree', 'prune'], cwd: ROOT }, never);
}
if (values.json !== undefined)
  writeFileSync(values.json, `${JSON.stringify({ against: values.against ?? null, parts: all }, null, 2)}\n`);
if (failed.length > 0) console.log(`bench: ${failed.join(', ')} FAILED`);
process.exitCode = ended.signal.aborted ? 130 : Number(failed.length > 0);
