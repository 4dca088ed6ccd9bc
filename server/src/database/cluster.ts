/** What a database of several nodes changes: each answers from what it has so far, and knows nothing of the others' locks. */
import { setTimeout as sleep } from 'node:timers/promises';
import { randomUUID } from 'node:crypto';
import type { DataSource, QueryRunner } from 'typeorm';
import { createDataSource, type DatabaseLogin } from './dataSource.ts';
import { againWhileBusy } from './transaction.ts';

/** Reads, changes and what is added wait until the node has all that was confirmed anywhere before them; elsewhere without effect. */
const UP_TO_DATE = 'SET SESSION wsrep_sync_wait = 7';

interface Connects {
  on(event: 'connection', told: (connection: { query: (sql: string, done: () => void) => unknown }) => void): unknown;
}

/** Every connection a pool makes from now on reads what was confirmed before on whichever node. */
export function readUpToDate(pool: Connects): void {
  // The first thing it is asked. A database that knows no nodes may refuse: there is nothing to wait for then.
  pool.on('connection', (connection) => connection.query(UP_TO_DATE, () => undefined));
}

/** @throws whatever the database throws. */
export async function openSource(login: DatabaseLogin, poolSize?: number): Promise<DataSource> {
  const source = await createDataSource(login, poolSize).initialize();
  readUpToDate((source.driver as unknown as { pool: Connects }).pool);
  // The one connection there is by now.
  await source.query(UP_TO_DATE).catch(() => undefined);
  return source;
}

export async function isCluster(runner: QueryRunner): Promise<boolean> {
  const rows = (await runner.query("SHOW GLOBAL VARIABLES LIKE 'wsrep_on'")) as { Value: string }[];
  return rows[0]?.Value === 'ON';
}

/** How long the turn of a server that died is waited out, in s: longer than any change of a table takes. */
const TURN_S = 120;
const RENEWED_EVERY_MS = 10_000;
const LOOK_MS = 250;

/**
 * One server at a time among those on all nodes, by a row that is theirs until a time.
 * @param waitS how long others are waited for, in s.
 * @returns what ends the turn; null where others had it too long.
 */
export async function takeClusterTurn(source: DataSource, waitS: number): Promise<(() => Promise<void>) | null> {
  const holder = randomUUID();
  const query = async (sql: string, values: readonly unknown[] = []): Promise<number> => {
    const { affectedRows } = (await againWhileBusy(() => source.query(sql, [...values]))) as { affectedRows: number };
    return affectedRows;
  };
  await query(
    'CREATE TABLE IF NOT EXISTS `migration_turn` (`holder` char(36) NOT NULL, `one` tinyint NOT NULL PRIMARY KEY, `endsAt` datetime(3) NOT NULL) ENGINE=InnoDB',
  );
  await query("INSERT IGNORE INTO `migration_turn` VALUES ('', 1, '2000-01-01')");
  const until = Date.now() + waitS * 1000;
  const taken = 'UPDATE `migration_turn` SET holder = ?, endsAt = NOW(3) + INTERVAL ? SECOND WHERE endsAt < NOW(3)';
  while ((await query(taken, [holder, TURN_S])) !== 1) {
    if (Date.now() > until) return null;
    await sleep(LOOK_MS);
  }
  const renew = () =>
    query('UPDATE `migration_turn` SET endsAt = NOW(3) + INTERVAL ? SECOND WHERE holder = ?', [TURN_S, holder]);
  // A node that is away for a moment is asked again before the turn ends.
  const timer = setInterval(() => void renew().catch(() => undefined), RENEWED_EVERY_MS);
  return async () => {
    clearInterval(timer);
    const ended = query("UPDATE `migration_turn` SET holder = '', endsAt = '2000-01-01' WHERE holder = ?", [holder]);
    // It ends by itself, and what was done in it counts.
    await ended.catch(() => undefined);
  };
}
