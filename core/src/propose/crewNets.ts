/** The nets a crew's looks already use, so that a new look needs nothing dialled anew. */
import { canonical } from '../measure/canonical.ts';
import type { Look } from '../record/look.ts';
import { buildRig, indexKit, type Kit, radioInUse } from '../rig/rig.ts';
import type { Net } from './wish.ts';

/** For each family what most of its masters in these looks are set to; of equals, the first met. */
export function netsOf(kit: Kit, looks: readonly Look[]): ReadonlyMap<string, Net> {
  const index = indexKit(kit);
  const seen = new Map<string, Map<string, { net: Net; count: number }>>();
  for (const look of looks) {
    const rig = buildRig(index, look);
    for (const sender of rig.senders) {
      const family = radioInUse(sender)?.family;
      const { role, channel, networkId, pin } = sender.settings;
      if (family === undefined || role !== 'master' || channel == null || rig.strangers.has(sender.id)) continue;
      const net = { channel, networkId: networkId ?? null, pin: pin ?? null };
      const counts = seen.get(family) ?? new Map<string, { net: Net; count: number }>();
      const known = counts.get(canonical(net)) ?? { net, count: 0 };
      seen.set(family, counts.set(canonical(net), { net, count: known.count + 1 }));
    }
  }
  const most = (counts: Map<string, { net: Net; count: number }>) =>
    [...counts.values()].reduce((best, one) => (one.count > best.count ? one : best)).net;
  return new Map([...seen].map(([family, counts]) => [family, most(counts)]));
}
