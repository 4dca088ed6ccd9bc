import type { Placed, Rig } from '@ergon/core/rig/rig';

/** Senders a look can lose: ours, on a body or where nobody said. */
export const ourSenders = (rig: Rig): Placed[] =>
  rig.senders.filter(({ id, settings }) => !rig.strangers.has(id) && settings.role !== 'off');
