/** Simulated gear of the speeches, beside a server. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './startServer.ts';

export interface Standin {
  address: string;
  stop: () => void;
}

/** @param folder the server's data folder. @param actual file of what is set otherwise than planned. */
export async function startStandin(folder: string, document: string, actual: string): Promise<Standin> {
  const file = join(folder, 'standin-address');
  const args = ['cli/ergon.mjs', 'standin', document, '--look', 'speeches', '--actual', actual, '--address-file', file];
  const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] });
  const address = await new Promise<string>((resolve, reject) => {
    child.stdout.on('data', (chunk: Buffer) => {
      const [found] = /http:\/\/127\.0\.0\.1:\d+/.exec(chunk.toString()) ?? [];
      if (found) resolve(found);
    });
    child.once('exit', () => reject(new Error('the stand-in kit ended')));
  });
  return { address, stop: () => child.kill() };
}
