/** Whether a backup is whole: restored into a scratch database, and looked through there. */
import { counted } from '@ergon/core/words/saying';
import { createReadStream } from 'node:fs';
import { Transform } from 'node:stream';
import { createGunzip } from 'node:zlib';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { connect, load, type Reach } from './databaseTools.ts';

/** What the file is or holds is not as it should be, in words. */
export class BackupFault extends Error {}

export interface Holds {
  /** The last migration it has been through. */
  migration: string;
  crews: number;
  operations: number;
}

/** "2 crews, 31 changes". */
export const heldText = ({ crews, operations }: Pick<Holds, 'crews' | 'operations'>): string =>
  `${counted(crews, 'crew')}, ${counted(operations, 'change')}`;

const SCRATCH = 'ergon_scratch';
/** The dumping program writes this last, and nothing where it was cut off. */
const LAST_LINE = '-- Dump completed';

/** @throws BackupFault; ToolFailed where the database server lets nothing be tried. */
export async function checkBackup(reach: Reach, file: string, signal?: AbortSignal): Promise<Holds> {
  const database = `${SCRATCH}_${process.pid}`;
  const connection = await connect(reach);
  try {
    await connection.query(`DROP DATABASE IF EXISTS \`${database}\``);
    await connection.query(`CREATE DATABASE \`${database}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
    await loadBackup(reach, database, file, signal);
    await connection.query(`USE \`${database}\``);
    return await lookThrough(connection);
  } finally {
    await connection.query(`DROP DATABASE IF EXISTS \`${database}\``).catch(() => undefined);
    await connection.end().catch(() => undefined);
  }
}

/** Puts a backup into an empty database. @throws BackupFault where the file is no whole backup. */
export async function loadBackup(reach: Reach, database: string, file: string, signal?: AbortSignal): Promise<void> {
  let end = '';
  const watched = new Transform({
    transform(chunk: Buffer, _, done) {
      end = (end + chunk.subarray(-200).toString()).slice(-200);
      done(null, chunk);
    },
  });
  const packed = createReadStream(file);
  const text = createGunzip();
  const failed = (error: Error) => watched.destroy(unreadable(error));
  packed.once('error', failed).pipe(text).once('error', failed).pipe(watched);
  await load(reach, database, watched, signal);
  if (!end.includes(LAST_LINE)) throw new BackupFault('it ends in the middle: it was cut off while it was written');
}

const unreadable = ({ message }: Error): BackupFault => new BackupFault(`it cannot be unpacked (${message})`);

/** Of a database that was just loaded: every table whole, every crew's history without a gap. */
export async function lookThrough(connection: Connection): Promise<Holds> {
  const tables = (await rows(connection, 'SHOW TABLES')).map((row) => String(Object.values(row)[0]));
  if (!tables.includes('schema_migrations') || !tables.includes('crews'))
    throw new BackupFault('it is no backup of Ergon: it has no crews');
  for (const table of tables) {
    const said = await rows(connection, `CHECK TABLE \`${table}\``);
    const status = said.find(({ Msg_type }) => Msg_type === 'status');
    if (status?.Msg_text !== 'OK') throw new BackupFault(`its table ${table} is damaged (${String(status?.Msg_text)})`);
  }
  const [last] = await rows(connection, 'SELECT name FROM schema_migrations ORDER BY id DESC LIMIT 1');
  if (!last) throw new BackupFault('it says of no migration that it ran');
  const [crews] = await rows(connection, 'SELECT COUNT(*) AS n FROM crews');
  const operations = tables.includes('operations') ? await countOperations(connection) : 0;
  return { migration: String(last.name), crews: Number(crews!.n), operations };
}

async function countOperations(connection: Connection): Promise<number> {
  const [gap] = await rows(
    connection,
    `SELECT c.name FROM crews c
     LEFT JOIN (SELECT crewId, COUNT(*) AS n, MAX(number) AS last FROM operations GROUP BY crewId) o ON o.crewId = c.id
     WHERE c.lastOperation <> COALESCE(o.n, 0) OR c.lastOperation <> COALESCE(o.last, 0) LIMIT 1`,
  );
  if (gap) throw new BackupFault(`the history of the crew ${String(gap.name)} has a gap`);
  const [count] = await rows(connection, 'SELECT COUNT(*) AS n FROM operations');
  return Number(count!.n);
}

async function rows(connection: Connection, sql: string): Promise<RowDataPacket[]> {
  const [found] = await connection.query<RowDataPacket[]>(sql);
  return found;
}
