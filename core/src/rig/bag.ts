/** Units a crew has that are in no look: what lies in the bag, and could be put on. */
import { IN_THE_BAG } from '../record/settings.ts';
import type { Unit } from '../record/unit.ts';
import { type KitIndex, type KitItem, type Placed, type Rig, rigOf } from './rig.ts';

/** Whether a unit can be put on: it is in service and not lent away. */
export const isAtHand = ({ inService, lentTo }: Unit): boolean => inService !== false && lentTo == null;

/** All that could be in the bag. */
export const bagOf = (kit: KitIndex): KitItem[] =>
  [...kit.units.values()].filter(isAtHand).flatMap((unit) => {
    const profile = kit.profiles.get(unit.profile);
    return profile ? [{ unit, profile }] : [];
  });

/** The rig with more units in it that take no part yet; what is placed stays as it is, and a body in the bag serves nobody. */
export function withBag(rig: Rig, items: readonly KitItem[]): Rig {
  const more = items
    .filter(({ unit, profile }) => !rig.placed.has(unit.id) && profile.kind !== 'body')
    .map(({ unit, profile }): Placed => ({ id: unit.id, unit, profile, settings: IN_THE_BAG }));
  if (more.length === 0) return rig;
  const placed = [...rig.placed.values(), ...more].sort((a, b) => (a.id < b.id ? -1 : 1));
  return rigOf(rig.families, placed, rig.around);
}
