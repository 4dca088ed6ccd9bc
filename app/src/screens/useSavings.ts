import type { Saving } from '@ergon/core/mend/savings';
import { useMemo, useState } from 'react';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { startLeastWork } from '../workers/startWorkers';
import { useWorker } from '../workers/useWorker';
import { wholeKit } from '../workers/wholeKit';
import type { SavingsRequest } from '../workers/work.worker';

/** Where there is only one finding, or none, no order is asked for. */
const WORTH_ORDERING = 2;

/** What each mend of a look saves; until it is known what was known before the last change, so that nothing jumps. */
export function useSavings({ look, judgement }: JudgedLook): readonly Saving[] {
  const { kit, rig } = useRig();
  const request = useMemo(
    (): SavingsRequest | null =>
      judgement.findings.filter(({ severity }) => severity !== 'A').length < WORTH_ORDERING
        ? null
        : { kit: wholeKit(kit), look, onAir: rig?.onAir ?? [], savings: true },
    // A change of the kit or of the air makes a new judgement of the same look.
    [look, judgement], // eslint-disable-line react-hooks/exhaustive-deps
  );
  const { result } = useWorker<SavingsRequest, never, Saving[]>(startLeastWork, request);
  const [known, setKnown] = useState<readonly Saving[]>([]);
  if (result !== null && result !== known) setKnown(result);
  return result ?? known;
}
