import { netsOf } from '@ergon/core/propose/crewNets';
import type { Proposals } from '@ergon/core/propose/propose';
import type { Wish } from '@ergon/core/propose/wish';
import { useMemo } from 'react';
import { useRig } from '../rig/Rig';
import type { ProposeProgress, ProposeRequest } from '../workers/propose.worker';
import { startPropose } from '../workers/startWorkers';
import { useWorker } from '../workers/useWorker';

/** Proposals for a wish; null asks for nothing. A change of the kit or of the wish starts afresh. */
export function usePropose(wish: Wish | null, event: string) {
  const { rig, kit } = useRig();
  const asked = wish && JSON.stringify(wish);
  const request = useMemo((): ProposeRequest | null => {
    if (asked === null || !rig) return null;
    const { families, profiles, units } = rig;
    const looks = rig.looks.filter((look) => look.event === event);
    return { kit: { families, profiles, units }, wish: { ...(JSON.parse(asked) as Wish), nets: netsOf(rig, looks) } };
    // Looks that come or go meanwhile change no answer that is on its way.
  }, [asked, kit, event]); // eslint-disable-line react-hooks/exhaustive-deps
  return useWorker<ProposeRequest, ProposeProgress, Proposals>(startPropose, request);
}
