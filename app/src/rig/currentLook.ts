import { useEffect, useSyncExternalStore } from 'react';
import { useRig } from './Rig';
import { inOrder } from './judgedLook';

const STORED_AS = 'ergon.look';
const listeners = new Set<() => void>();

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const read = (): string | null => window.localStorage.getItem(STORED_AS);

/** The look last worked on, so that a place opens where the crew left off; else the first of the evening. */
export function useCurrentLook(): string | null {
  const stored = useSyncExternalStore(subscribe, read);
  const { rig } = useRig();
  if (!rig) return null;
  return rig.looks.find((look) => look.id === stored)?.id ?? inOrder(rig.looks)[0]?.id ?? null;
}

export function useRememberLook(id: string | undefined): void {
  useEffect(() => {
    if (!id || read() === id) return;
    window.localStorage.setItem(STORED_AS, id);
    for (const listener of listeners) listener();
  }, [id]);
}
