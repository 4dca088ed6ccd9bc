import { join } from 'node:path';
import { dataFolder, makeDataFolder } from './dataFolder.ts';
import { FolderInUse } from './database/folderLock.ts';
import { reachSettings } from './reach/settings.ts';
import { fileLog } from './log.ts';
import { type Running, serve } from './serve.ts';
import { startFaultText } from './startFault.ts';

const root = process.env.ERGON_ROOT ?? process.cwd();
const fontFolder = join(root, 'node_modules/@expo-google-fonts/atkinson-hyperlegible-next');
const say = (line: string): void => console.log(`ergon: ${line}`);
// A terminal that was closed, or a pipe nobody reads, is no reason to stop serving.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);

let running: Running | undefined;
let closing = false;

async function close(): Promise<void> {
  if (closing) return;
  closing = true;
  say('stopping');
  await running?.close().catch(() => undefined);
  say('stopped');
  process.exit(0);
}

process.on('SIGINT', () => void close());
process.on('SIGTERM', () => void close());

try {
  makeDataFolder(dataFolder);
  const log = fileLog(join(dataFolder, 'server.log'));
  // What a request changes, one transaction changes: a fault nobody foresaw is noted, and the next request is served.
  process.on('unhandledRejection', (err) => log.error({ err }, 'a fault nobody foresaw'));
  process.on('uncaughtException', (err) => log.error({ err }, 'a fault nobody foresaw'));
  running = await serve({
    dataFolder,
    appFolder: join(root, 'app/dist'),
    demoFile: join(root, 'demo/ropewalk.json'),
    fonts: {
      regular: join(fontFolder, '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf'),
      bold: join(fontFolder, '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
    },
    databaseUrl: process.env.ERGON_DATABASE_URL,
    port: Number(process.env.ERGON_PORT ?? 4600),
    reach: reachSettings(process.env),
    triesPerMinute: Number(process.env.ERGON_SIGN_IN_TRIES ?? 10),
    say,
    log,
  });
  say(`ready at ${running.address} (Ctrl-C stops it)`);
} catch (error) {
  if (error instanceof FolderInUse) {
    say(`already running on this data: ${error.holder}`);
    process.exit(0);
  }
  console.error(`ergon: could not start: ${startFaultText(error, dataFolder)}`);
  process.exit(1);
}
