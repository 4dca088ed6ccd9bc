/** The parts of `./bin/test`: what each runs, what it needs first, and how it tells what passed. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runCommand } from './command.ts';
import { QUICK_NODE } from './quickNode.ts';
import { type Job } from './schedule.ts';
import { jestSuites, playwrightSuites, type Tested, testedOf } from './suites.ts';

export const ROOT = join(import.meta.dirname, '../..');

/** The exported app and the bundled server: what needs them waits for it. */
const BUILD = 'build';

/** Where the output of each job and the reports of the runners go. */
export interface Place {
  folder: string;
  /** What a job printed. */
  logOf(name: string): string;
}

export const placeIn = (folder: string): Place => ({
  folder,
  logOf: (name) => join(folder, `${name.replaceAll(/\W+/g, '-')}.log`),
});

type Options = Pick<Job, 'after' | 'cores'>;

const scripts = (JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as { scripts: Record<string, string> })
  .scripts;

/** A command that passes or fails as one. */
function command(place: Place, name: string, [program, ...args]: [string, ...string[]], options: Options): Job<Tested> {
  const run: Job<Tested>['run'] = async (signal) => {
    const began = performance.now();
    const code = await runCommand({ program, args, cwd: ROOT, log: place.logOf(name) }, signal);
    const seconds = (performance.now() - began) / 1000;
    const passed = Number(code === 0);
    return testedOf([{ file: name, seconds, passed, failed: 1 - passed, skipped: 0 }]);
  };
  return { name, run, ...options };
}

/** A script of package.json that is a tool of node_modules and its arguments. */
function tool(place: Place, name: string, options: Options): Job<Tested> {
  const [program, ...args] = scripts[name]!.split(' ') as [string, ...string[]];
  return command(
    place,
    name,
    [process.execPath, ...QUICK_NODE, join(ROOT, 'node_modules/.bin', program), ...args],
    options,
  );
}

/** @param more arguments of Jest, such as for one worker alone. */
function jest(
  place: Place,
  workspace: string,
  options: Options,
  more: readonly string[] = ['--maxWorkers=2'],
): Job<Tested> {
  const name = `tests of ${workspace}`;
  const report = join(place.folder, `${workspace.replaceAll('/', '-')}.json`);
  const own = join(ROOT, workspace, 'node_modules/jest/bin/jest.js');
  const args = [
    ...QUICK_NODE,
    existsSync(own) ? own : join(ROOT, 'node_modules/jest/bin/jest.js'),
    '--ci',
    '--json',
    `--outputFile=${report}`,
    `--testSequencer=${join(ROOT, 'bin/run/longestFirst.cjs')}`,
    ...more,
  ];
  const run: Job<Tested>['run'] = async (signal) => {
    const cwd = join(ROOT, workspace);
    await runCommand({ program: process.execPath, args, cwd, log: place.logOf(name) }, signal);
    return testedOf(jestSuites(report, ROOT));
  };
  return { name, run, ...options };
}

function endToEnd(place: Place, options: Options): Job<Tested> {
  const name = 'end to end in Chromium';
  const report = join(place.folder, 'e2e.json');
  const env = {
    PLAYWRIGHT_JSON_OUTPUT_NAME: report,
    ERGON_E2E_OUTPUT: join(place.folder, 'e2e'),
    // The browser's engine is the same one.
    ERGON_JS_FLAGS: QUICK_NODE.join(' '),
  };
  const run: Job<Tested>['run'] = async (signal) => {
    const args = [join(ROOT, 'node_modules/@playwright/test/cli.js'), 'test'];
    await runCommand({ program: process.execPath, args, cwd: join(ROOT, 'e2e'), env, log: place.logOf(name) }, signal);
    return testedOf(playwrightSuites(report, 'e2e'));
  };
  return { name, run, ...options };
}

/**
 * In the order in which they are wanted: first what others wait for and what keeps one core busy, so that each core has one of
 * them; then what fills both.
 */
export function testJobs(place: Place): Job<Tested>[] {
  const one = { cores: 1 } as const;
  const built = { cores: 1, after: [BUILD] } as const;
  const build = async (signal: AbortSignal): Promise<Tested> => {
    const args = ['-c', 'source bin/prepare; build'];
    const code = await runCommand({ program: 'bash', args, cwd: ROOT, log: place.logOf(BUILD) }, signal);
    return { passed: 0, failed: Number(code !== 0), skipped: 0, suites: [] };
  };
  const npm = (name: string, script: string, options: Options, ...more: string[]) =>
    command(place, name, ['npm', 'run', '--silent', script, '--', ...more], options);
  return [
    { name: BUILD, cores: 1, run: build },
    tool(place, 'types', one),
    tool(place, 'lint', one),
    tool(place, 'format', one),
    tool(place, 'unused', one),
    npm('soak', 'soak', built),
    npm('soak on three nodes', 'soak', built, '--nodes', '3', '--operations', '600', '--kills', '15'),
    npm('mutants', 'mutants', one, '--short'),
    npm('bench', 'bench', built, '--short'),
    jest(place, 'bin/run', one, ['--maxWorkers=1']),
    jest(place, 'cli', one, ['--maxWorkers=1']),
    endToEnd(place, { cores: 2, after: [BUILD] }),
    jest(place, 'core', { cores: 2 }),
    jest(place, 'app', { cores: 2 }),
    jest(place, 'server', { cores: 2 }),
  ];
}
