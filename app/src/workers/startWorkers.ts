/** The bundler finds a worker by this very form; apart, so that a test can put something else in its place. */
export const startLeastWork = (): Worker => new Worker(new URL('./work.worker.ts', import.meta.url));
export const startFit = (): Worker => new Worker(new URL('./fit.worker.ts', import.meta.url));
export const startPropose = (): Worker => new Worker(new URL('./propose.worker.ts', import.meta.url));
export const startDiagnose = (): Worker => new Worker(new URL('./diagnose.worker.ts', import.meta.url));
export const startStageDrill = (): Worker => new Worker(new URL('./stageDrill.worker.ts', import.meta.url));
export const startReplayDrill = (): Worker => new Worker(new URL('./replayDrill.worker.ts', import.meta.url));
