import { useEffect, useState } from 'react';

/** What a worker says: how far it is, or what it found. */
export type WorkerMessage<Progress, Result> = { progress: Progress } | { result: Result };

export interface Working<Progress, Result> {
  result: Result | null;
  progress: Progress | null;
  stopped: boolean;
  stop: () => void;
  again: () => void;
}

interface State<Progress, Result> extends Omit<Working<Progress, Result>, 'stop' | 'again'> {
  /** The request this is about, and how often it was asked. */
  request: unknown;
  round: number;
}

/**
 * What a worker makes of a request, off the page's own thread. Another request, `stop` or leaving ends the one before.
 * @param request kept by the caller for as long as it asks for the same; null asks for nothing.
 */
export function useWorker<Request, Progress, Result>(
  start: () => Worker,
  request: Request | null,
): Working<Progress, Result> {
  const [round, setRound] = useState(0);
  const waiting: State<Progress, Result> = { request, round, result: null, progress: null, stopped: false };
  const [state, setState] = useState(waiting);
  const current = state.request === request && state.round === round ? state : waiting;
  const { stopped } = current;
  useEffect(() => {
    if (request === null || stopped) return;
    const worker = start();
    worker.onmessage = ({ data }: MessageEvent<WorkerMessage<Progress, Result>>) =>
      setState({ request, round, result: null, progress: null, stopped: false, ...data });
    worker.postMessage(request);
    return () => worker.terminate();
  }, [start, request, round, stopped]);
  return {
    result: current.result,
    progress: current.progress,
    stopped,
    // What it found on the way stays.
    stop: () => setState({ ...current, request, round, stopped: true }),
    again: () => setRound(round + 1),
  };
}
