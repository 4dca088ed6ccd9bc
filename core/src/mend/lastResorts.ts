/** What would serve lights that no work saves: to want less or to get gear, for what fails or for what is wrong behind it. */
import { type Change, mergeChanges } from '../record/change.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import type { Finding } from '../verdict/finding.ts';
import type { Judgement } from '../verdict/judge.ts';
import { rejudge } from '../verdict/rejudge.ts';
import { type Fix, fixesFor, fixOf, MOST_WISHES, wantLessFor } from './fixes.ts';
import { type Need, needFor } from './need.ts';
import { keyOf } from './quickWork.ts';

export interface LastResorts {
  wants: readonly Fix[];
  needs: readonly { lights: readonly string[]; need: Need }[];
}

/** Faults one behind the other that are looked through. */
const MOST_BEHIND = 3;

/** What is said of all that keeps these lights from firing as meant, each thing once. @param allows which changes may be made. */
export function lastResortsFor(
  judgement: Judgement,
  lights: readonly string[],
  allows: (change: Change) => boolean,
): LastResorts {
  const all = leftOf(judgement, lights).map((finding) => behind(judgement, finding, allows, MOST_BEHIND));
  return {
    wants: distinct(
      all.flatMap(({ wants }) => wants),
      ({ changes }) => keyOf(changes),
    ).slice(0, MOST_WISHES),
    needs: distinct(
      all.flatMap(({ needs }) => needs),
      (need) => JSON.stringify(need),
    ),
  };
}

/** Of one finding; where nothing would serve, of what its first fix leaves. */
function behind(
  judgement: Judgement,
  finding: Finding,
  allows: (change: Change) => boolean,
  depth: number,
): LastResorts {
  const wants = wantLessFor(judgement, finding).slice(0, 1);
  const need = needFor(judgement.rig, finding);
  if (wants.length > 0 || need || depth === 0) return { wants, needs: need ? [{ lights: finding.units, need }] : [] };
  const fix = fixesFor(judgement, finding).find(({ changes }) => changes.every(allows));
  if (!fix) return { wants, needs: [] };
  const after = rejudge(judgement, withRigChanges(judgement.rig, fix.changes));
  const next = leftOf(after, finding.units).map((one) => behind(after, one, allows, depth - 1));
  const want = next.flatMap((one) => one.wants)[0];
  return {
    wants: want ? [fixOf(judgement.rig, mergeChanges(fix.changes, want.changes), want.leaves)] : [],
    needs: next.flatMap(({ needs }) => needs),
  };
}

/** What keeps any of these lights from firing as meant. */
const leftOf = ({ findings }: Judgement, lights: readonly string[]): Finding[] =>
  findings.filter(({ severity, units }) => severity !== 'A' && units.some((unit) => lights.includes(unit)));

const distinct = <T>(list: readonly T[], keyed: (one: T) => string): T[] => [
  ...new Map(list.map((one) => [keyed(one), one])).values(),
];
