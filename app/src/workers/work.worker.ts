/**
 * Searches for the least work, for a way round a lost sender, or for what each mend saves, off the page's own thread,
 * saying how far it is.
 */
import { leastWork, type Work, type WorkOptions } from '@ergon/core/mend/leastWork';
import { type Saving, savingsOf } from '@ergon/core/mend/savings';
import { type WayRound, wayRound } from '@ergon/core/mend/wayRound';
import type { Look } from '@ergon/core/record/look';
import type { OnAir } from '@ergon/core/record/onAir';
import { bagOf, withBag } from '@ergon/core/rig/bag';
import { buildRig, indexKit, type Kit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import type { WorkerMessage } from './useWorker';

interface OfLook {
  kit: Kit;
  look: Look;
  onAir: readonly OnAir[];
}

export interface WorkRequest extends OfLook {
  options: Omit<WorkOptions, 'onProgress'>;
}

/** Judgements spent of those the search may spend, and a good plan as soon as there is one. */
export interface WorkProgress {
  spent: number;
  budget: number;
  plan: Work | null;
}

export interface LossRequest extends OfLook {
  /** The sender that is lost. */
  lost: string;
}

/** Ways tried of those there are. */
export interface LossProgress {
  done: number;
  all: number;
}

export interface SavingsRequest extends OfLook {
  savings: true;
}

self.onmessage = ({ data }: MessageEvent<WorkRequest | LossRequest | SavingsRequest>) => {
  const kit = indexKit(data.kit);
  const rig = buildRig(kit, data.look, data.onAir);
  if ('lost' in data) {
    const post = (message: WorkerMessage<LossProgress, WayRound>) => self.postMessage(message);
    const all = withBag(rig, bagOf(kit));
    const sender = all.placed.get(data.lost)!;
    post({ result: wayRound(all, sender, (done, of) => post({ progress: { done, all: of } })) });
    return;
  }
  if ('savings' in data) {
    const message: WorkerMessage<never, Saving[]> = { result: savingsOf(judge(rig)) };
    self.postMessage(message);
    return;
  }
  const post = (message: WorkerMessage<WorkProgress, Work>) => self.postMessage(message);
  const progress: WorkProgress = { spent: 0, budget: 1, plan: null };
  const onProgress = (spent: number, budget: number) => post({ progress: Object.assign(progress, { spent, budget }) });
  const onPlan = (plan: Work) => post({ progress: Object.assign(progress, { plan }) });
  post({ result: leastWork(rig, { ...data.options, onProgress, onPlan }) });
};
