/** Where this machine is reached. */
import type { OpenedAt } from '@ergon/core/record/machineExchange';
import { hostname, networkInterfaces } from 'node:os';
import { isIPv4 } from 'node:net';
import { isLocal } from './ownCertificate.ts';
import { isOfOneCard, isPrivate } from './ranges.ts';
import type { ReachSettings } from './settings.ts';

/** A machine's own word on itself, so that a test can be another one. */
export interface Machine {
  hostname: () => string;
  /** Addresses of its networks, without those of itself alone. */
  addresses: () => string[];
}

export const thisMachine: Machine = {
  hostname,
  addresses: () =>
    Object.values(networkInterfaces())
      .flatMap((network) => network ?? [])
      .filter(({ internal }) => !internal)
      .map(({ address }) => address),
};

/** Names a machine gives itself: bare, and as its network announces it. */
export function ownNames(machine: Machine): string[] {
  const name = machine.hostname().toLowerCase().split('.')[0]!;
  return ['localhost', ...(/^[a-z0-9-]{1,63}$/.test(name) ? [name, `${name}.local`] : [])];
}

const EVERY_NETWORK = ['0.0.0.0', '::'];

/** The addresses it is heard on, those of a local network first. */
export function heardOn(host: string, machine: Machine): string[] {
  if (!EVERY_NETWORK.includes(host)) return [host];
  const all = machine.addresses().filter((address) => !isOfOneCard(address));
  const heard = host === '0.0.0.0' ? all.filter(isIPv4) : all;
  return heard.sort((a, b) => nearness(a) - nearness(b));
}

/** Small where a phone of the same network is likely to reach it: a venue's network hands out private IPv4 addresses. */
const nearness = (address: string): number => (isIPv4(address) ? (isPrivate(address) ? 0 : 1) : 2);

/** What whoever sits at the machine opens. */
export function openedAtMachine({ host, tls }: ReachSettings, port: number): string {
  const scheme = tls.kind === 'own' || tls.kind === 'given' ? 'https' : 'http';
  return `${scheme}://${urlHost(EVERY_NETWORK.includes(host) ? '127.0.0.1' : host)}:${port}`;
}

const urlHost = (address: string): string => (address.includes(':') ? `[${address}]` : address);

/**
 * What others open, best first.
 * @param vouches whether the certificate that is shown is good for a name or an address; of a proxy's nothing is known.
 */
export function openedAt(
  { host, tls, names }: ReachSettings,
  port: number,
  { machine, vouches }: { machine: Machine; vouches: (one: string) => boolean },
): OpenedAt[] {
  if (tls.kind === 'proxy') return names.map((name) => ({ url: `https://${name}`, vouched: null }));
  const scheme = tls.kind === 'off' ? 'http' : 'https';
  const hosts = [...names, ...heardOn(host, machine)].map((one) => ({
    url: `${scheme}://${urlHost(one)}:${port}`,
    // One of its own follows within half a minute: it is good for whatever it may name.
    vouched: tls.kind === 'own' ? isLocal(one) : vouches(one),
  }));
  return [...hosts.filter(({ vouched }) => vouched), ...hosts.filter(({ vouched }) => !vouched)];
}
