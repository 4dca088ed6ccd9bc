/** Several controllers on one net: who speaks to a light, and who says otherwise. The last to speak wins. */
import { both, same, type Tri } from '../measure/tri.ts';
import { networkIdOf } from '../rig/net.ts';
import { isBody, type Placed, radioInUse } from '../rig/rig.ts';
import type { Hop } from './hop.ts';

/**
 * A passive sender leaves settings to another controller of its net, if there is one; null where one of which not
 * enough is recorded may be it.
 */
export function speakerFor({ rig, sender: passive, hearer }: Hop): Placed | null {
  const letter = hearer.settings.group;
  const others = othersOnNet(rig, passive).map(({ other, speaks }) => ({
    other,
    speaks: both(speaks, letter == null ? null : (other.settings.groups?.[letter]?.on ?? null)),
  }));
  if (others.some(({ speaks }) => speaks === null)) return null;
  return others.find(({ speaks }) => speaks === true)?.other ?? passive;
}

/** The id of another controller on the same channel and ID that says what the light should have. */
export function rivalOf({ rig, sender, light }: Hop, letter: string, setting: 'mode' | 'power'): string | null {
  const wanted = light.settings[setting];
  const others = othersOnNet(rig, sender).filter(({ other, speaks }) => {
    const told = other.settings.groups?.[letter];
    return speaks === true && told?.on === true && wanted != null && told[setting] === wanted;
  });
  return others[0]?.other.id ?? null;
}

/** Other controllers of a sender's family, in id order, and whether they speak on its channel and ID. */
function othersOnNet(rig: Hop['rig'], sender: Placed): { other: Placed; speaks: Tri }[] {
  const family = radioInUse(sender)?.family;
  return rig.senders.flatMap((other) => {
    const { role, on, passive, channel } = other.settings;
    const radio = radioInUse(other);
    if (other.id === sender.id || passive === true || radio === null || family === undefined) return [];
    const speaks = [
      same(radio?.family, family),
      same(role, 'master'),
      isBody(other) ? true : (on ?? null),
      same(channel, sender.settings.channel),
      same(networkIdOf(rig, other), networkIdOf(rig, sender)),
    ].reduce(both);
    return speaks === false ? [] : [{ other, speaks }];
  });
}
