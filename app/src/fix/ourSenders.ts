import type { Placed, Rig } from '@ergon/core/rig/rig';

/** Senders a look can lose: ours that speak, or of which nobody said what they do. */
export const ourSenders = (rig: Rig): Placed[] =>
  rig.senders.filter(({ id, settings }) => !rig.strangers.has(id) && (settings.role ?? 'master') === 'master');
