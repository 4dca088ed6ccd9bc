/** How one unit is set in a look: reading and changing one setting of it by its path. */
import type { z } from 'zod';
import type * as schemas from './lookSchema.ts';
import { GROUP_FIELDS, type GroupField } from './settingTerms.ts';

export type Settings = z.infer<typeof schemas.settingsSchema>;
export type GroupSettings = z.infer<typeof schemas.groupSettingsSchema>;

// prettier-ignore
type Letter =
  | 'A' | 'B' | 'C' | 'D' | 'E' | 'F' | 'G' | 'H' | 'I' | 'J' | 'K' | 'L' | 'M'
  | 'N' | 'O' | 'P' | 'Q' | 'R' | 'S' | 'T' | 'U' | 'V' | 'W' | 'X' | 'Y' | 'Z';

/** A sender's setting for one group, such as `groups.C.power`. */
export type GroupPath = `groups.${Letter}.${GroupField}`;

/** A setting by name. */
export type SettingPath = Exclude<keyof Settings, 'groups'> | GroupPath;
export type SettingValue = Exclude<Settings[keyof Settings], Settings['groups']> | null | undefined;

/** Settings that are the crew's wish rather than dialled on a unit: to want less is no work, and mends nothing. */
export const INTENTIONS: ReadonlySet<SettingPath> = new Set(['firesFor']);

const GROUP_PATH = new RegExp(`^groups\\.([A-Z])\\.(${GROUP_FIELDS.join('|')})$`);

/** The letter and the field of a group's path; null for any other setting. */
export function groupPartsOf(path: string): { letter: string; field: GroupField } | null {
  const match = GROUP_PATH.exec(path);
  return match && { letter: match[1]!, field: match[2] as GroupField };
}

/** @param letter one capital letter, as the schema has checked. */
export const groupPath = (letter: string, field: GroupField): GroupPath => `groups.${letter as Letter}.${field}`;

/** Whether a light is reached through the air: by radio or by coded light. */
export const isByAir = (settings: Settings): boolean => settings.link === 'radio' || settings.link === 'optical';

export function readSetting(settings: Settings, path: SettingPath): SettingValue {
  const group = groupPartsOf(path);
  if (!group) return (settings[path as keyof Settings] as SettingValue) ?? null;
  return settings.groups?.[group.letter]?.[group.field] ?? null;
}

/** A copy with one setting changed; null removes it, since left out and null mean the same. */
export function withSetting(settings: Settings, path: SettingPath, value: SettingValue): Settings {
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

/** A group nothing is recorded of is as good as left out, and is. */
export function withGroups(settings: Settings, groups: Settings['groups']): Settings {
  const recorded = Object.entries(groups ?? {}).flatMap(([letter, told]) => {
    const fields = Object.entries(told).filter(([, value]) => value != null);
    return fields.length === 0 ? [] : [[letter, Object.fromEntries(fields)] as const];
  });
  const { groups: _groups, ...rest } = settings;
  return recorded.length === 0 ? rest : { ...rest, groups: Object.fromEntries(recorded) };
}

/** The settings that name other units of the same look. */
export function unitReferences(settings: Settings): readonly (readonly [field: string, ids: readonly string[]])[] {
  const { mount, receiver, sees, firesFor } = settings;
  return [
    ['mount', mount == null ? [] : [mount]],
    ['receiver', receiver == null ? [] : [receiver]],
    ['sees', sees ?? []],
    ['firesFor', firesFor ?? []],
  ];
}
