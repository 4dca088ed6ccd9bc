/** A wish as it is being made: kept on the device until a look comes of it. */
import type { WantedLight } from '@ergon/core/propose/wish';
import { useCallback, useState } from 'react';
import { keepDraft, readDraft } from '../offline/deviceDraft';

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
  const stored = readDraft(key) as WishDraft | null;
  return stored && Array.isArray(stored.lights) && Array.isArray(stored.bodies) ? { ...start, ...stored } : start;
}

/** @param start what a wish begins with where nothing was begun before. */
export function useWishDraft(crew: string, event: string, start: WishDraft) {
  const key = storedAs(crew, event);
  const [draft, setDraft] = useState(() => read(key, start));
  const change = useCallback(
    (more: Partial<WishDraft>) =>
      setDraft((old) => {
        const next = { ...old, ...more };
        keepDraft(key, next);
        return next;
      }),
    [key],
  );
  const forget = useCallback(() => window.localStorage.removeItem(key), [key]);
  return { draft, change, forget };
}
