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

/** A server that was killed leaves its database to close by itself; until then its files are not ours. */
export async function untilClosed(folder: string): Promise<void> {
  const deadline = Date.now() + CLOSES_WITHIN_MS;
  while (Date.now() < deadline && runningSocket(folder) !== null) await sleep(100);
}

/** Where the private database of a folder listens; null where none runs. */
export function runningSocket(folder: string): string | null {
  try {
    const pid = readFileSync(pidFileOf(folder), 'utf8').trim();
    const args = readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
    if (!args.includes(`--datadir=${join(folder, 'db')}`)) return null;
    return args.find((arg) => arg.startsWith('--socket='))?.slice('--socket='.length) ?? null;
  } catch {
    return null;
  }
}
