import mysqlSession from 'express-mysql-session';
import session, { type Store } from 'express-session';
import { createPool } from 'mysql2/promise';
import type { Logger } from 'pino';
import { readUpToDate } from './cluster.ts';
import { type DatabaseLogin, POOL_LIMITS } from './dataSource.ts';

/** Between two sweeps of sessions that have ended, in ms. */
const SWEEP_MS = 900_000;

export interface SessionStore {
  store: Store;
  close: () => Promise<void>;
}

/** Sessions in the `sessions` table, which a migration made. Those that have ended are swept away now and then. */
export function createSessionStore(login: DatabaseLogin, log?: Logger, sweepMs = SWEEP_MS): SessionStore {
  const pool = createPool({ ...login, ...POOL_LIMITS, connectionLimit: 4, timezone: 'Z' });
  readUpToDate(pool.pool);
  const MySqlStore = mysqlSession(session);
  const store = new MySqlStore(
    // The cookie ends when it was made to end: writing a session at every request would move nothing.
    { createDatabaseTable: false, disableTouch: true, clearExpired: false },
    pool,
  );
  const sweep = async () => {
    const now = Math.round(Date.now() / 1000);
    // The database may be away: the next sweep finds them.
    await pool.query('DELETE FROM `sessions` WHERE expires < ?', [now]).catch((err: unknown) => {
      log?.warn({ err }, 'sessions not swept');
    });
  };
  const timer = setInterval(() => void sweep(), sweepMs).unref();
  return {
    store,
    close: async () => {
      clearInterval(timer);
      // One whose database is away has nothing to end.
      await pool.end().catch(() => undefined);
    },
  };
}
