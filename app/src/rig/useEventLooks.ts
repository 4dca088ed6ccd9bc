import type { EventLooks } from '@ergon/core/air/eventAir';
import { looksOf } from '@ergon/core/operation/timetable';
import { useMemo } from 'react';
import { useRig } from './Rig';

/** The looks of an event in the order of the evening, with the kit and the air: what its plans are made of. */
export function useEventLooks(event: string | undefined): EventLooks | null {
  const { rig, kit } = useRig();
  return useMemo(
    () => (rig && event !== undefined ? { kit, event, looks: looksOf(rig, event), onAir: rig.onAir } : null),
    [rig?.looks, rig?.moments, rig?.onAir, kit, event], // eslint-disable-line react-hooks/exhaustive-deps
  );
}
