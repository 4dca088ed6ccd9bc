/** What else is on the air, and which channels keep clear of it. */
import type { Family } from '../record/family.ts';
import type { Emitter } from '../record/look.ts';
import { channelsOf, familyOf } from './net.ts';
import { inRange } from '../measure/range.ts';
import { type Placed, radioInUse, type Rig } from './rig.ts';

/** Width of a channel whose own is not recorded, in MHz. */
const CHANNEL_WIDTH_MHZ = 1;

/**
 * Whether a channel and an emitter share frequencies; false also where the channel's frequency is not recorded: then
 * nothing can be said.
 */
export function overlaps(family: Family, channel: number, emitter: Emitter): boolean {
  const own = spanOf(family, channel);
  return own !== null && gapBetween(own, emitter) < 0;
}

/** Centre and width of what is sent, in MHz. */
export type Span = Pick<Emitter, 'mhz' | 'widthMhz'>;

/** Where a channel lies; null where its frequency is not recorded. */
export function spanOf(family: Family, channel: number | null): Span | null {
  const own = family.frequencies?.find((one) => one.channel === channel);
  return own ? { mhz: own.mhz, widthMhz: own.widthMhz ?? CHANNEL_WIDTH_MHZ } : null;
}

/** Distance between the edges of two spans in MHz; negative where they overlap. */
export const gapBetween = (a: Span, b: Span): number => Math.abs(a.mhz - b.mhz) - (a.widthMhz + b.widthMhz) / 2;

/** The first emitter that shares frequencies with the channel a sender is set to. */
export function isJammed(rig: Rig, sender: Placed): Emitter | undefined {
  const { emitters } = rig.around;
  if (emitters.length === 0) return undefined;
  const family = familyOf(rig, sender);
  const { channel } = sender.settings;
  return family && channel != null ? emitters.find((emitter) => overlaps(family, channel, emitter)) : undefined;
}

/**
 * Channels that everybody on a net can be set to, that no other sender of the family speaks on, strangers included, and
 * that keep clear of every emitter: those whose frequency is recorded first, since of the others nobody knows it, then the
 * nearest to the present one.
 */
export function clearChannels(rig: Rig, sender: Placed, hearers: readonly Placed[]): number[] {
  const family = familyOf(rig, sender);
  if (!family) return [];
  const now = sender.settings.channel ?? null;
  const others = rig.senders.filter((other) => {
    if (radioInUse(other)?.family !== family.id) return false;
    return rig.strangers.has(other.id) || (other.settings.channel ?? null) !== now;
  });
  const taken = new Set(others.map((other) => other.settings.channel));
  const ranges = [sender, ...hearers].map((one) => {
    const radio = radioInUse(one);
    return radio ? channelsOf(radio, family) : null;
  });
  const first = ranges[0];
  if (!first || ranges.includes(null)) return [];
  const from = now ?? first.from;
  const doubt = (channel: number) => Number(rig.around.emitters.length > 0 && spanOf(family, channel) === null);
  return Array.from({ length: first.to - first.from + 1 }, (_, index) => first.from + index)
    .filter((channel) => channel !== now && !taken.has(channel))
    .filter((channel) => ranges.every((range) => inRange(channel, range!)))
    .filter((channel) => !rig.around.emitters.some((emitter) => overlaps(family, channel, emitter)))
    .sort((a, b) => doubt(a) - doubt(b) || Math.abs(a - from) - Math.abs(b - from) || a - b);
}
