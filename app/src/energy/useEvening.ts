import { type Easing, easingsOf } from '@ergon/core/energy/easings';
import { type Evening, type EveningMoment, eveningOf } from '@ergon/core/energy/evening';
import { momentsOf } from '@ergon/core/operation/timetable';
import type { RankedMoment } from '@ergon/core/operation/crewState';
import { buildRig, type Rig } from '@ergon/core/rig/rig';
import { useMemo } from 'react';
import { useRig } from '../rig/Rig';

export interface EveningShown {
  moments: readonly RankedMoment[];
  evening: Evening;
  easings: readonly Easing[];
}

/** What an evening takes of every light; worked out anew at every change. */
export function useEvening(event: string): EveningShown | null {
  const { rig, kit } = useRig();
  return useMemo(() => {
    if (!rig) return null;
    const moments = momentsOf(rig, event);
    const rigs = new Map<string, Rig>();
    for (const look of rig.looks) if (look.event === event) rigs.set(look.id, buildRig(kit, look, rig.onAir));
    const row = moments.map((moment): EveningMoment => ({ moment, rig: rigs.get(moment.look ?? '') ?? null }));
    return { moments, evening: eveningOf(row), easings: easingsOf(row) };
  }, [rig, kit, event]);
}
