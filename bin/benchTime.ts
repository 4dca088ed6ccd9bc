/** Median of many runs, in milliseconds, after a warm-up. */
export const time = (run: () => void): number => timeEach([run])[0]!;

/** The same of several, run in turn. */
export function timeEach(runs: readonly (() => void)[]): number[] {
  for (const run of runs) run();
  const samples: number[][] = runs.map(() => []);
  const until = performance.now() + 1500 * runs.length;
  while (performance.now() < until || samples[0]!.length < 3) {
    for (const [n, run] of runs.entries()) {
      const start = performance.now();
      run();
      samples[n]!.push(performance.now() - start);
    }
  }
  return samples.map((taken) => taken.sort((a, b) => a - b)[taken.length >> 1]!);
}
