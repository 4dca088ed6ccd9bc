/** Another commit of this repository beside this clone, ready to be measured by this bench. */
import { cpSync, existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runCommand } from '../run/command.ts';

interface Wanted {
  /** This clone. */
  root: string;
  /** Where the other one is put; nothing is there yet. */
  folder: string;
  /** Whether its app and server are built too. */
  built: boolean;
  signal: AbortSignal;
}

/** What measures, of this clone: it is put in the place of whatever the other one measures by. */
const BENCH = ['bin/bench', 'bin/run'] as const;
const PACKAGES = ['', 'app', 'core', 'cli', 'server', 'e2e'] as const;

/** @throws Error where there is no such commit, or it cannot be installed or built. @returns its folder. */
export async function cloneOf(commit: string, { root, folder, built, signal }: Wanted): Promise<string> {
  const run = async (cwd: string, program: string, ...args: string[]) => {
    const code = await runCommand({ program, args, cwd }, signal);
    if (code !== 0) throw new Error(`${program} ${args.join(' ')} failed: the bench has nothing to compare with`);
  };
  await run(root, 'git', 'worktree', 'add', '--quiet', '--force', '--detach', folder, commit);
  const lock = (of: string) => readFileSync(join(of, 'package-lock.json'), 'utf8');
  if (lock(root) === lock(folder)) {
    // Links to the same files: the same packages need not be fetched again.
    for (const part of PACKAGES) {
      const packages = join(root, part, 'node_modules');
      if (existsSync(packages)) await run(root, 'cp', '-al', packages, join(folder, part, 'node_modules'));
    }
  } else await run(folder, 'npm', 'ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error');
  if (built) await run(folder, 'bash', '-c', 'source bin/prepare; prepare');
  for (const part of BENCH) cpSync(join(root, part), join(folder, part), { recursive: true });
  return folder;
}
