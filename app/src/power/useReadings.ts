import type { Reading } from '@ergon/core/record/reading';
import { useMemo } from 'react';
import { useRig } from '../rig/Rig';

/** What was metered in a look, the latest first. */
export function useReadings(look: string): readonly Reading[] {
  const { rig } = useRig();
  return useMemo(
    () =>
      (rig?.readings ?? [])
        .filter((reading) => reading.look === look)
        .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0)),
    [rig?.readings, look],
  );
}
