/** Searches for the least work off the page's own thread, saying how far it is. */
import { leastWork, type Work, type WorkOptions } from '@ergon/core/mend/leastWork';
import type { Look } from '@ergon/core/record/look';
import { buildRig, indexKit, type Kit } from '@ergon/core/rig/rig';

export interface WorkRequest {
  kit: Kit;
  look: Look;
  options: Omit<WorkOptions, 'onProgress'>;
}
export type WorkMessage = { spent: number; budget: number } | { work: Work };

self.onmessage = ({ data }: MessageEvent<WorkRequest>) => {
  const post = (message: WorkMessage) => self.postMessage(message);
  const rig = buildRig(indexKit(data.kit), data.look);
  const onProgress = (spent: number, budget: number) => post({ spent, budget });
  post({ work: leastWork(rig, { ...data.options, onProgress }) });
};
