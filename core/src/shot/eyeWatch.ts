/** The eyes of a shot: who watches what, and which pulse each of them answers. docs/model.md, Events. */
import { EYE_LATENCY_US } from '../path/routes.ts';
import type { SignalPath } from '../path/signalPath.ts';
import { distinctFields, fieldRef, type FieldRef, missing } from '../rig/check.ts';
import type { LightRun } from './lightRun.ts';
import { oddsOf, possible, type Pulse, together, type Trigger } from './queued.ts';
import type { TimelineEvent } from './timeline.ts';

/** Pulses closer together than this overlap, and an eye takes them for one. In microseconds. */
export const PULSE_MERGE_US = 1000;

/** An eye in S2 forgets a pulse after so long, in microseconds. */
export const S2_WINDOW_US = 1_000_000;

/** An eye, and the way to it from one of the lights it watches. */
interface Watcher {
  run: LightRun;
  path: SignalPath;
}

const goesThrough = (path: SignalPath, light: string): boolean =>
  path.arrives === true && oddsOf(path, light).chance === 1;

const nameOf = ({ unit, field }: FieldRef): string => `${unit} ${field}`;

export class EyeWatch {
  private readonly watchers = new Map<string, Watcher[]>();
  /** Eyes of which nobody recorded what they see: any first pulse may set them off. */
  private watchingAnything: LightRun[] = [];

  /**
   * @param fire takes an answer into the queue.
   * @param note takes a pulse that is let pass into the time line.
   */
  constructor(
    private readonly fire: (atUs: number, trigger: Trigger) => void,
    private readonly note: (event: TimelineEvent) => void,
  ) {}

  watch(seen: string, watcher: Watcher): void {
    const list = this.watchers.get(seen);
    if (list) list.push(watcher);
    else this.watchers.set(seen, [watcher]);
  }

  watchAnything(run: LightRun): void {
    this.watchingAnything.push(run);
  }

  isWatched(id: string): boolean {
    return this.watchers.has(id) || this.watchingAnything.length > 0;
  }

  /** Whether an eye fires hangs on all that decides whether the lights it watches do, through other eyes too. */
  shareDoubts(runs: ReadonlyMap<string, LightRun>): void {
    const open = [...runs.values()].filter((run) => run.fires === null && run.light.settings.link === 'eye');
    for (let grows = open.length > 0; grows;) {
      grows = false;
      for (const run of open) {
        const known = new Set(run.unknown.map(nameOf));
        const seen = (run.light.settings.sees ?? []).flatMap((id) => runs.get(id) ?? []);
        const more = seen.filter(({ fires }) => fires === null).flatMap(({ unknown }) => unknown);
        const fresh = new Map(more.filter((ref) => !known.has(nameOf(ref))).map((ref) => [nameOf(ref), ref]));
        if (fresh.size === 0) continue;
        run.unknown = [...run.unknown, ...fresh.values()];
        grows = true;
      }
    }
  }

  /** A pulse comes: whoever may see it counts it. */
  onPulse(atUs: number, event: Pulse): void {
    for (const watcher of this.watchers.get(event.light) ?? []) this.onSeen(atUs, watcher, event);
    const waiting = this.watchingAnything.filter((run) => run.light.id !== event.light);
    if (waiting.length === 0) return;
    this.watchingAnything = this.watchingAnything.filter((run) => run.light.id === event.light);
    for (const run of waiting) {
      this.fireEye(atUs, { run, path: run.path }, event, [fieldRef(run.light.id, 'sees')]);
    }
  }

  /**
   * S1 answers the first pulse of any kind; S2 lets exactly one pass, and forgets it after a while. With possible pulses
   * about, the count is only known between bounds, and so is the answer.
   */
  private onSeen(atUs: number, watcher: Watcher, event: Pulse): void {
    const { run, path } = watcher;
    const { eye } = run.light.settings;
    // One with a pulse it sees already; where that only comes in some of the shots, this one may make up for it.
    const isMerged = event.certain && atUs - run.lastSeenUs < PULSE_MERGE_US;
    if (isMerged && eye !== 'S1') return;
    if (!isMerged) this.remember(atUs, run, event);
    const needed = eye === 'S2' ? 2 : 1;
    if (run.seen.length < needed) {
      this.note({
        atUs,
        kind: 'pulse-ignored',
        unit: run.light.id,
        pulse: event.pulse,
        cause: event.light,
        ...possible(event.certain),
      });
      return;
    }
    const unknown = distinctFields([...missing([run.light.id, 'eye', eye]), ...run.seenUnknown, ...path.unknown]);
    // What may have come before only makes it sooner.
    run.surely ||= eye === 'S1' && event.certain && event.odds.chance === 1 && goesThrough(path, run.light.id);
    this.fireEye(atUs, watcher, event, unknown);
  }

  /** A pulse that may have come may also have come later, so it is not forgotten. */
  private remember(atUs: number, run: LightRun, { certain, unknown }: Pulse): void {
    const kept = run.seen.filter((one) => !one.certain || atUs - one.atUs <= S2_WINDOW_US);
    run.seen = [...kept, { atUs, certain }];
    if (certain) {
      run.pulsesSeen++;
      run.lastSeenUs = atUs;
    } else run.seenUnknown = distinctFields([...run.seenUnknown, ...unknown]);
  }

  /** @param unknown what decides whether it answers; it does for certain where nothing does. */
  private fireEye(atUs: number, { run, path }: Watcher, event: Pulse, unknown: readonly FieldRef[]): void {
    if (run.fires === true && run.chance === 1) return;
    const certain = unknown.length === 0 && path.arrives === true && run.seen.every((one) => one.certain);
    this.fire(atUs + EYE_LATENCY_US, {
      kind: 'trigger',
      light: run.light.id,
      pulse: 'main',
      cause: event.light,
      answers: event.pulse,
      answersTrain: event.train === true,
      certain,
      unknown,
      odds: together(event.odds, oddsOf(path, run.light.id)),
    });
  }
}
