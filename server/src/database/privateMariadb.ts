import { type ChildProcess, spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { closeSync, mkdirSync, openSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { createConnection } from 'mysql2/promise';
import { isLow } from '../diskRoom.ts';
import { asRoot, endFormer, makeDataDir, pidFileOf } from './dataDir.ts';
import type { DatabaseLogin } from './dataSource.ts';
import { Supervised } from './supervised.ts';

const READY_WITHIN_MS = 60_000;
/** In the data folder. */
const LOG = 'mariadb.log';
/** Lines of the database's log that say why it did not start. */
const MOST_LINES = 3;

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
  /** Told each time the database ends without being asked to; it is started again. */
  died?: () => void;
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
  const { folder, database, throwaway = false, died } = options;
  mkdirSync(folder, { recursive: true });
  const dataDir = join(folder, 'db');
  // One that starts clears away what others left in its place for temporary tables, also of those that still run.
  const scratch = join(folder, 'tmp');
  mkdirSync(scratch, { recursive: true });
  await makeDataDir(dataDir, scratch);
  await endFormer(dataDir);
  const port = await freePort();
  // A socket path may be 107 bytes at most, and a clone may lie deep.
  const socketPath = join('/tmp', `ergon-${process.pid}-${port}.sock`);
  const files = { folder, dataDir, scratch, port, socketPath, throwaway };
  const server = new Supervised(
    () => spawnServer(files),
    died,
    () => !isLow(folder),
  );
  const logged = logSize(folder);
  server.start();
  try {
    await untilReady(server, socketPath, () => errorsSince(folder, logged));
    const logins = await createLogins(socketPath, port, database);
    return { ...logins, socketPath, pid: () => server.pid, stop: () => server.stop() };
  } catch (error) {
    await server.stop();
    throw error;
  }
}

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
  const log = openLog(folder);
  const child = spawn(
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
      `--pid-file=${pidFileOf(folder)}`,
      '--character-set-server=utf8mb4',
      '--default-time-zone=+00:00',
      '--skip-name-resolve',
      '--sql-mode=STRICT_TRANS_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION,ONLY_FULL_GROUP_BY',
      ...(throwaway ? THROWAWAY : ['--innodb-flush-log-at-trx-commit=1']),
      // A lock somebody else holds is given up on before whoever waits for an answer is.
      '--innodb-lock-wait-timeout=3',
      ...asRoot(),
    ],
    { stdio: ['ignore', log, log], detached: true },
  );
  if (log !== 'ignore') closeSync(log);
  return child;
}

/** A disk that takes no log must not keep the database from starting. */
function openLog(folder: string): number | 'ignore' {
  try {
    return openSync(join(folder, LOG), 'a');
  } catch {
    return 'ignore';
  }
}

function readLog(folder: string): string {
  try {
    return readFileSync(join(folder, LOG), 'utf8');
  } catch {
    return '';
  }
}

const logSize = (folder: string): number => readLog(folder).length;

/** What the database itself says went wrong. */
const errorsSince = (folder: string, from: number): string[] =>
  readLog(folder)
    .slice(from)
    .split('\n')
    .flatMap((line) => /\[ERROR\] (.*)/.exec(line)?.[1] ?? [])
    .slice(0, MOST_LINES);

/** The database never came up; what it said itself is in `said`. */
export class DatabaseDown extends Error {
  constructor(readonly said: readonly string[]) {
    super(['the database did not start', ...said].join('. '));
  }
}

async function untilReady(server: Supervised, socketPath: string, said: () => string[]): Promise<void> {
  const deadline = Date.now() + READY_WITHIN_MS;
  while (Date.now() < deadline && !server.gaveUp) {
    const connection = await createConnection({ socketPath, user: 'root' }).catch(() => null);
    if (connection) {
      server.ready();
      return connection.end();
    }
    await sleep(100);
  }
  throw new DatabaseDown(said());
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
