/** Works out a Fit matrix off the page's own thread, saying how far it is. */
import { type FitCell, type FitChoice, fitMatrix } from '@ergon/core/fit/fit';
import type { WorkerMessage } from './useWorker';

export interface FitProgress {
  done: number;
  all: number;
}

/** Messages a matrix sends on its way: more would cost more than they tell. */
const STEPS = 50;

self.onmessage = ({ data }: MessageEvent<FitChoice>) => {
  const post = (message: WorkerMessage<FitProgress, FitCell[]>) => self.postMessage(message);
  const result = fitMatrix(data, (done, all) => {
    if (done % Math.max(1, Math.floor(all / STEPS)) === 0) post({ progress: { done, all } });
  });
  post({ result });
};
