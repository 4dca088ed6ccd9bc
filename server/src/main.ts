import { join, resolve } from 'node:path';
import { FolderInUse } from './database/folderLock.ts';
import { type Running, serve } from './serve.ts';

const root = process.env.ERGON_ROOT ?? process.cwd();
const fontFolder = join(root, 'node_modules/@expo-google-fonts/atkinson-hyperlegible-next');
const say = (line: string): void => console.log(`ergon: ${line}`);

let running: Running | undefined;
let closing = false;

async function close(): Promise<void> {
  if (closing) return;
  closing = true;
  say('stopping');
  await running?.close();
  say('stopped');
  process.exit(0);
}

process.on('SIGINT', () => void close());
process.on('SIGTERM', () => void close());

try {
  running = await serve({
    dataFolder: resolve(root, process.env.ERGON_DATA ?? '.data'),
    appFolder: join(root, 'app/dist'),
    demoFile: join(root, 'demo/ropewalk.json'),
    fonts: {
      regular: join(fontFolder, '400Regular/AtkinsonHyperlegibleNext_400Regular.ttf'),
      bold: join(fontFolder, '700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
    },
    databaseUrl: process.env.ERGON_DATABASE_URL,
    port: Number(process.env.ERGON_PORT ?? 4600),
    triesPerMinute: Number(process.env.ERGON_SIGN_IN_TRIES ?? 10),
    say,
  });
  say(`ready at ${running.address} (Ctrl-C stops it)`);
} catch (error) {
  if (error instanceof FolderInUse) {
    say(`already running on this data: ${error.holder}`);
    process.exit(0);
  }
  console.error(`ergon: could not start: ${(error as Error).message}`);
  process.exit(1);
}
