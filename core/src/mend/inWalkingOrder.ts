/** The order in which changes are made. */
import type { Change } from '../record/change.ts';
import { settingsSchema } from '../record/lookSchema.ts';
import { GROUP_FIELDS } from '../record/settingTerms.ts';
import { groupPartsOf } from '../record/settingPath.ts';
import type { SettingPath } from '../record/settings.ts';
import type { Rig } from '../rig/rig.ts';
import { isDoneAtCamera } from './cost.ts';

/** At the camera first, then each unit in one visit, the nearest first; on a unit the switch first, and so on down its settings. */
export function inWalkingOrder(rig: Rig, changes: readonly Change[]): Change[] {
  const far = (change: Change) =>
    isDoneAtCamera(rig, change, changes) ? -1 : (rig.placed.get(change.unit)?.settings.walkSeconds ?? Infinity);
  return [...changes].sort(
    (a, b) => far(a) - far(b) || (a.unit < b.unit ? -1 : a.unit > b.unit ? 1 : rankOf(a.setting) - rankOf(b.setting)),
  );
}

const SETTINGS: readonly string[] = Object.keys(settingsSchema.shape);

/** Where a setting stands in a unit's settings; letters after each other, each from its switch on. */
function rankOf(setting: SettingPath): number {
  const group = groupPartsOf(setting);
  if (!group) return SETTINGS.indexOf(setting.split('.')[0]!);
  const within = group.letter.charCodeAt(0) * GROUP_FIELDS.length + GROUP_FIELDS.indexOf(group.field);
  // Below one: all letters stand where the groups stand.
  return SETTINGS.indexOf('groups') + within / 1000;
}
