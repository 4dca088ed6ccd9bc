/** The real stack, as `bin/demo` runs it, on data of its own; its address goes to the tests by the environment. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');

export interface Served {
  address: string;
  /** Its data folder. */
  folder: string;
  stop: () => Promise<void>;
}

/**
 * @param root a clone in which the app is exported and the server bundled.
 * @param settings of its environment, beside those every test has.
 */
export async function serve(root: string, settings: Record<string, string> = {}): Promise<Served> {
  const folder = mkdtempSync(join(tmpdir(), 'ergon-e2e-'));
  const server = spawn(process.execPath, ['server/dist/main.mjs'], {
    cwd: root,
    env: {
      ...process.env,
      ERGON_ROOT: root,
      ERGON_DATA: folder,
      ERGON_PORT: '0',
      ERGON_SIGN_IN_TRIES: '1000',
      ...settings,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise<string>((resolve, reject) => {
    let said = '';
    server.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /ready at (https?:\S+)/.exec(said);
      if (ready) resolve(ready[1]!);
    });
    server.once('exit', () => reject(new Error(`the server ended before it was ready: ${said}`)));
  });
  const stop = async () => {
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await gone;
    rmSync(folder, { recursive: true, force: true });
  };
  return { address, folder, stop };
}

export default async function startServer(): Promise<() => Promise<void>> {
  // Against a server that is up already, where one is named; ERGON_DATA is then its data folder.
  if (process.env.ERGON_ADDRESS) return async () => {};
  const { address, folder, stop } = await serve(ROOT);
  process.env.ERGON_ADDRESS = address;
  process.env.ERGON_DATA = folder;
  return stop;
}
