import type { Work, WorkOptions } from '@ergon/core/mend/leastWork';
import { useEffect, useState } from 'react';
import { type JudgedLook, plainLook, useRig } from '../rig/Rig';
import { startWork } from '../workers/startWork';
import type { WorkMessage } from '../workers/work.worker';

export interface WorkState {
  work: Work | null;
  progress: { spent: number; budget: number } | null;
  stopped: boolean;
}

const WAITING: WorkState = { work: null, progress: null, stopped: false };

/** The least work for a look as it stands. A change of the look or of the options starts afresh. */
export function useLeastWork(judged: JudgedLook, options: WorkOptions): WorkState & { stop: () => void } {
  const { rig } = useRig();
  const asked = JSON.stringify(options);
  const key = { look: judged.look, asked };
  const [state, setState] = useState<WorkState & { of: typeof key | null }>({ ...WAITING, of: null });
  const { look } = judged;
  useEffect(() => {
    if (!rig) return;
    const worker = startWork();
    const of = { look, asked };
    worker.onmessage = ({ data }: MessageEvent<WorkMessage>) =>
      setState((old) =>
        old.stopped && isOf(old.of, look, asked)
          ? old
          : { of, stopped: false, work: 'work' in data ? data.work : null, progress: 'work' in data ? null : data },
      );
    const { families, profiles, units } = rig;
    worker.postMessage({ kit: { families, profiles, units }, look: plainLook(look), options: JSON.parse(asked) });
    return () => worker.terminate();
    // The kit's parts only change with the look's judgement, which makes a new look.
  }, [look, asked]); // eslint-disable-line react-hooks/exhaustive-deps
  const current = isOf(state.of, look, asked) ? state : WAITING;
  return { ...current, stop: () => setState({ ...WAITING, of: key, stopped: true }) };
}

const isOf = (of: { look: unknown; asked: string } | null, look: unknown, asked: string): boolean =>
  of !== null && of.look === look && of.asked === asked;
