/** A backup in the place of the data. What was there is kept aside, never removed. */
import { existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { checkTables } from '../database/checkTables.ts';
import { loginOf } from '../database/chosenDatabase.ts';
import { RESTORED } from '../database/dataDir.ts';
import { createDataSource, type DatabaseLogin } from '../database/dataSource.ts';
import { lockFolder } from '../database/folderLock.ts';
import { migrateDatabase, refuseNewerName } from '../database/migrate.ts';
import { type PrivateMariadb, startPrivateMariadb } from '../database/privateMariadb.ts';
import { noteVersion } from '../dataFolder.ts';
import { readNote, sha256Of } from './backupFile.ts';
import { BackupFault, type Holds, loadBackup, lookThrough } from './checkBackup.ts';
import { connect, type Reach } from './databaseTools.ts';

export interface Restored extends Holds {
  /** Where the data that was there lies now; null where there was none. */
  aside: string | null;
}

export interface RestoreOptions {
  dataFolder: string;
  file: string;
  now: Date;
}

/**
 * Restores into the data folder, whose server must not run.
 * @throws FolderInUse, BackupFault, NewerData, or what the database throws: the data is then as it was.
 */
export async function restoreFolder({ dataFolder, file, now }: RestoreOptions): Promise<Restored> {
  await expectAsWritten(file);
  const lock = await lockFolder(dataFolder);
  const work = join(dataFolder, 'restoring');
  try {
    rmSync(work, { recursive: true, force: true });
    const mariadb = await startPrivateMariadb({ folder: work, database: 'ergon' });
    const holds = await filled(mariadb, file).finally(() => mariadb.stop());
    return { ...holds, aside: putInPlace(dataFolder, work, now) };
  } finally {
    rmSync(work, { recursive: true, force: true });
    lock.release();
  }
}

/** Restores into a database of one's own, which must be empty. @throws as `restoreFolder`. */
export async function restoreDatabase(url: string, file: string): Promise<Restored> {
  await expectAsWritten(file);
  const { database, ...reach } = loginOf(url);
  const connection = await connect(reach, database);
  try {
    const [tables] = await connection.query('SHOW TABLES');
    if ((tables as unknown[]).length > 0)
      throw new BackupFault(`the database ${database} holds something already: make an empty one and name that`);
  } finally {
    await connection.end();
  }
  try {
    return { ...(await fill(reach, { database, ...reach }, file)), aside: null };
  } catch (error) {
    await emptied(reach, database);
    throw error;
  }
}

/** As it was before: a restore that failed leaves nothing half-written. */
async function emptied(reach: Reach, database: string): Promise<void> {
  const connection = await connect(reach, database);
  try {
    await connection.query('SET FOREIGN_KEY_CHECKS = 0');
    const [tables] = await connection.query('SHOW TABLES');
    for (const row of tables as object[]) await connection.query('DROP TABLE ??', [Object.values(row)[0]]);
  } finally {
    await connection.end();
  }
}

/** @throws BackupFault where it is not what was written. */
async function expectAsWritten(file: string): Promise<void> {
  if (!existsSync(file)) throw new BackupFault(`there is no ${file}`);
  const note = readNote(file);
  if (note && note.sha256 !== (await sha256Of(file)))
    throw new BackupFault('it is not what was written: the file has changed since. Take an earlier one');
}

const filled = ({ socketPath, migrator }: PrivateMariadb, file: string): Promise<Holds> =>
  fill({ socketPath, user: 'root' }, migrator, file);

async function fill(reach: Reach, login: DatabaseLogin, file: string): Promise<Holds> {
  await loadBackup(reach, login.database, file);
  const connection = await connect(reach, login.database);
  const holds = await lookThrough(connection).finally(() => connection.end());
  refuseNewerName(holds.migration);
  await migrateDatabase(login);
  const source = await createDataSource(login, 2).initialize();
  await checkTables(source).finally(() => source.destroy());
  return holds;
}

/** Each step leaves a folder from which the next start goes on: see `finishRestore` in dataDir.ts. */
function putInPlace(dataFolder: string, work: string, now: Date): string | null {
  const [db, restored] = [join(dataFolder, 'db'), join(dataFolder, RESTORED)];
  rmSync(restored, { recursive: true, force: true });
  renameSync(join(work, 'db'), restored);
  const aside = existsSync(db) ? asideName(db, now) : null;
  if (aside) renameSync(db, aside);
  renameSync(restored, db);
  noteVersion(dataFolder);
  return aside;
}

const asideName = (db: string, now: Date): string => `${db}.before-${now.toISOString().replace(/[-:]|\.\d+/g, '')}`;
