/** What somebody must look up before anybody can say whether a light fires. docs/model.md, Least work. */
import type { Change } from '../record/change.ts';
import type { SettingPath } from '../record/settings.ts';
import type { FieldRef } from '../rig/check.ts';
import type { Rig } from '../rig/rig.ts';
import type { Judgement } from '../verdict/judge.ts';
import { costOf, isAtCamera, UNMEASURED_WALK_SECONDS } from './cost.ts';

export interface LookUp {
  /** The lights of which nobody can say. */
  lights: readonly string[];
  /** What is to be looked up, each once: at the camera first, then unit by unit, then what a model can do. */
  fields: readonly FieldRef[];
  /** Seconds it takes on top of the work, a walk to a unit counted once for both; what a model can do costs none. */
  seconds: number;
}

export function lookUpFor(rig: Rig, { verdicts }: Judgement, work: readonly Change[]): LookUp {
  const open = verdicts.filter(({ verdict }) => verdict === 'unknown');
  const named = new Map(
    open.flatMap(({ unknown }) => unknown.map((ref) => [`${ref.unit} ${ref.field}`, ref] as const)),
  );
  const fields = [...named.values()].sort(
    (a, b) => placeOf(rig, a) - placeOf(rig, b) || (nameOf(a) < nameOf(b) ? -1 : 1),
  );
  const looks = fields
    .filter(isOnUnit)
    .map(({ unit, field }): Change => ({ unit, setting: field as SettingPath, from: null, to: null }));
  const cost = (changes: readonly Change[]) => {
    const { seconds, unmeasured } = costOf(rig, changes);
    return seconds + unmeasured * UNMEASURED_WALK_SECONDS;
  };
  return {
    lights: [...new Set(open.map(({ unit }) => unit))].sort(),
    fields,
    seconds: cost([...work, ...looks]) - cost(work),
  };
}

const nameOf = ({ unit, field }: FieldRef): string => `${unit} ${field}`;

/** On the unit itself, and not in a manual. */
export const isOnUnit = ({ field }: FieldRef): boolean => !/^(profile|family)\./.test(field);

const placeOf = (rig: Rig, ref: FieldRef): number => (!isOnUnit(ref) ? 2 : isAtCamera(rig, ref.unit) ? 0 : 1);
