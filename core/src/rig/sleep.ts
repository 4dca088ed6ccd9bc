/** What falls asleep while nothing is fired. docs/model.md, Readiness to fire again. */
import type { Tri } from '../measure/tri.ts';
import { isTrigger, type Placed, type Rig } from './rig.ts';

/** Asleep as somebody noted, or because nothing was fired for longer than its timer runs; 0 never sleeps. */
export function fallsAsleep(rig: Rig, { settings, profile }: Placed): Tri {
  if (settings.asleep != null) return settings.asleep;
  const { quietMinutes } = rig.around;
  if (quietMinutes === null || profile.kind === 'body') return false;
  const { sleepMinutes } = profile;
  return sleepMinutes == null ? null : sleepMinutes > 0 && quietMinutes > sleepMinutes;
}

/** A trigger sleeps wherever it sits; a flash's timer is that of a remote, and a body wakes it by its shoe. */
export const senderSleeps = (rig: Rig, sender: Placed): Tri =>
  isTrigger(sender) ? fallsAsleep(rig, sender) : sender.settings.asleep === true;
