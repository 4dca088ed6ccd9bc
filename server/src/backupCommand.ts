/** Makes a backup by hand, whether Ergon runs or not. */
import { join } from 'node:path';
import { Backups } from './backup/backups.ts';
import { heldText } from './backup/checkBackup.ts';
import type { Reach } from './backup/databaseTools.ts';
import { dataFolder } from './dataFolder.ts';
import { atMachine } from './database/atMachine.ts';
import { startFaultText } from './startFault.ts';

try {
  await atMachine(make);
} catch (error) {
  console.error(`ergon: no backup: ${startFaultText(error, dataFolder)}`);
  process.exit(1);
}

async function make(reach: Reach, database: string): Promise<void> {
  const backups = new Backups({ folder: join(dataFolder, 'backups'), reach, database });
  const { file, note } = await backups.make('by-hand');
  console.log(`ergon: backup ${file}`);
  if (note?.holds) console.log(`ergon: restored once to check it: ${heldText(note.holds)}`);
  else throw new Error(`the backup is written, but ${note?.fault ?? 'nobody knows whether it is whole'}`);
}
