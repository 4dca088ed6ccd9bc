import type { z } from 'zod';
import type * as schemas from './lookSchema.ts';

/** Looks and the settings in them. The schemas stand apart, so that the app can judge without loading Zod. */

export const ROLES = ['off', 'local', 'master', 'remote', 'eye'] as const;
/** `cord` carries one shoe system from end to end; `cable` carries the fire signal alone. */
export const LINKS = ['shoe', 'radio', 'optical', 'cord', 'cable', 'eye'] as const;
export const MODES = ['manual', 'ttl', 'multi'] as const;
export const CURTAINS = ['front', 'rear'] as const;
export const SIGHTS = ['direct', 'bounce', 'blocked'] as const;
export const CELLS = ['good', 'low', 'flat'] as const;
/** How a camera is held. */
export const ATTITUDES = ['level', 'upright'] as const;
export type Attitude = (typeof ATTITUDES)[number];
export const SELECTORS = ['camera', 'flash'] as const;

export type Settings = z.infer<typeof schemas.settingsSchema>;
export type GroupSettings = z.infer<typeof schemas.groupSettingsSchema>;
export type Emitter = z.infer<typeof schemas.emitterSchema>;
export type Look = z.infer<typeof schemas.lookSchema>;

/** Whether a light is reached through the air: by radio or by coded light. */
export const isByAir = (settings: Settings): boolean => settings.link === 'radio' || settings.link === 'optical';

/** A setting by name; a sender's group settings are written `groups.C.power`. */
export type SettingPath = string;
export type SettingValue = unknown;

const GROUP_PATH = /^groups\.([A-Z])\.(on|mode|power)$/;

export function readSetting(settings: Settings, path: SettingPath): SettingValue {
  const match = GROUP_PATH.exec(path);
  if (!match) return settings[path as keyof Settings] ?? null;
  return settings.groups?.[match[1]!]?.[match[2] as keyof GroupSettings] ?? null;
}

/** A copy with one setting changed; null removes it, since left out and null mean the same. */
export function withSetting(settings: Settings, path: SettingPath, value: SettingValue): Settings {
  const match = GROUP_PATH.exec(path);
  if (match) {
    const letter = match[1]!;
    const group = { ...settings.groups?.[letter], [match[2]!]: value };
    if (value == null) delete group[match[2] as keyof GroupSettings];
    return { ...settings, groups: { ...settings.groups, [letter]: group } };
  }
  const next = { ...settings, [path]: value };
  if (value == null) delete next[path as keyof Settings];
  return next as Settings;
}

/** One setting of one unit going from one value to another. */
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

/** The look after the changes; a change to a unit the look does not hold is a programmer error. */
export function withChanges(look: Look, changes: readonly Change[]): Look {
  const units = { ...look.units };
  for (const change of changes) {
    const settings = units[change.unit];
    if (!settings) throw new Error(`look ${look.id} has no unit ${change.unit}`);
    units[change.unit] = withSetting(settings, change.setting, change.to);
  }
  return { ...look, units };
}

export const inverse = (changes: readonly Change[]): Change[] =>
  [...changes].reverse().map((change) => ({ ...change, from: change.to, to: change.from }));
