import mysqlSession from 'express-mysql-session';
import session, { type Store } from 'express-session';
import { createPool } from 'mysql2/promise';
import type { DatabaseLogin } from './dataSource.ts';

/** Sessions in the `sessions` table, which a migration made. */
export function createSessionStore(login: DatabaseLogin): { store: Store; close: () => Promise<void> } {
  const pool = createPool({ ...login, connectionLimit: 4, timezone: 'Z' });
  const MySqlStore = mysqlSession(session);
  const store = new MySqlStore(
    // The cookie ends when it was made to end: writing a session at every request would move nothing.
    { createDatabaseTable: false, disableTouch: true, clearExpired: true, checkExpirationInterval: 900_000 },
    pool,
  );
  return {
    store,
    close: async () => {
      (store as Store & { clearExpirationInterval?: () => void }).clearExpirationInterval?.();
      await pool.end();
    },
  };
}
