import { type Code, type Params, type Stage, stageOf } from '../rig/codes.ts';

/** True, false, or null where it hangs on something nobody recorded. */
export type Tri = boolean | null;

/** A field nobody recorded, as `unit` plus the setting's name, or `profile.` and the profile's field. */
export interface FieldRef {
  unit: string;
  field: string;
}

export interface Step {
  stage: Stage;
  /** `loss`: the signal goes on, but not as it should. */
  state: 'ok' | 'unknown' | 'loss' | 'fail';
  code?: Code;
  /** The unit whose setting decides. */
  subject?: string;
  params?: Params;
  fields?: readonly FieldRef[];
  /** A loss that lets only part of the shots through: their share, 0 to 1, or null where nobody can say. */
  share?: number | null;
}

/**
 * A signal followed station by station. The first step that certainly fails ends it; a step that hangs on an
 * unrecorded field is noted and passed, because a later certain failure makes the answer certain again.
 */
export class Walk {
  private constructor(
    /** The walk this one goes on from: steps are shared, not copied, since most walks are never read back. */
    private readonly before: Walk | null,
    private readonly step: Step | null,
    readonly failure: Step | null,
    readonly unknown: readonly FieldRef[],
    /** Delay so far, in microseconds. */
    readonly latencyUs: number,
    /** Share of the shots in which it comes this far, 0 to 1; null where it is not all and nobody can say how many. */
    readonly chance: number | null,
  ) {}

  static readonly start = new Walk(null, null, null, [], 0, 1);

  /** Every step so far, in order. */
  get steps(): readonly Step[] {
    const steps: Step[] = [];
    for (let at: Walk | null = this; at; at = at.before) if (at.step) steps.push(at.step);
    return steps.reverse();
  }

  /** Whether the signal arrives: no, perhaps, or for certain. */
  get arrives(): Tri {
    if (this.failure) return false;
    return this.unknown.length > 0 ? null : true;
  }

  /** What the signal lost on its way in every shot, without being stopped. */
  get losses(): readonly Step[] {
    return this.steps.filter((step) => step.state === 'loss' && step.share === undefined);
  }

  /** What lets it through in part of the shots only; undefined where all come through. */
  get thinnest(): Step | undefined {
    return this.steps.filter((step) => step.share !== undefined).sort((a, b) => (a.share ?? 0) - (b.share ?? 0))[0];
  }

  /** One check. `fields` names what is missing when `holds` is null. */
  check(code: Code, holds: Tri, subject: string, params: Params = {}, fields: readonly FieldRef[] = []): Walk {
    if (this.failure) return this;
    const stage = stageOf(code);
    if (holds === true) return this.with({ stage, state: 'ok' });
    if (holds === null) return this.with({ stage, state: 'unknown', code, subject, fields });
    return this.with({ stage, state: 'fail', code, subject, params });
  }

  /** The signal goes on in spite of what is wrong here. */
  lose(code: Code, subject: string, params: Params = {}): Walk {
    return this.failure ? this : this.with({ stage: stageOf(code), state: 'loss', code, subject, params });
  }

  /** The signal comes through in part of the shots only. */
  thin(code: Code, share: number | null, subject: string, params: Params = {}): Walk {
    if (this.failure) return this;
    const next = this.with({ stage: stageOf(code), state: 'loss', code, subject, params, share });
    const chance = this.chance === null || share === null ? null : this.chance * share;
    return new Walk(next, null, null, next.unknown, next.latencyUs, chance);
  }

  /** A station passed without anything to check there. */
  pass(stage: Stage): Walk {
    return this.failure ? this : this.with({ stage, state: 'ok' });
  }

  /** This walk, and then another's steps. */
  followedBy(next: Walk): Walk {
    if (this.failure) return this;
    const joined = next.steps.reduce<Walk>((walk, step) => walk.with(step), this);
    const chance = this.chance === null || next.chance === null ? null : this.chance * next.chance;
    return new Walk(joined, null, joined.failure, joined.unknown, this.latencyUs + next.latencyUs, chance);
  }

  delayed(us: number): Walk {
    return this.failure ? this : new Walk(this, null, null, this.unknown, this.latencyUs + us, this.chance);
  }

  private with(step: Step): Walk {
    return new Walk(
      this,
      step,
      step.state === 'fail' ? step : null,
      step.fields && step.fields.length > 0 ? [...this.unknown, ...step.fields] : this.unknown,
      this.latencyUs,
      this.chance,
    );
  }
}

/** True when either holds, false when neither does, null while one that could is open. */
export function either(a: Tri | undefined, b: Tri | undefined): Tri {
  if (a === true || b === true) return true;
  return a === false && b === false ? false : null;
}

/** Equality of two values of which either may be unrecorded. */
export const same = <T>(a: T | null | undefined, b: T | null | undefined): Tri =>
  a == null || b == null ? null : a === b;

/** The refs whose value is unrecorded, for the `fields` of a check. */
export function missing(...pairs: readonly (readonly [unit: string, field: string, value: unknown])[]): FieldRef[] {
  return pairs.filter(([, , value]) => value == null).map(([unit, field]) => ({ unit, field }));
}
