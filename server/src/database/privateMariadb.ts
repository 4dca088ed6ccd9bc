import { type ChildProcess, execFile, spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, openSync, renameSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { userInfo } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { promisify } from 'node:util';
import { createConnection } from 'mysql2/promise';
import type { DatabaseLogin } from './dataSource.ts';

const run = promisify(execFile);
const READY_WITHIN_MS = 60_000;
const STOP_WITHIN_MS = 15_000;
/** Between two starts of a database that keeps dying. */
const MOST_PAUSE_MS = 2000;

export interface PrivateMariadb {
  pid: () => number | undefined;
  /** May read and write rows of one database, nothing else. */
  app: DatabaseLogin;
  /** May also change its tables. */
  migrator: DatabaseLogin;
  socketPath: string;
  stop(): Promise<void>;
}

export interface MariadbOptions {
  /** Holds `db` and the log. */
  folder: string;
  database: string;
  /** Gives up durability for speed: for data nobody will miss. */
  throwaway?: boolean;
}

const THROWAWAY = [
  '--innodb-flush-log-at-trx-commit=0',
  '--innodb-flush-method=nosync',
  '--innodb-doublewrite=0',
  '--innodb-log-file-size=16M',
  '--performance-schema=off',
  '--innodb-fast-shutdown=2',
];

/** A MariaDB of our own on loopback, started again if it dies, stopped with us. */
export async function startPrivateMariadb(options: MariadbOptions): Promise<PrivateMariadb> {
  const { folder, database, throwaway = false } = options;
  mkdirSync(folder, { recursive: true });
  const dataDir = join(folder, 'db');
  // One that starts clears away what others left in its place for temporary tables, also of those that still run.
  const scratch = join(folder, 'tmp');
  mkdirSync(scratch, { recursive: true });
  await makeDataDir(dataDir, scratch);
  const port = await freePort();
  // A socket path may be 107 bytes at most, and a clone may lie deep.
  const socketPath = join('/tmp', `ergon-${process.pid}-${port}.sock`);
  const server = new Supervised(() => spawnServer({ folder, dataDir, scratch, port, socketPath, throwaway }));
  server.start();
  try {
    await untilReady(server, socketPath);
    const logins = await createLogins(socketPath, port, database);
    return { ...logins, socketPath, pid: () => server.pid, stop: () => server.stop() };
  } catch (error) {
    await server.stop();
    throw error;
  }
}

/** Made aside and renamed when whole: a folder left half-made by a kill is never used. */
async function makeDataDir(dataDir: string, scratch: string): Promise<void> {
  if (existsSync(dataDir)) return;
  const fresh = `${dataDir}.new`;
  rmSync(fresh, { recursive: true, force: true });
  const { username } = userInfo();
  const args = [
    '--no-defaults',
    `--datadir=${fresh}`,
    '--auth-root-authentication-method=socket',
    `--auth-root-socket-user=${username}`,
    '--skip-test-db',
    ...asRoot(),
  ];
  await run('mariadb-install-db', args, { env: { ...process.env, TMPDIR: scratch } });
  renameSync(fresh, dataDir);
}

const asRoot = (): string[] => (process.getuid?.() === 0 ? ['--user=root'] : []);

export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject).listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

interface ServerFiles {
  folder: string;
  dataDir: string;
  scratch: string;
  port: number;
  socketPath: string;
  throwaway: boolean;
}

/** Detached, so that Ctrl-C reaches us alone and we close in order; the death signal covers our own kill -9. */
function spawnServer({ folder, dataDir, scratch, port, socketPath, throwaway }: ServerFiles): ChildProcess {
  const log = openSync(join(folder, 'mariadb.log'), 'a');
  return spawn(
    'setpriv',
    [
      '--pdeathsig',
      throwaway ? 'KILL' : 'TERM',
      'mariadbd',
      '--no-defaults',
      `--datadir=${dataDir}`,
      `--tmpdir=${scratch}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      `--socket=${socketPath}`,
      `--pid-file=${join(folder, 'mariadb.pid')}`,
      '--character-set-server=utf8mb4',
      '--default-time-zone=+00:00',
      '--skip-name-resolve',
      '--sql-mode=STRICT_TRANS_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION,ONLY_FULL_GROUP_BY',
      ...(throwaway ? THROWAWAY : ['--innodb-flush-log-at-trx-commit=1']),
      ...asRoot(),
    ],
    { stdio: ['ignore', log, log], detached: true },
  );
}

/** Keeps one child alive until told to stop. */
class Supervised {
  private child: ChildProcess | null = null;
  private stopping = false;
  private failedStarts = 0;
  private wasReady = false;

  constructor(private readonly spawnChild: () => ChildProcess) {}

  get pid(): number | undefined {
    return this.child?.pid;
  }

  /** One that never came up will not; one that did is started again however often it dies. */
  get gaveUp(): boolean {
    return !this.wasReady && this.failedStarts > 5;
  }

  ready(): void {
    this.wasReady = true;
  }

  start(): void {
    const startedAt = Date.now();
    const child = this.spawnChild();
    this.child = child;
    child.once('error', () => (this.failedStarts = Infinity));
    child.once('exit', () => {
      if (this.stopping) return;
      // One that dies at once will die again; one that ran a while deserves another start.
      this.failedStarts = Date.now() - startedAt < 5000 ? this.failedStarts + 1 : 1;
      const pause = Math.min(200 * this.failedStarts, MOST_PAUSE_MS);
      if (!this.gaveUp) setTimeout(() => this.stopping || this.start(), pause);
    });
  }

  async stop(): Promise<void> {
    this.stopping = true;
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const exited = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    const late = setTimeout(() => child.kill('SIGKILL'), STOP_WITHIN_MS);
    await exited;
    clearTimeout(late);
  }
}

async function untilReady(server: Supervised, socketPath: string): Promise<void> {
  const deadline = Date.now() + READY_WITHIN_MS;
  while (Date.now() < deadline && !server.gaveUp) {
    const connection = await createConnection({ socketPath, user: 'root' }).catch(() => null);
    if (connection) {
      server.ready();
      return connection.end();
    }
    await sleep(100);
  }
  throw new Error('MariaDB did not start: see mariadb.log in the data folder');
}

/** Fresh random passwords at every start: there is nothing to keep or to leak. */
export async function createLogins(
  socketPath: string,
  port: number,
  database: string,
): Promise<Pick<PrivateMariadb, 'app' | 'migrator'>> {
  const root = await createConnection({ socketPath, user: 'root' });
  const base = { host: '127.0.0.1', port, database };
  const app = { ...base, user: `${database}_app`, password: randomBytes(24).toString('base64url') };
  const migrator = { ...base, user: `${database}_ddl`, password: randomBytes(24).toString('base64url') };
  const rows = 'SELECT, INSERT, UPDATE, DELETE';
  const tables = `${rows}, CREATE, ALTER, DROP, INDEX, REFERENCES`;
  // In GRANT an underscore is a wildcard.
  const pattern = database.replaceAll('_', '\\_');
  try {
    await root.query(`CREATE DATABASE IF NOT EXISTS \`${database}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
    for (const [login, rights] of [
      [app, rows],
      [migrator, tables],
    ] as const) {
      for (const host of ['127.0.0.1', 'localhost']) {
        await root.query(`CREATE USER IF NOT EXISTS ?@?`, [login.user, host]);
        await root.query(`ALTER USER ?@? IDENTIFIED BY ?`, [login.user, host, login.password]);
        await root.query(`GRANT ${rights} ON \`${pattern}\`.* TO ?@?`, [login.user, host]);
      }
    }
  } finally {
    await root.end();
  }
  return { app, migrator };
}
