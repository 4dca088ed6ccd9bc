import { looksOf } from '@ergon/core/operation/timetable';
import { useEffect, useSyncExternalStore } from 'react';
import { useTonight } from '../event/useTonight';
import { useRig } from './Rig';

const STORED_AS = 'ergon.look';
const listeners = new Set<() => void>();

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const read = (): string | null => window.localStorage.getItem(STORED_AS);

/** The look last worked on, so that a place opens where the crew left off; else the first of tonight. */
export function useCurrentLook(): string | null {
  const stored = useSyncExternalStore(subscribe, read);
  const { rig } = useRig();
  const tonight = useTonight();
  if (!rig) return null;
  const first = tonight ? looksOf(rig, tonight.id)[0]?.id : undefined;
  return rig.looks.find((look) => look.id === stored)?.id ?? first ?? null;
}

export function useRememberLook(id: string | undefined): void {
  useEffect(() => {
    if (!id || read() === id) return;
    window.localStorage.setItem(STORED_AS, id);
    for (const listener of listeners) listener();
  }, [id]);
}
