/** Who may reach Ergon, and how, as whoever starts it says by the environment. See docs/running.md. */
import { isIP } from 'node:net';
import { isLoopback } from './ranges.ts';

/** Who proves to a phone that it speaks with this Ergon, and keeps others from listening. */
export type Tls =
  | { kind: 'off' }
  /** A certificate this machine makes itself. */
  | { kind: 'own' }
  /** Files somebody names. */
  | { kind: 'given'; cert: string; key: string }
  /** A proxy before it does. */
  | { kind: 'proxy' };

export interface ReachSettings {
  /** The address it listens on. */
  host: string;
  tls: Tls;
  /** Addresses or ranges of proxies whose word on who asks is believed. */
  proxies: readonly string[];
  /** Names it is reached by, beside those of the machine. */
  names: readonly string[];
}

/** What somebody set cannot be done, in words. */
export class SettingFault extends Error {}

export const THIS_MACHINE: ReachSettings = { host: '127.0.0.1', tls: { kind: 'off' }, proxies: [], names: [] };

/** @throws SettingFault naming the setting and the remedy. */
export function reachSettings(env: Record<string, string | undefined>): ReachSettings {
  const host = hostOf(env.ERGON_HOST?.trim() || THIS_MACHINE.host);
  const proxies = listed(env.ERGON_PROXY).map(proxyOf);
  const names = listed(env.ERGON_NAMES).map(nameOf);
  if (proxies.length > 0 && names.length === 0)
    throw new SettingFault(
      'ERGON_PROXY needs ERGON_NAMES too: the name phones open, as in ERGON_NAMES=lights.example.org',
    );
  return { host, tls: tlsOf(env, { host, behindProxy: proxies.length > 0 }), proxies, names };
}

function tlsOf(env: Record<string, string | undefined>, at: { host: string; behindProxy: boolean }): Tls {
  const { ERGON_TLS: chosen, ERGON_TLS_CERT: cert, ERGON_TLS_KEY: key } = env;
  if (at.behindProxy) {
    if (chosen || cert || key)
      throw new SettingFault('behind ERGON_PROXY the proxy has the certificate: leave out ERGON_TLS');
    return { kind: 'proxy' };
  }
  if (cert && key) return { kind: 'given', cert, key };
  if (cert || key) throw new SettingFault('ERGON_TLS_CERT and ERGON_TLS_KEY go together: name both files');
  if (chosen === 'own' || chosen === 'off') return { kind: chosen };
  if (chosen) throw new SettingFault(`ERGON_TLS is "own" or "off", and not "${chosen}"`);
  return { kind: isLoopback(at.host) ? 'off' : 'own' };
}

const listed = (text: string | undefined): string[] =>
  (text ?? '')
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);

function hostOf(text: string): string {
  const host = text === 'localhost' ? THIS_MACHINE.host : text;
  if (isIP(host)) return host;
  throw new SettingFault(
    `ERGON_HOST is an address of this machine, or 0.0.0.0 for every network it is in, and not "${text}"; names go into ERGON_NAMES`,
  );
}

function proxyOf(text: string): string {
  const [address = '', bits, ...more] = text.split('/');
  const most = isIP(address) === 4 ? 32 : 128;
  const isRange = bits === undefined || (/^\d{1,3}$/.test(bits) && Number(bits) <= most);
  if (isIP(address) && isRange && more.length === 0) return text;
  throw new SettingFault(`ERGON_PROXY is the address of a proxy, or a range such as 10.0.0.0/24, and not "${text}"`);
}

const NAME = /^(?!-)[a-z0-9-]{1,63}(\.[a-z0-9-]{1,63})*$/;

function nameOf(text: string): string {
  const name = text.toLowerCase();
  if (NAME.test(name)) return name;
  throw new SettingFault(`ERGON_NAMES are names alone, without https:// and without a port, and not "${text}"`);
}
