/** The folder a private MariaDB keeps its tables in: made whole or not at all, and of one server at a time. */
import { execFile } from 'node:child_process';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  unlinkSync,
} from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { basename, join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { promisify } from 'node:util';

const run = promisify(execFile);
/** How long the database of an Ergon that was killed may take to close, in ms. */
const CLOSES_WITHIN_MS = 30_000;

export const asRoot = (): string[] => (process.getuid?.() === 0 ? ['--user=root'] : []);

/** A restored folder on its way to its place; it is whole. */
export const RESTORED = 'db.restored';

/** A restore that was killed between keeping aside what was there and taking its place. */
function finishRestore(dataDir: string): void {
  const restored = join(dataDir, '..', RESTORED);
  if (!existsSync(dataDir) && existsSync(restored)) renameSync(restored, dataDir);
}

/** Made aside and renamed when whole: a folder left half-made by a kill is never used. */
export async function makeDataDir(dataDir: string, scratch: string): Promise<void> {
  finishRestore(dataDir);
  if (existsSync(dataDir)) return;
  const folder = join(dataDir, '..');
  removeHalfMade(folder);
  // Of a name nothing has: what makes the database goes on for a while when the start it belongs to is killed.
  const fresh = mkdtempSync(join(folder, HALF_MADE));
  await withPlainPath(folder, async (plain) => {
    await run(
      'mariadb-install-db',
      [
        '--no-defaults',
        `--datadir=${join(plain, basename(fresh))}`,
        '--auth-root-authentication-method=socket',
        `--auth-root-socket-user=${userInfo().username}`,
        '--skip-test-db',
        ...asRoot(),
      ],
      { env: { ...process.env, TMPDIR: scratch } },
    );
  });
  renameSync(fresh, dataDir);
  removeHalfMade(folder);
}

const HALF_MADE = 'db.new-';

function removeHalfMade(folder: string): void {
  for (const name of readdirSync(folder).filter((one) => one.startsWith(HALF_MADE))) {
    try {
      rmSync(join(folder, name), { recursive: true, force: true });
    } catch {
      // Something still writes there: the next start finds it again.
    }
  }
}

/** The database's install script takes a path with a space in it for two: it is given another name of the folder. */
async function withPlainPath(folder: string, work: (plain: string) => Promise<void>): Promise<void> {
  if (!/\s/.test(folder)) return work(folder);
  const holder = mkdtempSync(join(tmpdir(), 'ergon-path-'));
  const plain = join(holder, 'data');
  symlinkSync(folder, plain);
  try {
    await work(plain);
  } finally {
    unlinkSync(plain);
    rmSync(holder, { recursive: true });
  }
}

export const pidFileOf = (folder: string): string => join(folder, 'mariadb.pid');

/**
 * A server that was killed leaves its database to close by itself, and one that was killed as it started it may leave
 * it running: whoever holds the folder ends what is left of it, since until then its files are not ours.
 */
export async function endFormer(dataDir: string): Promise<void> {
  const deadline = Date.now() + CLOSES_WITHIN_MS;
  for (let left = databasesOn(dataDir); left.length > 0; left = databasesOn(dataDir)) {
    for (const pid of left) end(pid, Date.now() > deadline ? 'SIGKILL' : 'SIGTERM');
    await sleep(100);
  }
}

function end(pid: number, signal: 'SIGTERM' | 'SIGKILL'): void {
  try {
    process.kill(pid, signal);
  } catch {
    // It ended meanwhile.
  }
}

function databasesOn(dataDir: string): number[] {
  const pids = readdirSync('/proc').filter((name) => /^\d+$/.test(name));
  return pids.filter((pid) => argsOf(pid).includes(`--datadir=${dataDir}`)).map(Number);
}

function argsOf(pid: string): string[] {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
  } catch {
    return [];
  }
}

/** Where the private database of a folder listens; null where none runs. */
export function runningSocket(folder: string): string | null {
  const pidFile = pidFileOf(folder);
  if (!existsSync(pidFile)) return null;
  const args = argsOf(readFileSync(pidFile, 'utf8').trim());
  if (!args.includes(`--datadir=${join(folder, 'db')}`)) return null;
  return args.find((arg) => arg.startsWith('--socket='))?.slice('--socket='.length) ?? null;
}
