import type { EventHead } from '@ergon/core/record/event';
import { isReadOnly, tonightOf } from '@ergon/core/record/eventDay';
import { useEffect, useState } from 'react';
import { useRig } from '../rig/Rig';
import { dayOf } from './dayOf';

/** How soon a screen that stays open notices that a day is over, in ms. */
const LOOKS_UP_MS = 60_000;

/** The day by this device's clock; the small hours still belong to the day before. */
export function useDay(): string {
  const [day, setDay] = useState(() => dayOf(new Date()));
  useEffect(() => {
    const timer = setInterval(() => setDay(dayOf(new Date())), LOOKS_UP_MS);
    return () => clearInterval(timer);
  }, []);
  return day;
}

/** The event whose day it is, else the next one, else the last; null while there is none. */
export function useTonight(): EventHead | null {
  const { rig } = useRig();
  const day = useDay();
  return rig ? tonightOf(rig.events, day) : null;
}

/** Whether an event is over and nobody has opened it again: then it is looked at, not changed. */
export function useIsReadOnly(event: string | undefined): boolean {
  const { rig } = useRig();
  const day = useDay();
  const head = rig?.events.find(({ id }) => id === event);
  return head !== undefined && isReadOnly(head, day);
}
