/** Explains each step of a drill off the page's own thread, saying how far it is. */
import { drillKit } from '@ergon/core/drill/drillKit';
import { type Explained, replayOf } from '@ergon/core/drill/replay';
import { faultsOf } from '@ergon/core/drill/staging';
import type { Drill } from '@ergon/core/record/drill';
import { buildRig, indexKit, type Kit } from '@ergon/core/rig/rig';
import { PRACTICE } from './practice';
import type { WorkerMessage } from './useWorker';

export interface ReplayRequest {
  drill: Drill;
  /** The crew's own; not asked for what ships with the app. */
  kit: Kit;
}

export interface ReplayResult {
  /** Null where the kit is no longer one in which this could be hidden. */
  explained: Explained[] | null;
  kit: Kit;
}

self.onmessage = ({ data: { drill, kit: own } }: MessageEvent<ReplayRequest>) => {
  const post = (message: WorkerMessage<number, ReplayResult>) => self.postMessage(message);
  const kit = indexKit(drill.source === 'practice' ? PRACTICE : own);
  const plan = buildRig(kit, drill.look);
  const faults = faultsOf(plan, drill.hidden);
  const onStep = (progress: number) => post({ progress });
  const { seen, steps } = drill;
  const explained = faults && replayOf({ plan, faults, seen, steps, onStep });
  post({ result: { explained, kit: drillKit(kit, drill.look) } });
};
