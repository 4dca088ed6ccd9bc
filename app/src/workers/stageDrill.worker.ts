/** Makes a drill off the page's own thread, saying how far it is. */
import { drillKit } from '@ergon/core/drill/drillKit';
import { stageDrill, stageIncident } from '@ergon/core/drill/staging';
import type { Staged } from '@ergon/core/record/drill';
import type { Incident } from '@ergon/core/record/incident';
import type { Look } from '@ergon/core/record/look';
import { indexKit, type Kit } from '@ergon/core/rig/rig';
import { PRACTICE } from './practice';
import type { WorkerMessage } from './useWorker';

export type StageRequest =
  | { source: 'practice'; level: number; seed: string }
  | { source: 'look'; level: number; seed: string; kit: Kit; look: Look }
  | { source: 'incident'; incident: Incident; kit: Kit; look: Look };

export interface Made {
  staged: Staged;
  kit: Kit;
}

/** Null where nothing could be hidden so that it can be found. */
export interface StageResult {
  made: Made | null;
}

self.onmessage = ({ data }: MessageEvent<StageRequest>) => {
  const post = (message: WorkerMessage<number, StageResult>) => self.postMessage(message);
  const whole = data.source === 'practice' ? PRACTICE : data.kit;
  const kit = indexKit(whole);
  const onStep = (progress: number) => post({ progress });
  const looks = data.source === 'practice' ? PRACTICE.looks : [data.look];
  const staged =
    data.source === 'incident'
      ? stageIncident(kit, data.look, data.incident)
      : stageDrill({ kit, source: data.source, looks, level: data.level, seed: data.seed, onStep });
  post({ result: { made: staged && { staged, kit: drillKit(kit, staged.look) } } });
};
