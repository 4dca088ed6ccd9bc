/** What changes want something else than the crew said: whom a light fires for, a wanted power, how fast and how it is shot. */
import { type Change, isWish } from '../record/change.ts';
import { meantFor } from '../rig/meantFor.ts';
import { isFlash, type Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';

/** Whether changes want less, or anything else, than before: such are offered apart and are no work. docs/model.md, Fixes. */
export function asksLess(rig: Rig, changes: readonly Change[]): boolean {
  const named = changes.filter(({ setting }) => setting === 'firesFor');
  if (changes.some((change) => isWish(change) && !named.includes(change))) return true;
  // To name the bodies it fires for already wants nothing else.
  return named.length > 0 && hasOtherBodies(rig, withRigChanges(rig, changes), named);
}

const hasOtherBodies = (before: Rig, after: Rig, named: readonly Change[]): boolean =>
  named.some(({ unit }) => {
    const [was, is] = [before.placed.get(unit)!, after.placed.get(unit)!];
    if (!isFlash(was) || !isFlash(is)) return false;
    return before.bodies.some((body) => meantFor(before, was, body).holds !== meantFor(after, is, body).holds);
  });
