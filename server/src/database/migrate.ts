/** Brings a database to what this Ergon knows: one server at a time, and going on from wherever an earlier try ended. */
import type { QueryRunner } from 'typeorm';
import { MIGRATIONS } from '../migrations/index.ts';
import { isCluster, openSource, takeClusterTurn } from './cluster.ts';
import { type DatabaseLogin, MIGRATIONS_TABLE } from './dataSource.ts';
import { againWhileBusy } from './transaction.ts';

const KNOWN: readonly string[] = MIGRATIONS.map((one) => new one().name);
/** The last migration this Ergon knows. */
export const NEWEST_MIGRATION = KNOWN.at(-1)!;

/** The data is of an Ergon this one knows nothing of. Nothing was changed. */
export class NewerData extends Error {
  constructor(migration: string) {
    super(
      `the data was written by a newer Ergon (${migration}), and is left as it was. ` +
        'Start that Ergon, or name another folder with ERGON_DATA',
    );
  }
}

export interface MigrateOptions {
  /** Called before anything is changed of a database that holds something already. */
  before?: () => Promise<void>;
  /** How long another server's migration is waited for, in s. */
  waitS?: number;
}

/**
 * Runs what is missing. @returns the names of what ran.
 * @throws NewerData; whatever the database throws, after which the next call goes on.
 */
export async function migrateDatabase(
  login: DatabaseLogin,
  { before, waitS = 60 }: MigrateOptions = {},
): Promise<string[]> {
  const source = await openSource(login, 3);
  const runner = source.createQueryRunner();
  const run = async (): Promise<string[]> => {
    const ran = (await ranOf(runner)).length;
    if (ran > 0 && ran < KNOWN.length) await before?.();
    // Tables change at once, transaction or not: every statement of a migration can be run again.
    const migrated = await againWhileBusy(() => source.runMigrations({ transaction: 'each' }));
    return migrated.map(({ name }) => name);
  };
  try {
    await refuseNewer(runner);
    await takeTurn(runner, login.database, waitS);
    if (!(await isCluster(runner))) return await run();
    if ((await ranOf(runner)).length === KNOWN.length) return [];
    const endTurn = await takeClusterTurn(source, waitS);
    if (!endTurn) throw new Error(TOO_LONG);
    return await run().finally(endTurn);
  } finally {
    // With the connection goes its turn.
    await runner.release();
    await source.destroy();
  }
}

/** @throws NewerData where this Ergon knows no migration of that name: there is nothing it could do right with it. */
export function refuseNewerName(name: string): void {
  if (!KNOWN.includes(name)) throw new NewerData(name);
}

async function refuseNewer(runner: QueryRunner): Promise<void> {
  for (const name of await ranOf(runner)) refuseNewerName(name);
}

const TOO_LONG = 'another Ergon is changing this database for too long: start again once it is done';

/** Among the servers of one node. */
async function takeTurn(runner: QueryRunner, database: string, waitS: number): Promise<void> {
  const [row] = (await runner.query('SELECT GET_LOCK(?, ?) AS taken', [`migrate:${database}`, waitS])) as {
    taken: number | string | null;
  }[];
  if (Number(row?.taken) !== 1) throw new Error(TOO_LONG);
}

async function ranOf(runner: QueryRunner): Promise<string[]> {
  if (!(await runner.hasTable(MIGRATIONS_TABLE))) return [];
  const rows = (await runner.query(`SELECT name FROM \`${MIGRATIONS_TABLE}\``)) as { name: string }[];
  return rows.map(({ name }) => name);
}
