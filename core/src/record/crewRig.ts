import type { Family } from './family.ts';
import type { EventInfo } from './kitDocument.ts';
import type { Look } from './look.ts';
import type { Profile } from './profile.ts';
import type { Settings } from './settings.ts';
import type { TestFire } from './testFire.ts';
import type { Unit } from './unit.ts';

/** One unit's settings in a look, with the version an edit of them must name. */
export interface VersionedSettings {
  settings: Settings;
  version: number;
}

/** How changes reach the settings of a versioned unit: the version stays until the server gives another. */
export const VERSIONED = {
  read: (entry: VersionedSettings): Settings => entry.settings,
  write: (entry: VersionedSettings, settings: Settings): VersionedSettings => ({ ...entry, settings }),
};

/** All a crew has, as the server answers it and the app works on it: a crew's kit is small enough to send whole. */
export interface CrewRig {
  crew: { id: string; name: string; isDemo: boolean };
  member: { name: string };
  event: EventInfo;
  families: Family[];
  profiles: Profile[];
  units: (Unit & { version: number })[];
  looks: (Omit<Look, 'units'> & { units: Record<string, VersionedSettings> })[];
  tests: TestFire[];
  /** The version an edit of a family, a profile or what a look says of itself must name, by id. */
  versions: Record<'families' | 'profiles' | 'looks', Record<string, number>>;
}
