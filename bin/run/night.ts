/**
 * What is too long for every day, one after the other, with one summary: laws over other rigs, mutants, the evening of a thousand
 * kills, a hundred thousand spoiled requests, the bench.
 *   npm run night [-- --only soak] [--seed 7] [--share 0.1]
 */
import { createWriteStream, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { finished } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { runCommand } from './command.ts';
import { ROOT } from './jobs.ts';
import { machineName, plainLoop, spentSoFar } from './machine.ts';
import { nightParts } from './nightParts.ts';
import { machineLine } from './report.ts';

const { values } = parseArgs({
  options: {
    only: { type: 'string' },
    /** Of all that is drawn by chance; left out, the seconds since 1970. */
    seed: { type: 'string', default: String(Math.floor(Date.now() / 1000)) },
    /** How much of everything, of the whole night. */
    share: { type: 'string', default: '1' },
  },
});
const seed = Number(values.seed);
const share = Number(values.share);
if (!Number.isSafeInteger(seed)) throw new Error(`--seed is a whole number, not ${values.seed}`);
if (!(share > 0)) throw new Error(`--share is a number above 0, not ${values.share}`);

const folder = join(ROOT, '.data-night', new Date().toISOString().replaceAll(/[:.]/g, '-'));
mkdirSync(folder, { recursive: true });
const ended = new AbortController();
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => ended.abort());

const parts = nightParts(seed, share).filter(({ name }) => values.only === undefined || name.includes(values.only));
if (parts.length === 0) throw new Error(`no part of the night is called ${values.only}`);
console.log(`night: seed ${seed}, ${share} of everything; what each part prints is in ${folder}`);
const loop = plainLoop();
const before = spentSoFar();
const lines: string[] = [];
const count = { passed: 0, failed: 0 };
for (const { name, script, args, env, tells } of parts) {
  if (ended.signal.aborted) break;
  console.log(`night: ${name} begins`);
  const log = join(folder, `${name.replaceAll(/\W+/g, '-')}.log`);
  const began = performance.now();
  const more = args.length > 0 ? ['--', ...args] : [];
  const command = { program: 'npm', args: ['run', '--silent', script, ...more], cwd: ROOT, env, log };
  const code = await runCommand(command, ended.signal);
  const seconds = (performance.now() - began) / 1000;
  count[code === 0 ? 'passed' : 'failed']++;
  const text = readFileSync(log, 'utf8');
  const told = text.split('\n').filter((line) => tells.test(line));
  lines.push(
    `${code === 0 ? 'passed' : 'FAILED'}  ${seconds.toFixed(0).padStart(6)} s  ${name}`,
    ...told.map((line) => `                  ${line.trim()}`),
    ...(code === 0 ? [] : [`                  see ${log}`]),
  );
  console.log(lines.at(-1 - told.length - Number(code !== 0)));
}
const summary = [
  `night, seed ${seed}, ${share} of everything:`,
  ...lines,
  machineLine(machineName(), before, spentSoFar(), [loop, plainLoop()]),
  ...(ended.signal.aborted ? ['given up before its end'] : []),
  `${count.passed} passed, ${count.failed} failed`,
].join('\n');
console.log(summary);
const file = createWriteStream(join(folder, 'summary.txt'));
file.end(`${summary}\n`);
await finished(file);
process.exitCode = ended.signal.aborted ? 130 : Number(count.failed > 0);
