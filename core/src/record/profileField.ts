/** Reading and changing one field of a profile by its path, such as `power.floor` or `radios.0.family`. */
import type { Profile } from './profile.ts';

type Node = { [key: string]: unknown } | unknown[];

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;
const step = (node: unknown, key: string): unknown =>
  isNode(node) ? (node as { [key: string]: unknown })[key] : undefined;

/** Parts every profile of its kind has, even with nothing recorded in them. */
const ALWAYS_THERE: ReadonlySet<string> = new Set(['shoe', 'power', 'can']);

/** Null for what is not recorded. */
export const readProfileField = (profile: Profile, path: string): unknown =>
  path.split('.').reduce<unknown>(step, profile) ?? null;

/** A copy with one field changed; null takes it away, and what it stood in when that is left empty. */
export function withProfileField(profile: Profile, path: string, value: unknown): Profile {
  return written(profile, path.split('.'), value) as Profile;
}

function written(node: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  const isIndex = /^\d+$/.test(key!);
  const copy: Node = isIndex ? [...((node as unknown[]) ?? [])] : { ...(node as object) };
  const slots = copy as { [key: string]: unknown };
  const next = rest.length > 0 ? written(slots[key!], rest, value) : value;
  if (next == null || (isEmpty(next, rest.length > 0) && !ALWAYS_THERE.has(key!))) {
    if (!isIndex) delete slots[key!];
    return copy;
  }
  slots[key!] = next;
  return copy;
}

/** An object emptied on the way counts as none; a list given as the answer itself may be empty and mean it. */
const isEmpty = (value: unknown, onTheWay: boolean): boolean =>
  onTheWay && isNode(value) && !Array.isArray(value) && Object.keys(value).length === 0;
