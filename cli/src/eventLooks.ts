import type { EventLooks } from '@ergon/core/air/eventAir';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { indexKit } from '@ergon/core/rig/rig';
import { Unusable } from './unusable.ts';

export interface EventWithLooks extends EventLooks {
  head: KitDocument['events'][number];
}

/** One event by its id, or all of them, each with its looks in the order of its moments and then as the file has them. */
export function eventLooks(document: KitDocument, id: string | undefined): EventWithLooks[] {
  const chosen = document.events.filter((event) => id === undefined || event.id === id);
  if (chosen.length === 0) {
    const known = document.events.map((event) => event.id).join(', ') || 'no events at all';
    throw new Unusable(`--event: the file has ${id === undefined ? 'no event' : `no event "${id}"`}; it has ${known}`);
  }
  const kit = indexKit(document);
  return chosen.map((head) => {
    const used = head.moments.flatMap(({ look }) => document.looks.filter((one) => one.id === look));
    const own = document.looks.filter(({ event }) => event === head.id);
    return { head, kit, event: head.id, looks: [...new Set([...used, ...own])], onAir: document.onAir };
  });
}
