/** The browser of these tests has no workers: one that never answers, unless a test puts its own in place. */
class SilentWorker {
  onmessage = null;
  postMessage(): void {}
  terminate(): void {}
}

const start = (): Worker => new SilentWorker() as unknown as Worker;

export const startLeastWork = start;
export const startFit = start;
export const startPropose = start;
export const startDiagnose = start;
export const startStageDrill = start;
export const startReplayDrill = start;
