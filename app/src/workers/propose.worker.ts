/** Works out proposals for a wish off the page's own thread, saying how far it is. */
import { propose, type Proposals } from '@ergon/core/propose/propose';
import type { Wish } from '@ergon/core/propose/wish';
import { indexKit, type Kit } from '@ergon/core/rig/rig';
import type { WorkerMessage } from './useWorker';

export interface ProposeRequest {
  kit: Kit;
  wish: Wish;
}

/** Arrangements of senders weighed, of those there are. */
export interface ProposeProgress {
  done: number;
  all: number;
}

self.onmessage = ({ data }: MessageEvent<ProposeRequest>) => {
  const post = (message: WorkerMessage<ProposeProgress, Proposals>) => self.postMessage(message);
  const onProgress = (done: number, all: number) => post({ progress: { done, all } });
  post({ result: propose(indexKit(data.kit), data.wish, onProgress) });
};
