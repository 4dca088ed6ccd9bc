/** One throwaway MariaDB for the whole run, in memory; every test file makes a database of its own in it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type PrivateMariadb, startPrivateMariadb } from '../src/database/privateMariadb';

declare global {
  var testMariadb: { server: PrivateMariadb; folder: string } | undefined;
}

export default async function startDatabase(): Promise<void> {
  process.env.PATH = `${process.env.PATH}:/usr/sbin`;
  const folder = mkdtempSync(join('/dev/shm', 'ergon-test-'));
  const server = await startPrivateMariadb({ folder, database: 'unused', throwaway: true });
  globalThis.testMariadb = { server, folder };
  // Whoever gives the run up ends it before it is taken down in order; the database ends with this process.
  process.once('SIGINT', () => {
    rmSync(folder, { recursive: true, force: true });
    process.exit(130);
  });
  process.env.ERGON_TEST_SOCKET = server.socketPath;
  process.env.ERGON_TEST_PORT = String(server.app.port);
}
