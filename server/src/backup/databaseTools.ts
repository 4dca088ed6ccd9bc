/** The database's own programs, which take a whole database out as text and put it in again. */
import { type ChildProcessByStdio, spawn } from 'node:child_process';
import type { Readable, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createConnection, type Connection } from 'mysql2/promise';

/** How a database server is reached by somebody who may make databases there, where anybody may. */
export type Reach =
  { socketPath: string; user: string } | { host: string; port: number; user: string; password: string };

/** One of the database's programs failed, with what it said. */
class ToolFailed extends Error {}

/** What is of the moment or signs people in is left out: after a restore everybody signs in again, and no link that was used is good once more. */
const NOT_KEPT = ['sessions', 'links', 'presence', 'rate_limits', 'shared_secrets', 'migration_turn'];

const reachArgs = (reach: Reach): string[] =>
  'socketPath' in reach
    ? [`--socket=${reach.socketPath}`, `--user=${reach.user}`]
    : ['--protocol=tcp', `--host=${reach.host}`, `--port=${reach.port}`, `--user=${reach.user}`];

const around = (reach: Reach, signal: AbortSignal | undefined) => ({
  // Not as an argument: every program of the machine could read it there.
  env: { ...process.env, ...('password' in reach && { MYSQL_PWD: reach.password }) },
  timeout: WITHIN_MS,
  ...(signal && { signal }),
});

/** A program that takes longer, in ms, waits for a database that will not answer. */
const WITHIN_MS = 1_800_000;

/** Writes a database, as it is at one moment, as SQL. @throws ToolFailed. */
export async function dump(reach: Reach, database: string, to: Writable, signal?: AbortSignal): Promise<void> {
  const args = [
    '--no-defaults',
    ...reachArgs(reach),
    '--single-transaction',
    '--quick',
    '--no-tablespaces',
    '--skip-triggers',
    // Whoever restores may have no right to lock.
    '--skip-add-locks',
    '--hex-blob',
    '--default-character-set=utf8mb4',
    ...NOT_KEPT.map((table) => `--ignore-table-data=${database}.${table}`),
    database,
  ];
  const child = spawn('mariadb-dump', args, {
    stdio: ['ignore', 'pipe', 'pipe'],
    ...around(reach, signal),
  });
  await Promise.all([ended(child, 'mariadb-dump'), pipeline(child.stdout, to)]);
}

/** Puts what `dump` wrote into a database that is empty. @throws ToolFailed; whatever `from` throws. */
export async function load(reach: Reach, database: string, from: Readable, signal?: AbortSignal): Promise<void> {
  const child = spawn('mariadb', ['--no-defaults', ...reachArgs(reach), '--batch', database], {
    stdio: ['pipe', 'ignore', 'pipe'],
    ...around(reach, signal),
  });
  const [read, done] = await Promise.allSettled([pipeline(from, child.stdin), ended(child, 'mariadb')]);
  // What ails the file comes first: the program only meets its end. One that stops reading has said why itself.
  if (read.status === 'rejected' && !isBrokenPipe(read.reason)) throw read.reason;
  if (done.status === 'rejected') throw done.reason;
  if (read.status === 'rejected') throw read.reason;
}

const isBrokenPipe = (error: unknown): boolean =>
  ['EPIPE', 'ERR_STREAM_PREMATURE_CLOSE'].includes((error as NodeJS.ErrnoException).code ?? '');

/** The line that says what went wrong, without the statement it went wrong in: that holds what people wrote. */
const reasonIn = (said: string): string =>
  (said.split('\n').find((line) => /error/i.test(line)) ?? said.trim()).replace(/ near '.*$/, '').slice(0, 300);

export const connect = (reach: Reach, database?: string): Promise<Connection> =>
  createConnection({ ...reach, ...(database !== undefined && { database }) });

function ended(child: ChildProcessByStdio<Writable | null, Readable | null, Readable>, name: string): Promise<void> {
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-10_000)));
  return new Promise((resolve, reject) => {
    child.once('error', (error) => reject(new ToolFailed(`${name} cannot be run: ${error.message}`)));
    child.once('close', (code) =>
      code === 0 ? resolve() : reject(new ToolFailed(`${name} failed: ${reasonIn(said) || `it ended with ${code}`}`)),
    );
  });
}
