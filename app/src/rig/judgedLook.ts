/** The looks of the rig, joined with the kit and judged. */
import { type Change, withChangedUnits } from '@ergon/core/record/change';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { looksOf } from '@ergon/core/operation/timetable';
import type { Look } from '@ergon/core/record/look';
import { buildRig, type KitIndex } from '@ergon/core/rig/rig';
import { judge, type Judgement } from '@ergon/core/verdict/judge';
import { type LightReadiness, readinessOf } from '@ergon/core/verdict/readiness';
import { useMemo } from 'react';
import { useRig } from './Rig';

/** A look joined with the kit and judged; made once per change of the rig. */
export interface JudgedLook {
  look: Look;
  judgement: Judgement;
  readiness: readonly LightReadiness[];
}

/** The last judgement of each look as it is: an edit makes a new look and leaves the others theirs. */
const judgedLooks = new WeakMap<Look, { kit: KitIndex; tests: CrewRig['tests']; judged: JudgedLook }>();

export function judgeLook(kit: KitIndex, look: Look, tests: CrewRig['tests']): JudgedLook {
  const known = judgedLooks.get(look);
  if (known && known.kit === kit && known.tests === tests) return known.judged;
  const judgement = judge(buildRig(kit, look));
  const own = tests.filter((test) => test.look === look.id);
  const judged = { look, judgement, readiness: readinessOf(judgement, own) };
  judgedLooks.set(look, { kit, tests, judged });
  return judged;
}

/** The same look after changes that are only tried: nothing of it is kept or sent. */
export function tryOnPaper(
  kit: KitIndex,
  judged: JudgedLook,
  changes: readonly Change[],
  tests: CrewRig['tests'],
): JudgedLook {
  if (changes.length === 0) return judged;
  const units = withChangedUnits(judged.look.units, changes);
  return judgeLook(kit, { ...judged.look, units }, tests);
}

/** One look, judged; null while loading or when there is no such look. */
export function useJudgedLook(id: string | undefined): JudgedLook | null {
  const { rig, kit } = useRig();
  const look = rig?.looks.find((one) => one.id === id);
  const tests = rig?.tests;
  return useMemo(() => (look && tests ? judgeLook(kit, look, tests) : null), [kit, look, tests]);
}

/** The looks of an event, in the order of its moments. */
export function useJudgedLooks(event: string | undefined): JudgedLook[] {
  const { rig, kit } = useRig();
  return useMemo(() => {
    if (!rig || event === undefined) return [];
    return looksOf(rig, event).map((look) => judgeLook(kit, look, rig.tests));
  }, [kit, rig, event]);
}
