import type { ChildProcess } from 'node:child_process';

const STOP_WITHIN_MS = 15_000;
/** Between two starts of a child that keeps dying. */
const MOST_PAUSE_MS = 2000;
/** A child that ran so long deserves another start at once. */
const RAN_A_WHILE_MS = 5000;
/** Starts in a row that may fail before the first that works. */
const MOST_FAILED = 5;

/** Keeps one child alive until told to stop: one that never came up will not; one that did is started again for ever. */
export class Supervised {
  private child: ChildProcess | null = null;
  private stopping = false;
  private failedStarts = 0;
  private wasReady = false;

  /**
   * @param died told each time the child ends without being asked to.
   * @param mayStart asked before it is started again: a start that cannot go well may take long to fail.
   */
  constructor(
    private readonly spawnChild: () => ChildProcess,
    private readonly died: () => void = () => undefined,
    private readonly mayStart: () => boolean = () => true,
  ) {}

  get pid(): number | undefined {
    return this.child?.pid;
  }

  get gaveUp(): boolean {
    return !this.wasReady && this.failedStarts > MOST_FAILED;
  }

  ready(): void {
    this.wasReady = true;
  }

  start(): void {
    const startedAt = Date.now();
    const child = this.spawnChild();
    this.child = child;
    let over = false;
    const ended = () => {
      if (over || this.stopping) return;
      over = true;
      this.failedStarts = Date.now() - startedAt < RAN_A_WHILE_MS ? this.failedStarts + 1 : 1;
      this.died();
      if (!this.gaveUp) this.startIn(Math.min(200 * this.failedStarts, MOST_PAUSE_MS));
    };
    // A child that could not even be made ends with an error alone: out of processes for a moment, or no such program.
    child.once('error', ended);
    child.once('exit', ended);
  }

  private startIn(ms: number): void {
    setTimeout(() => {
      if (this.stopping) return;
      if (this.mayStart()) this.start();
      else this.startIn(MOST_PAUSE_MS);
    }, ms);
  }

  async stop(): Promise<void> {
    this.stopping = true;
    const { child } = this;
    if (!child || child.pid === undefined || child.exitCode !== null || child.signalCode !== null) return;
    const exited = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    const late = setTimeout(() => child.kill('SIGKILL'), STOP_WITHIN_MS);
    await exited;
    clearTimeout(late);
  }
}
