/** Makes a backup by hand, whether Ergon runs or not. */
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Backups } from './backup/backups.ts';
import { heldText } from './backup/checkBackup.ts';
import type { Reach } from './backup/databaseTools.ts';
import { loginOf } from './database/chosenDatabase.ts';
import { runningSocket } from './database/dataDir.ts';
import { lockFolder } from './database/folderLock.ts';
import { startPrivateMariadb } from './database/privateMariadb.ts';
import { startFaultText } from './startFault.ts';

const dataFolder = resolve(process.env.ERGON_ROOT ?? process.cwd(), process.env.ERGON_DATA ?? '.data');
const url = process.env.ERGON_DATABASE_URL ?? '';

try {
  await reached(make);
} catch (error) {
  console.error(`ergon: no backup: ${startFaultText(error, dataFolder)}`);
  process.exit(1);
}

async function reached(work: (reach: Reach, database: string) => Promise<void>): Promise<void> {
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
    await work({ socketPath: mariadb.socketPath, user: 'root' }, 'ergon');
  } finally {
    await mariadb.stop();
    lock.release();
  }
}

async function make(reach: Reach, database: string): Promise<void> {
  const backups = new Backups({ folder: join(dataFolder, 'backups'), reach, database });
  const { file, note } = await backups.make('by-hand');
  console.log(`ergon: backup ${file}`);
  if (note?.holds) console.log(`ergon: restored once to check it: ${heldText(note.holds)}`);
  else throw new Error(`the backup is written, but ${note?.fault ?? 'nobody knows whether it is whole'}`);
}
