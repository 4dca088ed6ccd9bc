/** Puts a backup in the place of the data; without a file it lists what there is. */
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { type BackupFile, listBackups } from './backup/backupFile.ts';
import { BackupFault, heldText } from './backup/checkBackup.ts';
import { type Restored, restoreDatabase, restoreFolder } from './backup/restore.ts';
import { dataFolder, makeDataFolder } from './dataFolder.ts';
import { FolderInUse } from './database/folderLock.ts';
import { startFaultText } from './startFault.ts';

const backupFolder = join(dataFolder, 'backups');
const url = process.env.ERGON_DATABASE_URL ?? '';
const [named] = process.argv.slice(2);
const say = (line: string): void => console.log(`ergon: ${line}`);

if (named === undefined) list();
else {
  try {
    tell(await restored(fileNamed(named)));
  } catch (error) {
    console.error(`ergon: not restored: ${whyNot(error)}. The data is as it was`);
    process.exit(1);
  }
}

function list(): void {
  const backups = listBackups(backupFolder);
  if (backups.length === 0) return say(`there is no backup in ${backupFolder}: ./bin/backup makes one`);
  say(`backups in ${backupFolder}, the newest first. ./bin/restore FILE puts one in the place of the data`);
  for (const one of backups) say(lineOf(one));
}

function lineOf({ file, note }: BackupFile): string {
  if (!note) return `${file}  nothing is known of it`;
  const holds = note.holds ? heldText(note.holds) : 'contents not known';
  return `${file}  ${note.why}, ${holds}, ${note.fault ?? 'checked'}`;
}

/** A path, or a name in the folder of backups. */
function fileNamed(name: string): string {
  const there = join(backupFolder, name);
  return existsSync(there) ? there : resolve(name);
}

async function restored(file: string): Promise<Restored> {
  if (url !== '') return restoreDatabase(url, file);
  makeDataFolder(dataFolder);
  return restoreFolder({ dataFolder, file, now: new Date() });
}

function whyNot(error: unknown): string {
  if (error instanceof FolderInUse) return `Ergon runs on this data (${error.holder}): stop it first`;
  return error instanceof BackupFault ? error.message : startFaultText(error, dataFolder);
}

function tell(done: Restored): void {
  say(`restored: ${heldText(done)}. Everybody signs in again`);
  if (done.aside) say(`what was there before is kept in ${done.aside}; remove it once nobody misses anything`);
}
