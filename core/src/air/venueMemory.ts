/** What earlier events taught about the air of a venue. docs/model.md, Air. */
import type { EventHead } from '../record/event.ts';
import type { Look } from '../record/look.ts';
import type { FoundChannel, OnAir } from '../record/onAir.ts';
import type { LoggedTest } from '../record/testFire.ts';
import { isFound, isOtherCrew } from '../record/onAir.ts';
import { buildRig, hearerOf, type KitIndex, radioInUse } from '../rig/rig.ts';

/** How a channel did at an earlier event: test fires that fired there and those that did not. */
export interface UsedChannel {
  event: EventHead;
  family: string;
  channel: number;
  fired: number;
  missed: number;
}

export interface VenueMemory {
  /** The earlier events at the venue, the latest first. */
  events: readonly EventHead[];
  found: readonly { event: EventHead; entry: FoundChannel }[];
  used: readonly UsedChannel[];
  /** What else was on the air at the latest of them: a house network is there again, another crew is not. */
  lastAir: readonly OnAir[];
}

/** All that a memory is made of. */
export interface Remembered {
  events: readonly EventHead[];
  looks: readonly Look[];
  tests: readonly LoggedTest[];
  onAir: readonly OnAir[];
}

const spelt = (venue: string | null | undefined): string => (venue ?? '').trim().toLowerCase();

/** Events at the same venue before the day of this one; without a venue or a day there is nothing to go by. */
export function venueMemory(kit: KitIndex, all: Remembered, event: EventHead): VenueMemory {
  const venue = spelt(event.venue);
  const events = all.events
    .filter((one) => one.id !== event.id && venue !== '' && spelt(one.venue) === venue)
    .filter((one) => one.date != null && event.date != null && one.date < event.date)
    .sort((a, b) => (a.date! < b.date! ? 1 : -1));
  return {
    events,
    found: events.flatMap((one) =>
      all.onAir
        .filter((entry) => entry.event === one.id && isFound(entry))
        .map((entry) => ({ event: one, entry: entry as FoundChannel })),
    ),
    used: events.flatMap((one) => usedAt(kit, all, one)),
    lastAir: all.onAir.filter((entry) => entry.event === events[0]?.id && !isFound(entry) && !isOtherCrew(entry)),
  };
}

function usedAt(kit: KitIndex, { looks, tests }: Remembered, event: EventHead): UsedChannel[] {
  const used = new Map<string, UsedChannel>();
  for (const look of looks.filter((one) => one.event === event.id)) {
    const rig = buildRig(kit, look);
    for (const test of tests.filter((one) => one.look === look.id)) {
      const light = rig.lights.find(({ id }) => id === test.light);
      const hearer = light && hearerOf(rig, light);
      const family = hearer && radioInUse(hearer)?.family;
      const channel = hearer?.settings.channel;
      if (!family || channel == null) continue;
      const key = `${family} ${channel}`;
      const known = used.get(key) ?? { event, family, channel, fired: 0, missed: 0 };
      const [fired, missed] = test.result === 'fired' ? [1, 0] : [0, 1];
      used.set(key, { ...known, fired: known.fired + fired, missed: known.missed + missed });
    }
  }
  return [...used.values()];
}
