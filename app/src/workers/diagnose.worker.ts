/** Looks for what may be wrong off the page's own thread, saying how far it is. */
import { type Diagnosis, diagnose } from '@ergon/core/diagnose/diagnosis';
import { foundBefore } from '@ergon/core/diagnose/ownLog';
import { Reality } from '@ergon/core/diagnose/reality';
import type { Incident } from '@ergon/core/record/incident';
import type { Look } from '@ergon/core/record/look';
import type { OnAir } from '@ergon/core/record/onAir';
import { buildRig, indexKit, type Kit } from '@ergon/core/rig/rig';
import type { WorkerMessage } from './useWorker';

export interface DiagnoseRequest {
  kit: Kit;
  look: Look;
  onAir: readonly OnAir[];
  incident: Pick<Incident, 'seen' | 'checks'>;
  /** Of this crew, ended ones among them: what was found before weighs. */
  incidents: readonly Incident[];
}

/** Share of the faults tried, 0 to 1. */
export type DiagnoseProgress = number;

self.onmessage = ({ data }: MessageEvent<DiagnoseRequest>) => {
  const post = (message: WorkerMessage<DiagnoseProgress, Diagnosis>) => self.postMessage(message);
  const reality = new Reality(buildRig(indexKit(data.kit), data.look, data.onAir));
  const { incident } = data;
  const onStep = (progress: number) => post({ progress });
  post({ result: diagnose({ reality, incident, found: foundBefore(data.incidents), onStep }) });
};
