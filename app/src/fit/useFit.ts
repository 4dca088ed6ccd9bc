import type { FitCell, FitChoice } from '@ergon/core/fit/fit';
import { useEffect, useState } from 'react';
import type { FitMessage } from '../workers/fit.worker';

export interface FitState {
  cells: readonly FitCell[] | null;
  progress: { done: number; all: number } | null;
  stopped: boolean;
}

const WAITING: FitState = { cells: null, progress: null, stopped: false };

/** The matrix for a choice, worked out in a worker. A new choice, or `stop`, ends the one before. */
export function useFit(choice: FitChoice): FitState & { stop: () => void; again: () => void } {
  const [round, setRound] = useState(0);
  const [state, setState] = useState<FitState & { of: FitChoice | null; round: number }>({
    ...WAITING,
    of: null,
    round,
  });
  useEffect(() => {
    const worker = new Worker(new URL('../workers/fit.worker.ts', import.meta.url));
    worker.onmessage = ({ data }: MessageEvent<FitMessage>) =>
      setState((old) =>
        old.of === choice && old.stopped
          ? old
          : {
              of: choice,
              round,
              stopped: false,
              cells: 'cells' in data ? data.cells : null,
              progress: 'cells' in data ? null : data,
            },
      );
    worker.postMessage(choice);
    return () => worker.terminate();
  }, [choice, round]);
  const current = state.of === choice && state.round === round ? state : WAITING;
  return {
    ...current,
    stop: () => setState({ ...WAITING, of: choice, round, stopped: true }),
    again: () => setRound(round + 1),
  };
}
