import type { Work, WorkOptions } from '@ergon/core/mend/leastWork';
import { useMemo } from 'react';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { startLeastWork } from '../workers/startWorkers';
import { useWorker } from '../workers/useWorker';
import { wholeKit } from '../workers/wholeKit';
import type { WorkProgress, WorkRequest } from '../workers/work.worker';

/** The least work for a look as it stands. A change of the look or of the options starts afresh. */
export function useLeastWork({ look, judgement }: JudgedLook, options: WorkOptions) {
  const { kit, rig } = useRig();
  const asked = JSON.stringify(options);
  const request = useMemo((): WorkRequest => {
    return {
      kit: wholeKit(kit),
      look,
      onAir: rig?.onAir ?? [],
      options: JSON.parse(asked) as WorkOptions,
    };
    // A change of the kit or of the air makes a new judgement of the same look.
  }, [look, judgement, asked]); // eslint-disable-line react-hooks/exhaustive-deps
  return useWorker<WorkRequest, WorkProgress, Work>(startLeastWork, request);
}
