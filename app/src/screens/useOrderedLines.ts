import type { Shot } from '@ergon/core/shot/lightRun';
import { linesOf, type SignalLine } from '@ergon/core/verdict/signalLine';
import { useMemo } from 'react';
import { byLabel } from '../rig/byLabel';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';

/** The lines of a shot as people look for them; none where there is no shot. */
export function useOrderedLines({ judgement }: JudgedLook, shot: Shot | undefined): SignalLine[] {
  const { names } = useRig();
  return useMemo(() => {
    const order = byLabel(names);
    return shot ? linesOf(judgement, shot).sort((a, b) => order(a.light.id, b.light.id)) : [];
  }, [judgement, shot, names]);
}
