import { createHash } from 'node:crypto';
import { realpathSync } from 'node:fs';
import { connect, createServer, type Server } from 'node:net';

/**
 * One server per data folder. The lock is an abstract socket named after the folder, so the kernel frees it
 * however the holder dies; whoever finds it taken is told where the holder serves.
 */
export interface FolderLock {
  /** What a second start will be told. */
  announce(words: string): void;
  release(): void;
}

export class FolderInUse extends Error {
  constructor(readonly holder: string) {
    super(`the data folder is in use: ${holder}`);
  }
}

export async function lockFolder(folder: string): Promise<FolderLock> {
  const address = addressOf(folder);
  let words = `process ${process.pid}, still starting`;
  const server = createServer((socket) => socket.on('error', () => undefined).end(words));
  try {
    await listen(server, address);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
    throw new FolderInUse(await ask(address));
  }
  server.unref();
  return {
    announce: (next) => {
      words = next;
    },
    release: () => server.close(),
  };
}

/** Where this folder's data is served now; null where nobody serves it. */
export async function servedAt(folder: string): Promise<string | null> {
  return / at (https?:\S+)$/.exec(await ask(addressOf(folder)))?.[1] ?? null;
}

const addressOf = (folder: string): string =>
  `\0ergon-${createHash('sha256').update(realpathSync(folder)).digest('hex').slice(0, 32)}`;

const listen = (server: Server, address: string): Promise<void> =>
  new Promise((resolve, reject) => server.once('error', reject).listen(address, resolve));

function ask(address: string): Promise<string> {
  return new Promise((resolve) => {
    let said = '';
    connect(address)
      .on('data', (chunk) => (said += chunk.toString()))
      .on('error', () => resolve('another process'))
      .on('close', () => resolve(said || 'another process'));
  });
}
