/** Searches for the least work off the page's own thread, saying how far it is. */
import { leastWork, type Work, type WorkOptions } from '@ergon/core/mend/leastWork';
import type { Look } from '@ergon/core/record/look';
import type { OnAir } from '@ergon/core/record/onAir';
import { buildRig, indexKit, type Kit } from '@ergon/core/rig/rig';
import type { WorkerMessage } from './useWorker';

export interface WorkRequest {
  kit: Kit;
  look: Look;
  onAir: readonly OnAir[];
  options: Omit<WorkOptions, 'onProgress'>;
}

/** Judgements spent of those the search may spend, and a good plan as soon as there is one. */
export interface WorkProgress {
  spent: number;
  budget: number;
  plan: Work | null;
}

self.onmessage = ({ data }: MessageEvent<WorkRequest>) => {
  const post = (message: WorkerMessage<WorkProgress, Work>) => self.postMessage(message);
  const rig = buildRig(indexKit(data.kit), data.look, data.onAir);
  const progress: WorkProgress = { spent: 0, budget: 1, plan: null };
  const onProgress = (spent: number, budget: number) => post({ progress: Object.assign(progress, { spent, budget }) });
  const onPlan = (plan: Work) => post({ progress: Object.assign(progress, { plan }) });
  post({ result: leastWork(rig, { ...data.options, onProgress, onPlan }) });
};
