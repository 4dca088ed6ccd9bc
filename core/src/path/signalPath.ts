/** A signal followed station by station, with what became of it at each. docs/model.md, Signal path. */
import type { Tri } from '../measure/tri.ts';
import type { Check, Fault, FieldRef } from '../rig/check.ts';
import { type Stage, stageOf } from '../rig/codes.ts';

export interface Step {
  stage: Stage;
  /** `loss`: the signal goes on, but not as it should. */
  state: 'ok' | 'unknown' | 'loss' | 'fail';
  /** What is or may be wrong; null where all is well. */
  fault: Fault | null;
  /** A loss that lets only part of the shots through: their share, 0 to 1, or null where nobody can say. */
  share?: number | null;
}

/** How far a path has come, and in what state. */
type Standing = Pick<SignalPath, 'failure' | 'unknown' | 'latencyUs' | 'chance'>;

/**
 * The first check that certainly fails ends a path; one that depends on an unrecorded field is noted and passed,
 * because a later certain failure makes the answer certain again.
 */
export class SignalPath {
  /** The path this one goes on from: steps are shared, not copied, since most paths are never read back. */
  private readonly before: SignalPath | null;
  private readonly step: Step | null;
  /** The check that ended it. */
  readonly failure: Fault | null;
  readonly unknown: readonly FieldRef[];
  /** Delay so far, in microseconds. */
  readonly latencyUs: number;
  /** Share of the shots in which it comes this far, 0 to 1; null where it is not all and nobody can say how many. */
  readonly chance: number | null;

  private constructor(before: SignalPath | null, step: Step | null, now: Standing) {
    this.before = before;
    this.step = step;
    this.failure = now.failure;
    this.unknown = now.unknown;
    this.latencyUs = now.latencyUs;
    this.chance = now.chance;
  }

  static readonly start = new SignalPath(null, null, { failure: null, unknown: [], latencyUs: 0, chance: 1 });

  /** Every step so far, in order. */
  get steps(): readonly Step[] {
    const steps: Step[] = [];
    for (let at: SignalPath | null = this; at; at = at.before) if (at.step) steps.push(at.step);
    return steps.reverse();
  }

  /** Whether the signal arrives: no, perhaps, or for certain. */
  get arrives(): Tri {
    if (this.failure) return false;
    return this.unknown.length > 0 ? null : true;
  }

  /** What the signal lost on its way in every shot, without being stopped. */
  get losses(): readonly Fault[] {
    return this.steps.flatMap(({ state, share, fault }) =>
      state === 'loss' && share === undefined && fault ? [fault] : [],
    );
  }

  /** What lets it through in the fewest shots; undefined where all come through. */
  get thinnest(): Fault | undefined {
    const thinned = this.steps.filter((step) => step.share !== undefined);
    return thinned.sort((a, b) => (a.share ?? 0) - (b.share ?? 0))[0]?.fault ?? undefined;
  }

  check(check: Check): SignalPath {
    if (this.failure) return this;
    const stage = stageOf(check.code);
    if (check.holds === true) return this.with({ stage, state: 'ok', fault: null });
    if (check.holds === false) return this.with({ stage, state: 'fail', fault: check });
    return this.with({ stage, state: 'unknown', fault: check }, check.fields);
  }

  /** The signal goes on in spite of what is wrong here. */
  lose(fault: Fault): SignalPath {
    return this.failure ? this : this.with({ stage: stageOf(fault.code), state: 'loss', fault });
  }

  /** The signal comes through in part of the shots only: their share, 0 to 1, or null where nobody can say. */
  thin(fault: Fault, share: number | null): SignalPath {
    if (this.failure) return this;
    const next = this.with({ stage: stageOf(fault.code), state: 'loss', fault, share });
    const chance = this.chance === null || share === null ? null : this.chance * share;
    const { unknown, latencyUs } = next;
    return new SignalPath(next, null, { failure: null, unknown, latencyUs, chance });
  }

  /** A station passed without anything to check there. */
  pass(stage: Stage): SignalPath {
    return this.failure ? this : this.with({ stage, state: 'ok', fault: null });
  }

  /** This path, and then another's steps. */
  followedBy(next: SignalPath): SignalPath {
    if (this.failure) return this;
    const joined = next.steps.reduce<SignalPath>((path, step) => path.with(step), this);
    const chance = this.chance === null || next.chance === null ? null : this.chance * next.chance;
    const unknown = next.unknown.length > 0 ? [...this.unknown, ...next.unknown] : this.unknown;
    const latencyUs = this.latencyUs + next.latencyUs;
    return new SignalPath(joined, null, { failure: next.failure, unknown, latencyUs, chance });
  }

  delayed(us: number): SignalPath {
    if (this.failure) return this;
    const { unknown, latencyUs, chance } = this;
    return new SignalPath(this, null, { failure: null, unknown, latencyUs: latencyUs + us, chance });
  }

  private with(step: Step, missing: readonly FieldRef[] = []): SignalPath {
    return new SignalPath(this, step, {
      failure: step.state === 'fail' ? step.fault : null,
      unknown: missing.length > 0 ? [...this.unknown, ...missing] : this.unknown,
      latencyUs: this.latencyUs,
      chance: this.chance,
    });
  }
}
