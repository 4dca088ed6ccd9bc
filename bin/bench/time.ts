/** How long each is run for, in milliseconds; all of it once where the numbers are not looked at. */
const SPAN_MS = Number(process.env.ERGON_BENCH_MS ?? 1500);
const LEAST_SAMPLES = SPAN_MS > 0 ? 3 : 1;

/** Median of many runs, in milliseconds, after a warm-up. */
export const time = (run: () => void): number => timeEach([run])[0]!;

/** The same of several, run in turn. */
export function timeEach(runs: readonly (() => void)[]): number[] {
  for (const run of runs) run();
  const samples: number[][] = runs.map(() => []);
  const until = performance.now() + SPAN_MS * runs.length;
  while (performance.now() < until || samples[0]!.length < LEAST_SAMPLES) {
    for (const [n, run] of runs.entries()) {
      const start = performance.now();
      run();
      samples[n]!.push(performance.now() - start);
    }
  }
  return samples.map((taken) => taken.sort((a, b) => a - b)[taken.length >> 1]!);
}

/** How long one run takes, in milliseconds. */
export function once(run: () => void): number {
  const start = performance.now();
  run();
  return performance.now() - start;
}
