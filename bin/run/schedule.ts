/** Runs jobs side by side within so many cores: each begins once what it needs has passed and a place is free for it. */

/** How a job ended. */
export interface Outcome {
  passed: number;
  failed: number;
}

export interface Job<T extends Outcome = Outcome> {
  name: string;
  /** How many cores it keeps busy. One that mostly waits for others takes none, and is never the only thing that is waited for. */
  cores: 0 | 1 | 2;
  /** Names of the jobs that have to pass before. */
  after?: readonly string[];
  /** @param signal says that the whole run is given up. */
  run(signal: AbortSignal): Promise<T>;
}

export interface Ended<T extends Outcome = Outcome> {
  name: string;
  outcome: T;
  /** Null for one that could not begin, since what it needs failed. */
  seconds: number | null;
  /** What it failed of where it threw, or why it did not begin. */
  why: string | null;
}

interface Options<T extends Outcome> {
  cores: number;
  signal: AbortSignal;
  /** What a job comes to that threw or could not begin. */
  none: T;
  onStart?: (name: string) => void;
  onEnd?: (ended: Ended<T>) => void;
}

/**
 * The jobs stand in the order in which they are wanted: whichever comes first of those that may begin and fit begins.
 * @throws Error where a job needs one that is not there, or jobs need each other.
 */
export async function runJobs<T extends Outcome>(jobs: readonly Job<T>[], options: Options<T>): Promise<Ended<T>[]> {
  const { signal, none } = options;
  checkNeeds(jobs);
  const ended = new Map<string, Ended<T>>();
  const running = new Map<string, Promise<void>>();
  let waiting = [...jobs];
  let free = options.cores;

  const end = (one: Ended<T>) => {
    ended.set(one.name, one);
    options.onEnd?.(one);
  };
  const coresOf = (job: Job<T>): number => Math.min(job.cores, options.cores);
  const start = (job: Job<T>) => {
    const cores = coresOf(job);
    free -= cores;
    options.onStart?.(job.name);
    const began = performance.now();
    const done = job
      .run(signal)
      .then(
        (outcome) => ({ outcome, why: null }),
        (error: unknown) => ({ outcome: none, why: error instanceof Error ? error.message : String(error) }),
      )
      .then(({ outcome, why }) => {
        free += cores;
        running.delete(job.name);
        end({ name: job.name, outcome, seconds: (performance.now() - began) / 1000, why });
      });
    running.set(job.name, done);
  };

  while (waiting.length > 0 || running.size > 0) {
    for (const job of waiting) {
      const needs = (job.after ?? []).map((name) => ended.get(name));
      const broken = needs.find((need) => need && need.outcome.failed > 0);
      if (broken) end({ name: job.name, outcome: none, seconds: null, why: `${broken.name} failed` });
      else if (!signal.aborted && needs.every(Boolean) && coresOf(job) <= free) start(job);
    }
    waiting = waiting.filter(({ name }) => !ended.has(name) && !running.has(name));
    if (running.size > 0) await Promise.race(running.values());
    else if (signal.aborted) break;
  }
  return [...ended.values()];
}

function checkNeeds(jobs: readonly Job[]): void {
  const left = new Map(jobs.map(({ name, after }) => [name, new Set(after)]));
  for (const [name, needs] of left)
    for (const need of needs) if (!left.has(need)) throw new Error(`${name} needs ${need}, which is no job here`);
  while (left.size > 0) {
    const ready = [...left].filter(([, needs]) => [...needs].every((need) => !left.has(need))).map(([name]) => name);
    if (ready.length === 0) throw new Error(`jobs that need each other: ${[...left.keys()].join(', ')}`);
    for (const name of ready) left.delete(name);
  }
}
