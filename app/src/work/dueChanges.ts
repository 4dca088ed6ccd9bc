/** The changes made on this device for each look, until they are on the units. Kept by the device: a reload loses none. */
import { type Change, isNoChange, mergeChanges } from '@ergon/core/record/change';
import { useSyncExternalStore } from 'react';

const NONE: readonly Change[] = [];
const listeners = new Set<() => void>();
const kept = new Map<string, { text: string; changes: readonly Change[] }>();

const storedAs = (look: string): string => `ergon.due.${look}`;

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The same list as long as the same is stored. */
function read(look: string): readonly Change[] {
  const text = window.localStorage.getItem(storedAs(look));
  if (text === null) return NONE;
  const known = kept.get(look);
  if (known?.text === text) return known.changes;
  let changes = NONE;
  try {
    const stored = JSON.parse(text) as unknown;
    if (Array.isArray(stored)) changes = stored as Change[];
  } catch {
    // What cannot be read is on the cards all the same.
  }
  kept.set(look, { text, changes });
  return changes;
}

function write(look: string, changes: readonly Change[]): void {
  try {
    if (changes.length === 0) window.localStorage.removeItem(storedAs(look));
    else window.localStorage.setItem(storedAs(look), JSON.stringify(changes));
  } catch {
    // No room on the device: the cards say what is to be dialled.
  }
  for (const listener of listeners) listener();
}

/** Adds changes to what is to be dialled; what goes back to where it started is no work any more. */
export function noteDue(look: string, changes: readonly Change[]): void {
  write(
    look,
    mergeChanges(read(look), changes).filter((change) => !isNoChange(change)),
  );
}

/** Takes a list that is done out of sight. */
export const forgetDue = (look: string): void => write(look, NONE);

export const useDueChanges = (look: string): readonly Change[] => useSyncExternalStore(subscribe, () => read(look));
