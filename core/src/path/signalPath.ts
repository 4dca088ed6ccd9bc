/** A signal followed station by station, with what became of it at each. docs/model.md, Signal path. */
import type { Tri } from '../measure/tri.ts';
import type { Check, Fault, FieldRef } from '../rig/check.ts';
import { type Stage, stageOf, STAGES } from '../rig/codes.ts';

export interface Step {
  stage: Stage;
  /** `loss`: the signal goes on, but not as it should. */
  state: 'ok' | 'unknown' | 'loss' | 'fail';
  /** What is or may be wrong; null where all is well. */
  fault: Fault | null;
  /** A loss that lets only part of the shots through: their share, 0 to 1, or null where nobody can say. */
  share?: number | null;
}

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
  private missing: readonly FieldRef[];
  private delayUs: number;
  private share: number | null;
  /** Most paths lose nothing, and need not be read back for it. */
  private readonly hasLosses: boolean;

  private constructor(before: SignalPath | null, step: Step | null) {
    this.before = before;
    this.step = step;
    this.failure = step?.state === 'fail' ? step.fault : (before?.failure ?? null);
    this.missing = before?.missing ?? [];
    this.delayUs = before?.delayUs ?? 0;
    this.share = before === null ? 1 : before.share;
    this.hasLosses = step?.state === 'loss' || before?.hasLosses === true;
  }

  static readonly start = new SignalPath(null, null);

  get unknown(): readonly FieldRef[] {
    return this.missing;
  }

  /** Delay so far, in microseconds. */
  get latencyUs(): number {
    return this.delayUs;
  }

  /** Share of the shots in which it comes this far, 0 to 1; null where it is not all and nobody can say how many. */
  get chance(): number | null {
    return this.share;
  }

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
    if (!this.hasLosses) return [];
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
    if (this.failure !== null) return this;
    if (check.holds === true) return this.pass(stageOf(check.code));
    const stage = stageOf(check.code);
    if (check.holds === false) return this.with({ stage, state: 'fail', fault: check });
    const next = this.with({ stage, state: 'unknown', fault: check });
    if (check.fields && check.fields.length > 0) next.missing = [...this.missing, ...check.fields];
    return next;
  }

  /** It ends here where there is a fault, and goes on without a step of its own where there is none. */
  unless(fault: Fault | null): SignalPath {
    return fault === null || this.failure ? this : this.with({ stage: stageOf(fault.code), state: 'fail', fault });
  }

  /** The signal goes on in spite of what is wrong here. */
  lose(fault: Fault): SignalPath {
    return this.failure ? this : this.with({ stage: stageOf(fault.code), state: 'loss', fault });
  }

  /** The signal comes through in part of the shots only: their share, 0 to 1, or null where nobody can say. */
  thin(fault: Fault, share: number | null): SignalPath {
    if (this.failure) return this;
    const next = this.with({ stage: stageOf(fault.code), state: 'loss', fault, share });
    next.share = both(this.share, share);
    return next;
  }

  /** A station passed, with nothing wrong there. */
  pass(stage: Stage): SignalPath {
    return this.failure !== null ? this : this.with(PASSED[stage]);
  }

  /** This path, and then another's steps. */
  followedBy(next: SignalPath): SignalPath {
    if (this.failure) return this;
    const joined = next.steps.reduce<SignalPath>((path, step) => path.with(step), this).with(null);
    joined.missing = next.missing.length > 0 ? [...this.missing, ...next.missing] : this.missing;
    joined.delayUs = this.delayUs + next.delayUs;
    joined.share = both(this.share, next.share);
    return joined;
  }

  delayed(us: number): SignalPath {
    if (this.failure !== null) return this;
    const next = this.with(null);
    next.delayUs += us;
    return next;
  }

  private with(step: Step | null): SignalPath {
    return new SignalPath(this, step);
  }
}

/** The share of the shots in which both come about. */
const both = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : a * b);

/** One step for all checks that hold at a station: most steps are of these, and nothing tells them apart. */
const PASSED = Object.fromEntries(
  STAGES.map((stage): [Stage, Step] => [stage, { stage, state: 'ok', fault: null }]),
) as Record<Stage, Step>;
