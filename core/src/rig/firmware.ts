import type { Tri } from '../measure/tri.ts';

const VERSION = /^v?(\d+(?:\.\d+)*)([a-z]?)$/i;

/**
 * Orders two firmware versions part by part as whole numbers, so 1.10 is newer than 1.9 and 2 equals 2.0; a letter at
 * the end comes after none. Negative when a is older, positive when it is newer, null when either cannot be read.
 */
export function compareFirmware(a: string, b: string): number | null {
  const [one, other] = [VERSION.exec(a.trim()), VERSION.exec(b.trim())];
  if (!one || !other) return null;
  const [left, right] = [one[1]!.split('.').map(Number), other[1]!.split('.').map(Number)];
  for (let i = 0; i < Math.max(left.length, right.length); i++) {
    const difference = (left[i] ?? 0) - (right[i] ?? 0);
    if (difference !== 0) return difference;
  }
  return one[2]!.toLowerCase().localeCompare(other[2]!.toLowerCase(), 'en');
}

/** Whether a unit's firmware is new enough. A condition nobody set holds; one that meets an unreadable version is open. */
export function isNewEnough(found: string | null | undefined, needed: string | null | undefined): Tri {
  if (needed == null) return true;
  if (found == null) return null;
  const order = compareFirmware(found, needed);
  return order === null ? null : order >= 0;
}
