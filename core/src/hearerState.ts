/** Whether a unit that should hear is in a state to: on, charged, awake and in the right role. */
import { type Placed, radioInUse } from './rig.ts';
import type { Tri, Walk } from './walk.ts';

/** On, with cells that are not flat, and awake: a sleeping remote may be one its sender wakes. */
export function walkAwake(base: Walk, hearer: Placed, byAir: boolean): Walk {
  const { settings, id, profile } = hearer;
  const wakes: Tri = byAir && profile.kind !== 'body' ? (profile.wakesByRadio ?? null) : false;
  return base
    .check('hearer.off', settings.on ?? null, id, {}, [{ unit: id, field: 'on' }])
    .check('hearer.battery', settings.cells !== 'flat', id, { cells: settings.cells ?? null })
    .check('hearer.asleep', settings.asleep === true ? wakes : true, id, {}, [
      { unit: id, field: 'profile.wakesByRadio' },
    ]);
}

export const roleHolds = (hearer: Placed, wanted: 'remote' | 'eye'): Tri => {
  const { role } = hearer.settings;
  if (role == null) return null;
  if (role !== wanted) return false;
  return wanted === 'eye' || (radioInUse(hearer)?.roles.includes('remote') ?? true);
};
