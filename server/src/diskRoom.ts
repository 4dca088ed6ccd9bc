import { statfsSync } from 'node:fs';

/**
 * With less free than this, in bytes, nothing new is taken: a database that runs out of room in the middle of its work
 * ends itself, and cannot start again before there is some.
 */
const LEAST_FREE = 32 << 20;
/** How long an answer of the disk holds, in ms. */
const HOLDS_MS = 1000;

/** The room on the disk a folder lies on. */
export class DiskRoom {
  private low = false;
  private askedAt = -Infinity;

  constructor(private readonly folder: string) {}

  isLow(): boolean {
    if (Date.now() - this.askedAt < HOLDS_MS && Date.now() >= this.askedAt) return this.low;
    this.askedAt = Date.now();
    this.low = isLow(this.folder);
    return this.low;
  }

  free(): number | null {
    return freeBytes(this.folder);
  }
}

/** A disk that does not tell is not called full. */
export function isLow(folder: string): boolean {
  const free = freeBytes(folder);
  return free !== null && free < LEAST_FREE;
}

/** Null where the disk does not tell. */
function freeBytes(folder: string): number | null {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return null;
  }
}

/** Told as the disk itself would. @throws Error with the code ENOSPC where there is no room to start in. */
export function expectRoom(folder: string): void {
  if (isLow(folder)) throw Object.assign(new Error('no room'), { code: 'ENOSPC' });
}
