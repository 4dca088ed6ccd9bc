import { keptPlan } from '@ergon/core/mend/losing';
import { wayAfter, type WayRound } from '@ergon/core/mend/wayRound';
import { bagOf, withBag } from '@ergon/core/rig/bag';
import type { Placed, Rig } from '@ergon/core/rig/rig';
import { useMemo } from 'react';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { startLeastWork } from '../workers/startWorkers';
import { useWorker, type Working } from '../workers/useWorker';
import { wholeKit } from '../workers/wholeKit';
import type { LossProgress, LossRequest } from '../workers/work.worker';

export interface FoundWay {
  /** The look with what lies in the bag. */
  rig: Rig;
  way: WayRound | null;
  /** Whether the look keeps it, rather than that it was just found. */
  isKept: boolean;
  search: Working<LossProgress, WayRound>;
}

/**
 * What to do without a sender: what the look keeps for that, else what a worker finds.
 * @param anew look for a way although one is kept.
 */
export function useWayRound({ look, judgement }: JudgedLook, lost: string, anew: boolean): FoundWay {
  const { kit, rig: crew } = useRig();
  const onAir = crew?.onAir;
  const { rig, kept } = useMemo(() => {
    const all = withBag(judgement.rig, bagOf(kit));
    const sender = all.placed.get(lost) as Placed;
    const plan = keptPlan(all, sender);
    return { rig: all, kept: plan && wayAfter(all, sender, plan) };
  }, [judgement, kit, lost]);
  const isKept = kept !== null && !anew;
  const request = useMemo(
    (): LossRequest | null => (isKept ? null : { kit: wholeKit(kit), look, onAir: onAir ?? [], lost }),
    [isKept, kit, look, onAir, lost],
  );
  const search = useWorker<LossRequest, LossProgress, WayRound>(startLeastWork, request);
  return { rig, way: isKept ? kept : search.result, isKept, search };
}
