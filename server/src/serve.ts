import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { parseDocument } from '@ergon/core/record/kitDocument';
import { pino } from 'pino';
import { createDataSource, migrateDatabase } from './database/dataSource.ts';
import { type FolderLock, lockFolder } from './database/folderLock.ts';
import { chosenDatabase } from './database/chosenDatabase.ts';
import { sharedSecret } from './database/sharedSecret.ts';
import { createSessionStore } from './database/sessionStore.ts';
import { createApp } from './http/createApp.ts';
import type { Fonts } from './paper/sheet.ts';
import { createCrewServices } from './store/crewServices.ts';
import { ensureDemo } from './store/demo.ts';

/** In the data folder. */
const STANDIN_FILE = 'standin-address';

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
  say: (line: string) => void;
}

export interface Running {
  address: string;
  databasePid: () => number | undefined;
  close(): Promise<void>;
}

/** Database, migrations, demo and server, in the order they need each other. Throws FolderInUse. */
export async function serve(options: ServeOptions): Promise<Running> {
  const { dataFolder, appFolder, demoFile, say } = options;
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  const lock = await lockFolder(dataFolder);
  const database = await openDatabase(options, lock);
  try {
    const ran = await migrateDatabase(database.migrator);
    if (ran.length > 0) say(`migrated: ${ran.join(', ')}`);
    const source = await createDataSource(database.app).initialize();
    const demo = readDemo(demoFile);
    const crews = createCrewServices(source);
    if (await ensureDemo(source, crews, { document: demo, now: new Date() })) say('loaded the demo');
    const sessions = createSessionStore(database.app);
    const logger = pino({ level: 'warn' }, pino.destination(join(dataFolder, 'server.log')));
    const app = createApp({
      source,
      crews,
      demo,
      appFolder,
      logger,
      sessionStore: sessions.store,
      sessionSecret: await sharedSecret(source, 'session', keptSecret(dataFolder)),
      triesPerMinute: options.triesPerMinute,
      fonts: options.fonts,
      standin: () => standinAddress(dataFolder),
    });
    const server = createServer(app);
    const address = await listen(server, options.port);
    announce(lock, address);
    return {
      address,
      databasePid: database.pid,
      close: async () => {
        crews.feed.close();
        crews.presence.close();
        server.closeAllConnections();
        await new Promise((resolve) => server.close(resolve));
        await sessions.close();
        await source.destroy();
        await database.stop();
        lock.release();
      },
    };
  } catch (error) {
    await database.stop();
    lock.release();
    throw error;
  }
}

/** A stand-in kit that was started beside this server leaves its address in the data folder. */
function standinAddress(folder: string): string | null {
  const file = join(folder, STANDIN_FILE);
  return existsSync(file) ? readFileSync(file, 'utf8') : null;
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

/** What an Ergon that kept it beside the database left, so that nobody is signed out by an update. */
function keptSecret(folder: string): string {
  const file = join(folder, 'session-secret');
  return existsSync(file) ? readFileSync(file, 'utf8') : randomBytes(32).toString('hex');
}

async function openDatabase({ dataFolder, databaseUrl, say }: ServeOptions, lock: FolderLock) {
  try {
    say(databaseUrl ? 'reaching the database' : 'starting the database');
    return await chosenDatabase(databaseUrl, dataFolder);
  } catch (error) {
    lock.release();
    throw error;
  }
}

async function listen(server: Server, preferred: number): Promise<string> {
  const tryPort = (port: number) =>
    new Promise<void>((resolve, reject) => {
      server.once('error', reject).listen(port, '127.0.0.1', () => {
        server.off('error', reject);
        resolve();
      });
    });
  try {
    await tryPort(preferred);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
    await tryPort(0);
  }
  const { port } = server.address() as { port: number };
  return `http://127.0.0.1:${port}`;
}
