/** Which of our senders speak to a light: the one rule that nets, letters, costs and cards share. */
import { isByAir } from '../record/settings.ts';
import { isMeantFor } from './meantFor.ts';
import { bodyUnder, hearerOf, type Light, type Placed, radioInUse, type Rig } from './rig.ts';

/**
 * Our masters of the family a light's hearer listens to, on the bodies it is meant for; one whose place nobody recorded
 * may be on any of them, and counts. Channels, IDs and letters are no matter: those can be set.
 */
export function sendersServing(rig: Rig, light: Light): Placed[] {
  if (!isByAir(light.settings) || rig.strangers.has(light.id)) return [];
  const family = radioInUse(hearerOf(rig, light))?.family;
  if (family === undefined) return [];
  return rig.senders.filter((sender) => {
    if (!isOurMaster(rig, sender) || radioInUse(sender)?.family !== family) return false;
    const under = bodyUnder(rig.placed, sender);
    return under ? isMeantFor(rig, light, under) === true : under === undefined;
  });
}

export const isOurMaster = (rig: Rig, sender: Placed): boolean =>
  !rig.strangers.has(sender.id) && sender.settings.role === 'master' && radioInUse(sender) != null;
