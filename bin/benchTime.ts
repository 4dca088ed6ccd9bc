/** Median of many runs, in milliseconds, after a warm-up. */
export function time(run: () => void): number {
  run();
  const samples: number[] = [];
  const until = performance.now() + 1500;
  while (performance.now() < until || samples.length < 3) {
    const start = performance.now();
    run();
    samples.push(performance.now() - start);
  }
  return samples.sort((a, b) => a - b)[samples.length >> 1]!;
}
