/** Changes of settings: one setting of one unit going from one value to another. */
import { shutterMicroseconds } from '../measure/stops.ts';
import type { Look } from './look.ts';
import { type SettingPath, type SettingValue, withSetting } from './settings.ts';

export interface Change {
  unit: string;
  setting: SettingPath;
  from: SettingValue;
  to: SettingValue;
}

/** Whether two settings say the same; left out and null do. */
export const isSameValue = (a: SettingValue, b: SettingValue): boolean =>
  JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** Whom a light fires for, how bright it is to be, how the camera is held and how fast it shoots: wanted, and dialled on nothing. */
const WANTED: ReadonlySet<SettingPath> = new Set(['firesFor', 'attitudes', 'secondsBetween', 'burstFrames', 'aim']);

/** Whether a setting is of what the crew wants alone, so that to change it is no work. */
export const isWanted = (setting: SettingPath): boolean => WANTED.has(setting);

/** Wanted where somebody said it; where nobody did, it may be chosen. */
const WANTED_IF_SAID: ReadonlySet<SettingPath> = new Set(['power', 'multiPops', 'multiHz']);

/** The slowest shutter at which a picture taken from the hand is sharp. */
const HAND_HELD = '1/60';

/** Whether a change wants something else, a power too: it mends nothing, and is offered apart. docs/model.md, Fixes. */
export const isWish = (change: Change): boolean =>
  isWanted(change.setting) ||
  (WANTED_IF_SAID.has(change.setting) && change.from != null) ||
  (change.setting === 'mode' && change.from === 'multi') ||
  // It gives less light.
  (change.setting === 'hss' && change.to === true) ||
  (change.setting === 'shutter' && isPutDown(change));

/** Whether a camera so far held in the hand would have to be put down. */
function isPutDown({ from, to }: Change): boolean {
  if (typeof from !== 'string' || typeof to !== 'string') return false;
  const slowest = shutterMicroseconds(HAND_HELD);
  return shutterMicroseconds(from) <= slowest && shutterMicroseconds(to) > slowest;
}

/** Whether a change leaves everything as it is. */
export const isNoChange = (change: Change): boolean => isSameValue(change.from, change.to);

/** Which setting of which unit a change is of: the same for every value. */
export const settingKey = ({ unit, setting }: Pick<Change, 'unit' | 'setting'>): string => `${unit} ${setting}`;

/** Settings by unit after the changes; units that are not there are left alone. */
export function withChangedUnits(units: Look['units'], changes: readonly Change[]): Look['units'] {
  const next = { ...units };
  for (const { unit, setting, to } of changes) {
    const settings = next[unit];
    if (settings !== undefined) next[unit] = withSetting(settings, setting, to);
  }
  return next;
}

/** @throws Error for a change to a unit the look does not hold: that is a mistake in the program. */
export function withChanges(look: Look, changes: readonly Change[]): Look {
  const lost = changes.find(({ unit }) => look.units[unit] === undefined);
  if (lost) throw new Error(`look ${look.id} has no unit ${lost.unit}`);
  return { ...look, units: withChangedUnits(look.units, changes) };
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
