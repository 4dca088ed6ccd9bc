/** A command of the run: what it prints goes to a file, and it ends with whoever started it. */
import { spawn } from 'node:child_process';
import { closeSync, openSync } from 'node:fs';

export interface Command {
  program: string;
  args: readonly string[];
  cwd: string;
  env?: Readonly<Record<string, string>>;
  /** File its output is written to; left out, it goes where ours goes. */
  log?: string;
}

/** How long it may take to end once it is asked to, in ms. */
const END_WITHIN_MS = 20_000;

/**
 * Each has a process group of its own, so that what it started ends with it.
 * @returns its exit code, or null where a signal ended it.
 */
export async function runCommand(command: Command, signal: AbortSignal): Promise<number | null> {
  const { program, args, cwd, env = {}, log } = command;
  const out = log === undefined ? 'inherit' : openSync(log, 'a');
  const child = spawn(program, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: ['ignore', out, out],
    detached: true,
  });
  if (typeof out === 'number') closeSync(out);
  const end = (how: NodeJS.Signals) => {
    try {
      if (child.pid !== undefined) process.kill(-child.pid, how);
    } catch {
      // All of it has ended already.
    }
  };
  let patience: NodeJS.Timeout | undefined;
  const stop = () => {
    end('SIGINT');
    patience = setTimeout(() => end('SIGKILL'), END_WITHIN_MS);
  };
  try {
    return await new Promise<number | null>((resolve, reject) => {
      child.once('error', reject).once('exit', (code) => resolve(code));
      if (signal.aborted) stop();
      else signal.addEventListener('abort', stop, { once: true });
    });
  } finally {
    signal.removeEventListener('abort', stop);
    clearTimeout(patience);
  }
}
