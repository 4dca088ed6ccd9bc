/** Changes of settings: one setting of one unit going from one value to another. */
import type { Look } from './look.ts';
import { type SettingPath, type Settings, type SettingValue, withSetting } from './settings.ts';

export interface Change {
  unit: string;
  setting: SettingPath;
  from: SettingValue;
  to: SettingValue;
}

/** Whether two settings say the same; left out and null do. */
export const isSameValue = (a: SettingValue, b: SettingValue): boolean =>
  JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** Whether a change leaves everything as it is. */
export const isNoChange = (change: Change): boolean => isSameValue(change.from, change.to);

/** Which setting of which unit a change is of: the same for every value. */
export const settingKey = ({ unit, setting }: Pick<Change, 'unit' | 'setting'>): string => `${unit} ${setting}`;

/**
 * A record of units by id after the changes; units that are not in it are left alone.
 * @param read the settings of a unit's entry, and `write` the entry with other settings.
 */
export function withChangedUnits<T>(
  units: Readonly<Record<string, T>>,
  changes: readonly Change[],
  { read, write }: { read: (entry: T) => Settings; write: (entry: T, settings: Settings) => T },
): Record<string, T> {
  const next = { ...units };
  for (const change of changes) {
    const entry = next[change.unit];
    if (entry !== undefined) next[change.unit] = write(entry, withSetting(read(entry), change.setting, change.to));
  }
  return next;
}

/** @throws Error for a change to a unit the look does not hold: that is a mistake in the program. */
export function withChanges(look: Look, changes: readonly Change[]): Look {
  const lost = changes.find(({ unit }) => look.units[unit] === undefined);
  if (lost) throw new Error(`look ${look.id} has no unit ${lost.unit}`);
  const own = { read: (settings: Settings) => settings, write: (_: Settings, settings: Settings) => settings };
  return { ...look, units: withChangedUnits(look.units, changes, own) };
}

/** Later changes win, and keep the value the first one started from. */
export function mergeChanges(first: readonly Change[], next: readonly Change[]): Change[] {
  const merged = new Map(first.map((change) => [settingKey(change), change]));
  for (const change of next) {
    const earlier = merged.get(settingKey(change));
    merged.set(settingKey(change), earlier ? { ...change, from: earlier.from } : change);
  }
  return [...merged.values()];
}

export const inverse = (changes: readonly Change[]): Change[] =>
  [...changes].reverse().map((change) => ({ ...change, from: change.to, to: change.from }));
