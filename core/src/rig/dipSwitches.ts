/** Channels set by switches: the first channel is all off. */
import { FIRST_CHANNEL, switchesOf } from '../measure/switchPattern.ts';
import { channelsOf } from './net.ts';
import { type Placed, radioInUse, type Rig } from './rig.ts';

/** For each switch of a unit, the first one first, whether it is on for a channel; null where it has no switches. */
export function switchesFor(rig: Pick<Rig, 'families'>, placed: Placed, channel: number | null): boolean[] | null {
  const radio = radioInUse(placed);
  if (!radio?.dipSwitches || channel === null) return null;
  const first = channelsOf(radio, rig.families.get(radio.family))?.from ?? FIRST_CHANNEL;
  return switchesOf(channel - first, radio.dipSwitches);
}
