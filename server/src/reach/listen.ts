/** A server where others reach it, with a certificate that follows the machine. */
import type { OpenedAt } from '@ergon/core/record/machineExchange';
import { IN_THE_OPEN } from '@ergon/core/words/machineWords';
import { X509Certificate } from 'node:crypto';
import { createServer, type RequestListener } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import type { Server } from 'node:net';
import type { SecureContextOptions } from 'node:tls';
import type { Logger } from 'pino';
import { type Machine, openedAt, openedAtMachine } from './addresses.ts';
import { certificateNow, endOf, fingerprintOf, type ShownCertificate } from './certificates.ts';
import { isGoodFor } from './ownCertificate.ts';
import { isLoopback } from './ranges.ts';
import { type ReachSettings, SettingFault } from './settings.ts';

/** Between two looks whether this machine is in another network, or a certificate was renewed. */
const LOOK_MS = 30_000;

export interface ListenOptions {
  reach: ReachSettings;
  /** Tried first; another is taken when it is in use. */
  port: number;
  /** The data folder. */
  folder: string;
  machine: Machine;
  log: Logger;
  /** Between two looks, in ms. */
  lookMs?: number;
}

/** How this Ergon is reached at this moment. */
export interface Reached {
  /** What others open, best first. */
  addresses: OpenedAt[];
  certificate: ShownCertificate | null;
}

export interface Listening {
  port: number;
  /** Where whoever sits at the machine opens it. */
  atMachine: string;
  reached: () => Reached;
  close: () => Promise<void>;
}

/** @throws SettingFault where it cannot listen as it is asked to. */
export async function listen(app: RequestListener, options: ListenOptions): Promise<Listening> {
  const { reach, folder, machine, log } = options;
  let certificate = await certificateNow(reach, { folder, machine });
  const tls = certificate && createTlsServer(contextOf(certificate), app);
  const server = tls ?? createServer(app);
  const port = await listenAt(server, reach.host, options.port);
  let trouble = '';
  const look = async () => {
    try {
      const now = await certificateNow(reach, { folder, machine });
      if (!now || now.cert === certificate?.cert) return;
      tls?.setSecureContext(contextOf(now));
      [certificate, trouble] = [now, ''];
      log.info({ until: endOf(now.cert), fingerprint: fingerprintOf(now.cert) }, 'another certificate is shown');
    } catch (err) {
      // A file that is being renewed is whole again at the next look; the one shown stays. Each reason is noted once.
      if ((err as Error).message !== trouble) log.error({ err }, 'no newer certificate');
      trouble = (err as Error).message;
    }
  };
  const vouches = (one: string) => certificate !== null && isGoodFor(new X509Certificate(certificate.cert), one);
  const timer = certificate && setInterval(() => void look(), options.lookMs ?? LOOK_MS).unref();
  return {
    port,
    atMachine: openedAtMachine(reach, port),
    reached: () => ({ addresses: openedAt(reach, port, { machine, vouches }), certificate }),
    close: () => {
      if (timer) clearInterval(timer);
      server.closeAllConnections();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
}

/** What whoever starts it is told, beside the address. */
export function reachWarnings(reach: ReachSettings, { wanted, port }: Record<'wanted' | 'port', number>): string[] {
  if (isLoopback(reach.host)) return [];
  const risk = `${IN_THE_OPEN} ERGON_TLS=own makes a certificate`;
  const moved = `port ${wanted} is in use, so it is ${port}: phones that know the old address do not find it`;
  return [...(reach.tls.kind === 'off' ? [risk] : []), ...(wanted !== 0 && wanted !== port ? [moved] : [])];
}

const contextOf = ({ key, cert }: ShownCertificate): SecureContextOptions => ({ key, cert, minVersion: 'TLSv1.2' });

async function listenAt(server: Server, host: string, preferred: number): Promise<number> {
  const tryPort = (port: number) =>
    new Promise<void>((resolve, reject) => {
      server.once('error', reject).listen(port, host, () => {
        server.off('error', reject);
        resolve();
      });
    });
  try {
    await tryPort(preferred);
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === 'EADDRNOTAVAIL')
      throw new SettingFault(`ERGON_HOST: this machine does not have the address ${host}; 0.0.0.0 is every one it has`);
    if (code === 'EACCES')
      throw new SettingFault(`ERGON_PORT: this user may not use port ${preferred}; take one above 1023`);
    if (code !== 'EADDRINUSE') throw new SettingFault(`cannot listen on ${host}, port ${preferred}: ${message}`);
    await tryPort(0);
  }
  return (server.address() as { port: number }).port;
}
