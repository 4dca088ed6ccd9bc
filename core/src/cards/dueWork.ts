/** What was changed here and is not yet on the units: planned and dialled are two things. docs/model.md, Cards. */
import { type Change, isSameValue, isWanted } from '../record/change.ts';
import { readSetting, type SettingValue } from '../record/settings.ts';
import type { Rig } from '../rig/rig.ts';

export interface DueChange {
  change: Change;
  /** Somebody said that it is on the unit. */
  isDialled: boolean;
}

/**
 * Changes that somebody has to make on a unit, ticked or not, in the order they were made. What is planned otherwise by now is
 * not among them, nor what is only wanted.
 */
export function dueOf(rig: Rig, changes: readonly Change[]): DueChange[] {
  return changes.flatMap((change): DueChange[] => {
    const placed = rig.placed.get(change.unit);
    if (!placed || isWanted(change.setting)) return [];
    if (!isSameValue(readSetting(placed.settings, change.setting), change.to)) return [];
    const dialled = placed.unit.dialled?.[change.setting];
    return [{ change, isDialled: dialled != null && isSameValue(dialled.value as SettingValue, change.to) }];
  });
}
