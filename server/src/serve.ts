import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { parseDocument } from '@ergon/core/record/kitDocument';
import { pino } from 'pino';
import { createDataSource, migrateDatabase } from './database/dataSource.ts';
import { type FolderLock, lockFolder } from './database/folderLock.ts';
import { startPrivateMariadb } from './database/privateMariadb.ts';
import { createSessionStore } from './database/sessionStore.ts';
import { createApp } from './http/createApp.ts';
import { ensureDemo } from './store/crews.ts';

export interface ServeOptions {
  dataFolder: string;
  appFolder: string;
  demoFile: string;
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
  say('starting the database');
  const database = await startPrivateMariadb({ folder: dataFolder, database: 'ergon' });
  try {
    const ran = await migrateDatabase(database.migrator);
    if (ran.length > 0) say(`migrated: ${ran.join(', ')}`);
    const source = await createDataSource(database.app).initialize();
    const demo = readDemo(demoFile);
    if (await ensureDemo(source, demo)) say('loaded the demo');
    const sessions = createSessionStore(database.app);
    const logger = pino({ level: 'warn' }, pino.destination(join(dataFolder, 'server.log')));
    const app = createApp({
      source,
      demo,
      appFolder,
      logger,
      sessionStore: sessions.store,
      sessionSecret: sessionSecret(dataFolder),
      triesPerMinute: options.triesPerMinute,
    });
    const server = createServer(app);
    const address = await listen(server, options.port);
    announce(lock, address);
    return {
      address,
      databasePid: database.pid,
      close: async () => {
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

/** Kept with the data, so that a restart signs nobody out. */
function sessionSecret(folder: string): string {
  const file = join(folder, 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
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
