/** The looks of the rig, joined with the kit and judged. */
import { type Change, withChangedUnits } from '@ergon/core/record/change';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { looksOf } from '@ergon/core/operation/timetable';
import type { Look } from '@ergon/core/record/look';
import { IN_THE_BAG } from '@ergon/core/record/settings';
import { buildRig, type KitIndex } from '@ergon/core/rig/rig';
import { judge, type Judgement } from '@ergon/core/verdict/judge';
import { rejudge } from '@ergon/core/verdict/rejudge';
import { type LightReadiness, readinessOf } from '@ergon/core/verdict/readiness';
import { useMemo } from 'react';
import { useRig } from './Rig';
import { useAfterPicture } from './useAfterPicture';

/** A look joined with the kit and judged; made once per change of the rig. */
export interface JudgedLook {
  look: Look;
  judgement: Judgement;
  readiness: readonly LightReadiness[];
}

/** What a judgement rests on beyond the look and the kit: the test fires, and what is on the air. */
export type Around = Pick<CrewRig, 'tests' | 'onAir'>;

/** The last judgement of each look as it is: an edit makes a new look and leaves the others theirs. */
const judgedLooks = new WeakMap<Look, Around & { kit: KitIndex; judged: JudgedLook }>();

/** What was last judged of each look, by its id, also on paper: most of it is the same after the next edit. */
const latest = new Map<string, Judgement>();

function knownJudgement(kit: KitIndex, look: Look, { tests, onAir }: Around): JudgedLook | null {
  const known = judgedLooks.get(look);
  return known && known.kit === kit && known.tests === tests && known.onAir === onAir ? known.judged : null;
}

export function judgeLook(kit: KitIndex, look: Look, around: Around): JudgedLook {
  const known = knownJudgement(kit, look, around);
  if (known) return known;
  const { tests, onAir } = around;
  const rig = buildRig(kit, look, onAir);
  const before = latest.get(look.id);
  const judgement = before ? rejudge(before, rig) : judge(rig);
  latest.set(look.id, judgement);
  const own = tests.filter((test) => test.look === look.id);
  const judged = { look, judgement, readiness: readinessOf(judgement, own) };
  judgedLooks.set(look, { kit, tests, onAir, judged });
  return judged;
}

/** The same look after changes that are only tried, with what they bring out of the bag: nothing of it is kept or sent. */
export function tryOnPaper(kit: KitIndex, judged: JudgedLook, changes: readonly Change[], around: Around): JudgedLook {
  if (changes.length === 0) return judged;
  const brought = changes.flatMap(({ unit }) => (kit.units.has(unit) ? [[unit, IN_THE_BAG] as const] : []));
  const units = withChangedUnits({ ...Object.fromEntries(brought), ...judged.look.units }, changes);
  return judgeLook(kit, { ...judged.look, units }, around);
}

/** One look, judged; null while loading or when there is no such look. */
export function useJudgedLook(id: string | undefined): JudgedLook | null {
  const { rig, kit } = useRig();
  const look = rig?.looks.find((one) => one.id === id);
  const [tests, onAir] = [rig?.tests, rig?.onAir];
  return useMemo(
    () => (look && tests && onAir ? judgeLook(kit, look, { tests, onAir }) : null),
    [kit, look, tests, onAir],
  );
}

/** The looks of an event, in the order of its moments. */
export function useJudgedLooks(event: string | undefined): JudgedLook[] {
  const { rig, kit } = useRig();
  return useMemo(() => {
    if (!rig || event === undefined) return [];
    return looksOf(rig, event).map((look) => judgeLook(kit, look, rig));
  }, [kit, rig, event]);
}

/**
 * The same for a first picture: the looks stand there before they are judged, since a phone takes its time for that.
 * @returns `judged` null until they are.
 */
export function useLooksJudgedSoon(event: string): { looks: readonly Look[]; judged: readonly JudgedLook[] | null } {
  const { rig, kit } = useRig();
  const looks = useMemo(() => (rig ? looksOf(rig, event) : []), [rig, event]);
  const isKnown = rig !== null && looks.every((look) => knownJudgement(kit, look, rig) !== null);
  const isTime = useAfterPicture(isKnown);
  const judged = useMemo(
    () => (isTime && rig ? looks.map((look) => judgeLook(kit, look, rig)) : null),
    [isTime, kit, looks, rig],
  );
  return { looks, judged };
}
