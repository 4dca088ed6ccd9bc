/** Ranges of addresses, as the Internet's registry of special ones has them (RFC 6890). */
import { BlockList, isIPv6 } from 'node:net';

const LOOPBACK = ['127.0.0.0/8', '::1/128'];
/** What a router hands out in a house or a hall. */
const PRIVATE = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16'];
/** Of one network card: another machine cannot type it without naming its own. */
const OF_ONE_CARD = ['fe80::/10'];

/** All that no two networks agree on: nobody else in the world is reached there. */
export const LOCAL = [...PRIVATE, '169.254.0.0/16', '100.64.0.0/10', 'fc00::/7', ...OF_ONE_CARD, ...LOOPBACK];

const familyOf = (address: string) => (isIPv6(address) ? 'ipv6' : 'ipv4');

/** @param address as node has it: an IPv4 address may stand within an IPv6 one. */
export function isIn(ranges: readonly string[], address: string): boolean {
  const list = new BlockList();
  for (const range of ranges) {
    const [base = '', bits] = range.split('/');
    list.addSubnet(base, Number(bits), familyOf(base));
  }
  return list.check(address, familyOf(address));
}

export const isLoopback = (address: string): boolean => isIn(LOOPBACK, address);
export const isPrivate = (address: string): boolean => isIn(PRIVATE, address);
export const isOfOneCard = (address: string): boolean => isIn(OF_ONE_CARD, address);
