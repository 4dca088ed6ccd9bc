import { type Dispatch, type SetStateAction, useCallback, useState } from 'react';

const storedAs = (key: string): string => `ergon.kept.${key}`;

/** What this tab keeps under a key; undefined where there is nothing, or nothing that can be read. */
export function readKept(key: string): unknown {
  try {
    const text = window.sessionStorage.getItem(storedAs(key));
    return text === null ? undefined : (JSON.parse(text) as unknown);
  } catch {
    return undefined;
  }
}

/** A device that lets nothing be kept goes on without. */
export function keep(key: string, value: unknown): void {
  try {
    if (value == null) window.sessionStorage.removeItem(storedAs(key));
    else window.sessionStorage.setItem(storedAs(key), JSON.stringify(value));
  } catch {
    // Full, or not allowed: what is on the screen stays there until it is left.
  }
}

/**
 * A state that this tab keeps: it is there again after going back, loading anew and signing in.
 * @param isIt whether what was kept is still something the place can show; anything else is forgotten.
 */
export function useKept<T>(
  key: string,
  isIt: (kept: unknown) => kept is T,
  initial: T,
): [T, Dispatch<SetStateAction<T>>] {
  const [value, setValue] = useState<T>(() => {
    const kept = readKept(key);
    return isIt(kept) ? kept : initial;
  });
  const set = useCallback(
    (next: SetStateAction<T>) =>
      setValue((now) => {
        const to = typeof next === 'function' ? (next as (now: T) => T)(now) : next;
        keep(key, to);
        return to;
      }),
    [key],
  );
  return [value, set];
}

export const isText = (kept: unknown): kept is string => typeof kept === 'string';
