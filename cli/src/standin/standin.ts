import type { KitDocument } from '@ergon/core/record/kitDocument';
import { settingsSchema } from '@ergon/core/record/lookSchema';
import type { Settings } from '@ergon/core/record/settings';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { z } from 'zod';
import { chosenLooks } from '../chosenLooks.ts';
import { Unusable } from '../unusable.ts';
import { StandinKit } from './standinKit.ts';
import { standinServer } from './standinServer.ts';

export interface StandinOptions {
  look?: string | undefined;
  actual?: string | undefined;
  port?: string | undefined;
  addressFile?: string | undefined;
}

const actualSchema = z.record(z.string(), settingsSchema.partial());

/** Serves the remote units of a look until the process ends. @returns once it listens. */
export async function standin(
  document: KitDocument,
  options: StandinOptions,
  say: (text: string) => void,
): Promise<number> {
  const [look] = chosenLooks(document, options.look);
  const kit = new StandinKit(document, look!, actualOf(options.actual));
  const server = createServer(standinServer(kit));
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject).listen(portOf(options.port), '127.0.0.1', resolve);
  });
  const address = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
  const { addressFile } = options;
  if (addressFile !== undefined) writeFileSync(addressFile, address);
  say(`stand-in kit of ${look!.name} at ${address} (Ctrl-C stops it)`);
  const stop = () => {
    if (addressFile !== undefined) rmSync(addressFile, { force: true });
    server.closeAllConnections();
    server.close();
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  return 0;
}

/** What is set otherwise than planned, by unit. */
function actualOf(file: string | undefined): Record<string, Settings> {
  if (file === undefined) return {};
  try {
    return actualSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch (error) {
    throw new Unusable(`--actual: ${file} cannot be used: ${(error as Error).message}`);
  }
}

function portOf(text: string | undefined): number {
  const port = Number(text ?? 0);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new Unusable(`--port: "${text}" is no port`);
  return port;
}
