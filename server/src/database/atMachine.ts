/** The database as somebody at the machine reaches it, whether Ergon runs or not. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Reach } from '../backup/databaseTools.ts';
import { dataFolder } from '../dataFolder.ts';
import { loginOf } from './chosenDatabase.ts';
import { runningSocket } from './dataDir.ts';
import { lockFolder } from './folderLock.ts';
import { startPrivateMariadb } from './privateMariadb.ts';

/** @throws Error where there is no data; whatever the work throws. */
export async function atMachine<T>(work: (reach: Reach, database: string) => Promise<T>): Promise<T> {
  const url = process.env.ERGON_DATABASE_URL ?? '';
  if (url !== '') {
    const { database, ...reach } = loginOf(url);
    return work(reach, database);
  }
  const socketPath = runningSocket(dataFolder);
  if (socketPath !== null) return work({ socketPath, user: 'root' }, 'ergon');
  if (!existsSync(join(dataFolder, 'db'))) throw new Error(`there is no data in ${dataFolder}`);
  const lock = await lockFolder(dataFolder);
  const mariadb = await startPrivateMariadb({ folder: dataFolder, database: 'ergon' });
  try {
    return await work({ socketPath: mariadb.socketPath, user: 'root' }, 'ergon');
  } finally {
    await mariadb.stop();
    lock.release();
  }
}
