/** Channels set by switches. Switch 1 is the least significant: the first channel is all off, each switch adds 1, 2, 4 ... */
import { channelsOf } from './net.ts';
import { type Placed, radioInUse, type Rig } from './rig.ts';

/** The first channel of a family whose channels nobody recorded. */
const FIRST_CHANNEL = 1;

/** For each switch of a unit, the first one first, whether it is on for a channel; null where it has no switches. */
export function switchesFor(rig: Pick<Rig, 'families'>, placed: Placed, channel: number | null): boolean[] | null {
  const radio = radioInUse(placed);
  if (!radio?.dipSwitches || channel === null) return null;
  const offset = channel - (channelsOf(radio, rig.families.get(radio.family))?.from ?? FIRST_CHANNEL);
  return offset < 0 || offset >= 2 ** radio.dipSwitches
    ? null
    : Array.from({ length: radio.dipSwitches }, (_, index) => ((offset >> index) & 1) === 1);
}

/** The channel that switches in these positions set. */
export function channelOfSwitches(rig: Pick<Rig, 'families'>, placed: Placed, on: readonly boolean[]): number | null {
  const radio = radioInUse(placed);
  if (!radio?.dipSwitches) return null;
  const from = channelsOf(radio, rig.families.get(radio.family))?.from ?? FIRST_CHANNEL;
  return on.reduce((channel, isOn, index) => (isOn ? channel + 2 ** index : channel), from);
}
