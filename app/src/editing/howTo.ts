import type { Change } from '@ergon/core/record/change';
import type { KitIndex } from '@ergon/core/rig/rig';
import { howToOf } from '@ergon/core/words/cardWording';
import { useRig } from '../rig/Rig';

/** How to reach a setting on a unit, in the crew's own words; null when nobody wrote it down. */
export function howTo(kit: KitIndex, unit: string, setting: string): string | null {
  const profile = kit.profiles.get(kit.units.get(unit)?.profile ?? '');
  return profile ? howToOf(profile, setting) : null;
}

export function useHowTo(unit: string, setting: string): string | null {
  return howTo(useRig().kit, unit, setting);
}

/** The ways through the menus for the changes of a fix: each once, with all units it is the way for. */
export function howTosFor(kit: KitIndex, changes: readonly Change[]): string[] {
  const ways = new Map<string, Set<string>>();
  for (const { unit, setting } of changes) {
    const way = howTo(kit, unit, setting);
    if (way !== null) ways.set(way, (ways.get(way) ?? new Set()).add(kit.units.get(unit)!.label));
  }
  return [...ways].map(([way, labels]) => `${[...labels].join(', ')}: ${way}`);
}
