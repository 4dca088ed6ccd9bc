import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseDocument } from '@ergon/core/record/kitDocument';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { Backups } from './backup/backups.ts';
import { makeDataFolder, noteVersion, proposedSecret, refuseNewerFolder, standinAddress } from './dataFolder.ts';
import { closeAll } from './closeAll.ts';
import { checkTables } from './database/checkTables.ts';
import { type ChosenDatabase, chosenDatabase } from './database/chosenDatabase.ts';
import { openSource } from './database/cluster.ts';
import { type FolderLock, lockFolder } from './database/folderLock.ts';
import { migrateDatabase } from './database/migrate.ts';
import { sharedSecret } from './database/sharedSecret.ts';
import { createSessionStore } from './database/sessionStore.ts';
import { DiskRoom, expectRoom } from './diskRoom.ts';
import { createApp } from './http/createApp.ts';
import type { Fonts } from './paper/sheet.ts';
import { isLoopback } from './reach/ranges.ts';
import { ownNames, thisMachine } from './reach/addresses.ts';
import { listen, type Listening, reachWarnings } from './reach/listen.ts';
import { type ReachSettings, THIS_MACHINE } from './reach/settings.ts';
import { createCrewServices } from './store/crewServices.ts';
import { ensureDemo } from './store/demo.ts';
import { keepSwept } from './store/sweep.ts';

export interface ServeOptions {
  dataFolder: string;
  appFolder: string;
  demoFile: string;
  fonts: Fonts;
  /** A database of one's own; left out, a private one in the data folder. */
  databaseUrl?: string | undefined;
  /** Tried first; another is taken when it is in use. */
  port: number;
  triesPerMinute: number;
  /** Who may reach it, and how; left out, this machine alone. */
  reach?: ReachSettings;
  /** For whoever sits at the machine. */
  say: (line: string) => void;
  log: Logger;
}

export interface Running {
  address: string;
  databasePid: () => number | undefined;
  close(): Promise<void>;
}

/** Database, migrations, demo and server, in the order they need each other. Throws FolderInUse. */
export async function serve(options: ServeOptions): Promise<Running> {
  const { dataFolder, databaseUrl } = options;
  makeDataFolder(dataFolder);
  const lock = await lockFolder(dataFolder);
  try {
    if (!databaseUrl) {
      refuseNewerFolder(dataFolder);
      expectRoom(dataFolder);
    }
    return await serveLocked(options, lock);
  } catch (error) {
    lock.release();
    throw error;
  }
}

async function serveLocked(options: ServeOptions, lock: FolderLock): Promise<Running> {
  const { dataFolder, databaseUrl, say, log } = options;
  say(databaseUrl ? 'reaching the database' : 'starting the database');
  const database = await chosenDatabase(databaseUrl, dataFolder, () => log.error('the database ended by itself'));
  const { database: name } = database.app;
  const backups = new Backups({ folder: join(dataFolder, 'backups'), reach: database.reach, database: name, log });
  try {
    const source = await openMigrated(options, database, backups);
    const { listening, closing } = await startServer(options, { source, database, backups });
    const { addresses } = listening.reached();
    const address = addresses[0]?.url ?? listening.atMachine;
    announce(lock, address);
    backups.schedule();
    return {
      address,
      databasePid: database.pid,
      close: async () => {
        const parts = [...closing, () => backups.close(), () => source.destroy()];
        await closeAll(parts, log);
        await database.stop();
        lock.release();
      },
    };
  } catch (error) {
    await database.stop();
    throw error;
  }
}

/** Migrated, looked through, and open. */
async function openMigrated(
  { dataFolder, databaseUrl, say }: ServeOptions,
  database: ChosenDatabase,
  backups: Backups,
): Promise<DataSource> {
  const before = async () => {
    say('a backup before the database changes');
    await backups.make('before-migration');
  };
  const ran = await migrateDatabase(database.migrator, { before });
  if (ran.length > 0) say(`migrated: ${ran.join(', ')}`);
  const source = await openSource(database.app);
  await checkTables(source);
  if (!databaseUrl) noteVersion(dataFolder);
  return source;
}

interface Parts {
  source: DataSource;
  database: ChosenDatabase;
  backups: Backups;
}

async function startServer(options: ServeOptions, { source, database, backups }: Parts) {
  const { dataFolder, appFolder, demoFile, say, log } = options;
  const demo = readDemo(demoFile);
  const crews = createCrewServices(source);
  if (await ensureDemo(source, crews, { document: demo, now: new Date() })) say('loaded the demo');
  const sessions = createSessionStore(database.app, log);
  const reach = options.reach ?? THIS_MACHINE;
  let listening: Listening | null = null;
  const app = createApp({
    source,
    crews,
    demo,
    appFolder,
    logger: log,
    backups,
    room: options.databaseUrl ? undefined : new DiskRoom(dataFolder),
    sessionStore: sessions.store,
    sessionSecret: await sharedSecret(source, 'session', proposedSecret(dataFolder)),
    triesPerMinute: options.triesPerMinute,
    fonts: options.fonts,
    standin: () => standinAddress(dataFolder),
    reach: {
      settings: reach,
      names: ownNames(thisMachine),
      reached: () => listening?.reached() ?? { addresses: [], certificate: null },
    },
  });
  listening = await listen(app, { reach, port: options.port, folder: dataFolder, machine: thisMachine, log });
  const { close, port } = listening;
  for (const warning of reachWarnings(reach, { wanted: options.port, port })) say(warning);
  if (!isLoopback(reach.host))
    say(`${listening.atMachine}/machine, on this machine, shows the address as a code for phones`);
  const endSweeps = keepSwept(source, log);
  const closing = [
    close,
    async () => endSweeps(),
    async () => crews.feed.close(),
    async () => crews.presence.close(),
    sessions.close,
  ];
  return { listening, closing };
}

const announce = (lock: FolderLock, address: string): void =>
  lock.announce(`process ${process.pid} serves it at ${address}`);

function readDemo(file: string) {
  const parsed = parseDocument(JSON.parse(readFileSync(file, 'utf8')));
  if (!parsed.ok)
    throw new Error(
      `the demo is not sound: ${parsed.faults.map((fault) => `${fault.path} ${fault.message}`).join('; ')}`,
    );
  return parsed.document;
}
