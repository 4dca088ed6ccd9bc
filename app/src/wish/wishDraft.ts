/** A wish as it is being made: kept on the device until a look comes of it. */
import type { WantedLight } from '@ergon/core/propose/wish';
import { useCallback, useState } from 'react';

export interface ChosenSender {
  body: string;
  unit: string;
}

export interface WishDraft {
  name: string;
  bodies: readonly string[];
  lights: readonly WantedLight[];
  /** Senders that were chosen to stay. */
  senders: readonly ChosenSender[];
  /** Whether proposals are asked for. */
  asked: boolean;
}

/** What lights are mostly for, in the order in which a crew thinks of them. */
export const PURPOSES = ['Key', 'Fill', 'Rim', 'Background'] as const;
export const MOST_LIGHTS = 12;

/** Lights for a count: what is there stays, what is added is for what comes next. */
export function withCount(lights: readonly WantedLight[], count: number): WantedLight[] {
  return Array.from({ length: count }, (_, at) => lights[at] ?? { purpose: PURPOSES[at % PURPOSES.length]! });
}

const storedAs = (crew: string, event: string): string => `ergon.wish.${crew}.${event}`;

function read(key: string, start: WishDraft): WishDraft {
  try {
    const stored = JSON.parse(window.localStorage.getItem(key) ?? 'null') as WishDraft | null;
    return stored && Array.isArray(stored.lights) && Array.isArray(stored.bodies) ? { ...start, ...stored } : start;
  } catch {
    // Something else stands there: a draft is begun anew, and that stays where it is until then.
    return start;
  }
}

/** A device that keeps nothing must not stop anybody: the draft is then there for as long as the page is. */
function keep(key: string, draft: WishDraft): void {
  try {
    window.localStorage.setItem(key, JSON.stringify(draft));
  } catch {
    return;
  }
}

/** @param start what a wish begins with where nothing was begun before. */
export function useWishDraft(crew: string, event: string, start: WishDraft) {
  const key = storedAs(crew, event);
  const [draft, setDraft] = useState(() => read(key, start));
  const change = useCallback(
    (more: Partial<WishDraft>) =>
      setDraft((old) => {
        const next = { ...old, ...more };
        keep(key, next);
        return next;
      }),
    [key],
  );
  const forget = useCallback(() => window.localStorage.removeItem(key), [key]);
  return { draft, change, forget };
}
