/** Makes a link that lets a member in who has lost their passphrase; without a name it lists the members. */
import { LINK_HOURS } from '@ergon/core/record/memberExchange';
import type { DataSource } from 'typeorm';
import type { Reach } from './backup/databaseTools.ts';
import { dataFolder } from './dataFolder.ts';
import { atMachine } from './database/atMachine.ts';
import { openSource } from './database/cluster.ts';
import type { DatabaseLogin } from './database/dataSource.ts';
import { servedAt } from './database/folderLock.ts';
import { people, recoveryLink } from './members/recover.ts';
import { startFaultText } from './startFault.ts';

const [name, crew] = process.argv.slice(2);
const say = (line: string): void => console.log(`ergon: ${line}`);

try {
  await atMachine(recover);
} catch (error) {
  console.error(`ergon: no link: ${startFaultText(error, dataFolder)}`);
  process.exit(1);
}

async function recover(reach: Reach, database: string): Promise<void> {
  // A socket takes the place of host and port.
  const source = await openSource({ ...reach, database } as DatabaseLogin, 2);
  try {
    await (name === undefined ? list(source) : make(source, name));
  } finally {
    await source.destroy();
  }
}

async function list(source: DataSource): Promise<void> {
  const all = await people(source);
  if (all.length === 0) return say('there is no crew yet');
  say('members. ./bin/recover NAME [CREW] makes a link for one who has lost their passphrase');
  for (const one of all) say(`${one.crew}: ${one.name}, ${one.removed ? 'removed' : one.role}`);
}

async function make(source: DataSource, whom: string): Promise<void> {
  const link = await recoveryLink(source, whom, crew);
  say(`${link.name} of ${link.crew} sets a new passphrase with this link, once, within ${LINK_HOURS} hours:`);
  const address = await servedAt(dataFolder);
  say(`${address ?? 'http://(where Ergon is served)'}/join#${link.token}`);
}
