/** How one unit is set in a look: reading and changing one setting of it by its path. */
import type { z } from 'zod';
import { HAND } from '../measure/newId.ts';
import type * as schemas from './lookSchema.ts';
import { groupPartsOf, pairPartsOf } from './settingPath.ts';
import type { GroupField, PairField } from './settingTerms.ts';

export type Settings = z.infer<typeof schemas.settingsSchema>;
export type GroupSettings = z.infer<typeof schemas.groupSettingsSchema>;
/** Where a light stands to one other unit. */
export type Pair = z.infer<typeof schemas.pairSchema>;

/** How what lies in the bag is set: it takes no part. */
export const IN_THE_BAG: Settings = { on: false, role: 'off' };

// prettier-ignore
type Letter =
  | 'A' | 'B' | 'C' | 'D' | 'E' | 'F' | 'G' | 'H' | 'I' | 'J' | 'K' | 'L' | 'M'
  | 'N' | 'O' | 'P' | 'Q' | 'R' | 'S' | 'T' | 'U' | 'V' | 'W' | 'X' | 'Y' | 'Z';

/** A sender's setting for one group, such as `groups.C.power`. */
export type GroupPath = `groups.${Letter}.${GroupField}`;

/** Where a light stands to one other unit, by its id: one of it, such as `from.body-2.sight`, or all of it. */
export type PairPath = `from.${string}.${PairField}` | `from.${string}`;

/** A setting by name. */
export type SettingPath = Exclude<keyof Settings, 'groups' | 'from' | 'ifLost'> | GroupPath | PairPath;
/** A setting whose name alone says what it is. */
export type PlainSetting = Exclude<SettingPath, GroupPath | PairPath>;
export type SettingValue =
  Exclude<Settings[keyof Settings], Settings['groups' | 'from' | 'ifLost']> | Pair | null | undefined;

export const pairPath = (other: string, field: PairField): PairPath => `from.${other}.${field}`;

/** @param letter one capital letter, as the schema has checked. */
export const groupPath = (letter: string, field: GroupField): GroupPath => `groups.${letter as Letter}.${field}`;

/** Whether a light is reached through the air: by radio or by coded light. */
export const isByAir = (settings: Settings): boolean => settings.link === 'radio' || settings.link === 'optical';

export function readSetting(settings: Settings, path: SettingPath): SettingValue {
  const pair = pairPartsOf(path);
  if (pair)
    return (pair.field === null ? settings.from?.[pair.other] : settings.from?.[pair.other]?.[pair.field]) ?? null;
  const group = groupPartsOf(path);
  if (!group) return (settings[path as keyof Settings] as SettingValue) ?? null;
  return settings.groups?.[group.letter]?.[group.field] ?? null;
}

/** A copy with one setting changed; null removes it, since left out and null mean the same. */
export function withSetting(settings: Settings, path: SettingPath, value: SettingValue): Settings {
  const pair = pairPartsOf(path);
  if (pair) {
    const { other, field } = pair;
    const changed = field === null ? ((value as Pair | null) ?? {}) : { ...settings.from?.[other], [field]: value };
    return withPairs(settings, { ...settings.from, [other]: changed as Pair });
  }
  const group = groupPartsOf(path);
  if (group) {
    const { letter, field } = group;
    const changed = { ...settings.groups?.[letter], [field]: value };
    return withGroups(settings, { ...settings.groups, [letter]: changed });
  }
  const next = { ...settings, [path]: value };
  if (value == null) delete next[path as keyof Settings];
  return next as Settings;
}

/** A copy with several settings changed at once. */
export function withSettings(settings: Settings, changes: Iterable<readonly [SettingPath, SettingValue]>): Settings {
  const next: Record<string, unknown> = { ...settings };
  const groups: Record<string, Record<string, unknown>> = {};
  for (const [path, value] of changes) {
    const group = groupPartsOf(path);
    if (group) (groups[group.letter] ??= { ...settings.groups?.[group.letter] })[group.field] = value;
    else if (pairPartsOf(path)) next.from = withSetting(next as Settings, path, value).from;
    else if (value == null) delete next[path];
    else next[path] = value;
  }
  return Object.keys(groups).length === 0
    ? (next as Settings)
    : withGroups(next as Settings, { ...settings.groups, ...groups } as Settings['groups']);
}

/** A group nothing is recorded of is as good as left out, and is. */
export function withGroups(settings: Settings, groups: Settings['groups']): Settings {
  const { groups: _groups, ...rest } = settings;
  const recorded = recordedOf(groups);
  return recorded === null ? rest : { ...rest, groups: recorded };
}

/** The same of the units it stands to. */
export function withPairs(settings: Settings, from: Settings['from']): Settings {
  const { from: _from, ...rest } = settings;
  const recorded = recordedOf(from);
  return recorded === null ? rest : { ...rest, from: recorded };
}

/** The entries of which something is recorded; null when there is none. */
function recordedOf<T extends object>(
  entries: Readonly<Record<string, T>> | null | undefined,
): Record<string, T> | null {
  const recorded = Object.entries(entries ?? {}).flatMap(([key, entry]) => {
    const fields = Object.entries(entry).filter(([, value]) => value != null);
    return fields.length === 0 ? [] : [[key, Object.fromEntries(fields) as T] as const];
  });
  return recorded.length === 0 ? null : Object.fromEntries(recorded);
}

/** The settings that name other units of the same look. */
export function unitReferences(settings: Settings): readonly (readonly [field: string, ids: readonly string[]])[] {
  const { mount, receiver, sees, firesFor, from } = settings;
  return [
    ['mount', mount == null || mount === HAND ? [] : [mount]],
    ['receiver', receiver == null ? [] : [receiver]],
    ['sees', sees ?? []],
    ['firesFor', firesFor ?? []],
    ...Object.keys(from ?? {}).map((other) => [`from.${other}`, [other]] as const),
  ];
}
