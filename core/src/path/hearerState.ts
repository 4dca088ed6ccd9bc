/** Whether a unit that should hear is in a state to: on, charged, awake and in the right role. */
import { type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import type { Tri, Walk } from './signalPath.ts';

/** On, with cells that are not flat, and awake: a sleeping remote may be one its sender wakes. */
export function walkAwake(rig: Rig, base: Walk, hearer: Placed, by: 'air' | 'eye' | 'wire'): Walk {
  const { settings, id, profile } = hearer;
  const sleeps = by === 'wire' ? settings.asleep === true : fallsAsleep(rig, hearer);
  const wakes: Tri = by === 'air' && profile.kind !== 'body' ? (profile.wakesByRadio ?? null) : false;
  const awake: Tri = sleeps === false || wakes === true ? true : sleeps === null || wakes === null ? null : false;
  const minutes = profile.kind === 'body' ? null : (profile.sleepMinutes ?? null);
  return base
    .check('hearer.off', settings.on ?? null, id, {}, [{ unit: id, field: 'on' }])
    .check('hearer.battery', settings.cells !== 'flat', id, { cells: settings.cells ?? null })
    .check('hearer.asleep', awake, id, { minutes, quiet: rig.around.quietMinutes }, [
      ...(sleeps === null ? [{ unit: id, field: 'profile.sleepMinutes' }] : []),
      ...(by === 'air' && wakes === null ? [{ unit: id, field: 'profile.wakesByRadio' }] : []),
    ]);
}

/** Asleep as somebody noted, or because nothing was fired for longer than its timer runs; 0 never sleeps. */
function fallsAsleep(rig: Rig, { settings, profile }: Placed): Tri {
  if (settings.asleep != null) return settings.asleep;
  const { quietMinutes } = rig.around;
  if (quietMinutes === null || profile.kind === 'body') return false;
  const { sleepMinutes } = profile;
  return sleepMinutes == null ? null : sleepMinutes > 0 && quietMinutes > sleepMinutes;
}

export const roleHolds = (hearer: Placed, wanted: 'remote' | 'eye'): Tri => {
  const { role } = hearer.settings;
  if (role == null) return null;
  if (role !== wanted) return false;
  return wanted === 'eye' || (radioInUse(hearer)?.roles.includes('remote') ?? true);
};
