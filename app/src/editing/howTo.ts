import type { Change } from '@ergon/core/record/change';
import { HOW_TO_KEYS, type HowToKey } from '@ergon/core/record/profileTerms';
import { groupPartsOf } from '@ergon/core/record/settings';
import type { KitIndex } from '@ergon/core/rig/rig';
import { useRig } from '../rig/Rig';

/** Which way through the menus a setting is reached by: a sender's `groups.C.power` is its power. */
function keyFor(setting: string): HowToKey | null {
  const group = groupPartsOf(setting);
  const field = group ? (group.field === 'on' ? 'group' : group.field) : setting;
  return HOW_TO_KEYS.find((key) => key === field) ?? null;
}

/** How to reach a setting on a unit, in the crew's own words; null when nobody wrote it down. */
export function howTo(kit: KitIndex, unit: string, setting: string): string | null {
  const key = keyFor(setting);
  const profile = kit.profiles.get(kit.units.get(unit)?.profile ?? '');
  return (key && profile?.howTo?.[key]) || null;
}

export function useHowTo(unit: string, setting: string): string | null {
  return howTo(useRig().kit, unit, setting);
}

/** The ways through the menus for the changes of a fix, each once. */
export function howTosFor(kit: KitIndex, changes: readonly Change[]): string[] {
  const lines = changes.map(({ unit, setting }) => {
    const way = howTo(kit, unit, setting);
    return way === null ? null : `${kit.units.get(unit)!.label}: ${way}`;
  });
  return [...new Set(lines.filter((line) => line !== null))];
}
