/** What a unit's own model can be set to. docs/model.md, Fixes. */
import { inRange } from '../measure/range.ts';
import { radiosOf } from '../record/profile.ts';
import { groupPartsOf } from '../record/settingPath.ts';
import type { SettingPath, SettingValue } from '../record/settings.ts';
import { channelRangeOf, hasLetter, idRange } from './net.ts';
import { type Placed, radioInUse, type Rig } from './rig.ts';

/** Whether a unit can be set so; what nobody recorded does not stand against it, and to forget a setting is always possible. */
export function canBeSet(rig: Rig, placed: Placed, setting: SettingPath, value: SettingValue): boolean {
  if (value == null) return true;
  const letter = setting === 'group' ? (value as string) : groupPartsOf(setting)?.letter;
  // What has no radio, or none of the family it is set to, has neither channel, ID nor letter.
  const isDeaf = radioInUse(placed) === null;
  if (letter !== undefined) return !isDeaf && hasLetter(rig, placed, letter);
  switch (setting) {
    case 'channel': {
      const range = channelRangeOf(rig, placed);
      return !isDeaf && (range === null || inRange(value as number, range));
    }
    case 'networkId': {
      const range = idRange(rig, placed);
      return !isDeaf && (value === 0 || (range !== null && inRange(value as number, range)));
    }
    case 'family':
      return radiosOf(placed.profile).some(({ family }) => family === value);
    case 'eye':
      return placed.profile.kind !== 'flash' || (placed.profile.eyes?.includes(value as 'S1') ?? true);
    default:
      return true;
  }
}
