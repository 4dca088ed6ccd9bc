/** What changes want something else than the crew said: whom a light fires for, a wanted power, how fast and how it is shot. */
import { type Change, isWish } from '../record/change.ts';
import { type Settings, withSetting } from '../record/settings.ts';
import { meantFor } from '../rig/meantFor.ts';
import { isFlash, type Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';

/** Whether changes want less, or anything else, than before: such are offered apart and are no work. docs/model.md, Fixes. */
export function asksLess(rig: Rig, changes: readonly Change[]): boolean {
  const named = changes.filter(({ setting }) => setting === 'firesFor');
  if (changes.some((change) => isWish(change) && !named.includes(change))) return true;
  // To name the bodies it fires for already wants nothing else.
  return named.some(({ unit }) => hasOtherBodies(rig, unit, changes));
}

function hasOtherBodies(rig: Rig, unit: string, changes: readonly Change[]): boolean {
  const light = rig.placed.get(unit)!;
  if (!isFlash(light)) return false;
  const after = { ...light, settings: settingsAfter(light.settings, unit, changes) };
  // Where nobody says it any more, it is whom its link can serve then.
  const next = after.settings.firesFor == null ? withRigChanges(rig, changes) : rig;
  return rig.bodies.some((body) => meantFor(rig, light, body).holds !== meantFor(next, after, body).holds);
}

const settingsAfter = (settings: Settings, unit: string, changes: readonly Change[]): Settings =>
  changes
    .filter((change) => change.unit === unit)
    .reduce((next, { setting, to }) => withSetting(next, setting, to), settings);
