/** Everything that ./bin/test runs, side by side on the cores there are; ends with "N passed, N failed". */
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { placeIn, ROOT, testJobs } from './jobs.ts';
import { machineName, plainLoop, spentSoFar } from './machine.ts';
import { machineLine, partLines, recordOf, suiteLines } from './report.ts';
import { type Ended, runJobs } from './schedule.ts';
import { NONE, type Tested } from './suites.ts';

const { values } = parseArgs({
  options: {
    /** Only the parts whose names contain this. */
    only: { type: 'string' },
    /** Writes how long each suite took to bin/run/suites.json, by which the next runs are balanced. */
    record: { type: 'boolean', default: false },
  },
});

const SUITES = join(ROOT, 'bin/run/suites.json');
const say = (line: string) => console.log(`ergon: ${line}`);

const folder = mkdtempSync(join(tmpdir(), 'ergon-test-'));
const place = placeIn(folder);
const ended = new AbortController();
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    say('ending');
    ended.abort();
  });

function tell({ name, outcome, seconds, why }: Ended<Tested>): void {
  // What a part printed comes in one piece, so that parts that run side by side can be read.
  const log = place.logOf(name);
  if (existsSync(log)) process.stdout.write(readFileSync(log, 'utf8'));
  const how = outcome.failed > 0 ? `FAILED${why === null ? '' : `: ${why}`}` : 'passed';
  say(`${name} ${how}${seconds === null ? '' : `, ${seconds.toFixed(0)} s`}`);
}

try {
  const all = testJobs(place);
  const { only } = values;
  const jobs = all
    .filter(({ name }) => only === undefined || name.includes(only))
    .map((job) => ({ ...job, after: (job.after ?? []).filter((need) => only === undefined || need.includes(only)) }));
  const loopBefore = plainLoop();
  const before = spentSoFar();
  const began = performance.now();
  const parts = await runJobs<Tested>(jobs, {
    cores: availableParallelism(),
    signal: ended.signal,
    none: NONE,
    onStart: (name) => say(`${name} begins`),
    onEnd: tell,
  });
  const took = (performance.now() - began) / 1000;
  const after = spentSoFar();
  const suites = parts.flatMap(({ outcome }) => outcome.suites);
  say(`${suites.length} suites, with their cases:`);
  console.log(suiteLines(suites).join('\n'));
  if (values.record) writeFileSync(SUITES, `${JSON.stringify(recordOf(suites), null, 2)}\n`);
  say(machineLine(machineName(), before, after, [loopBefore, plainLoop()]));
  say(`took ${took.toFixed(0)} s without installing:`);
  console.log(partLines(parts).join('\n'));
  const sum = (of: (outcome: Tested) => number) => parts.reduce((total, { outcome }) => total + of(outcome), 0);
  const failed = sum((outcome) => outcome.failed) + (jobs.length - parts.length);
  console.log(`${sum((outcome) => outcome.passed)} passed, ${failed} failed`);
  process.exitCode = ended.signal.aborted ? 130 : Number(failed > 0);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
