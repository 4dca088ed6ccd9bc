/** The bundler finds a worker by this very form; apart, so that a test can put something else in its place. */
export const startWork = (): Worker => new Worker(new URL('./work.worker.ts', import.meta.url));
