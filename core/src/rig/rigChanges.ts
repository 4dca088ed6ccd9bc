/** The rig after changes of settings. */
import { type Change } from '../record/change.ts';
import { withSetting } from '../record/settings.ts';
import { type Rig, rigOf } from './rig.ts';

export function withRigChanges(rig: Rig, changes: readonly Change[]): Rig {
  const placed = new Map(rig.placed);
  for (const change of changes) {
    const one = placed.get(change.unit)!;
    placed.set(change.unit, { ...one, settings: withSetting(one.settings, change.setting, change.to) });
  }
  return rigOf(rig.families, [...placed.values()], rig.around);
}
