/**
 * A good plan soon: step by step the change that saves most for its seconds, then without what it does not need.
 * docs/model.md, Least work.
 */
import { type Change, isNoChange, isSameValue, mergeChanges } from '../record/change.ts';
import { lostWish } from '../rig/meantFor.ts';
import type { Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { judge, type Judgement } from '../verdict/judge.ts';
import { isFailing } from '../verdict/verdict.ts';
import { candidatesFor } from './candidates.ts';
import { costOf, UNMEASURED_WALK_SECONDS } from './cost.ts';
import { gentlerThan } from './gentler.ts';
import { asksLess } from './wish.ts';

/** Steps in a row that bring nothing nearer before the plan gives up. */
const MOST_IDLE_STEPS = 4;

export interface Plan {
  changes: readonly Change[];
  rig: Rig;
  judgement: Judgement;
  failing: ReadonlySet<string>;
  /** Lights the changes took out of the look, or away from a body. */
  lost: boolean;
}

export interface QuickOptions {
  allows: (change: Change) => boolean;
  /** Most seconds there are; null for no limit. */
  seconds: number | null;
  /** Told of every judgement. */
  onJudged: () => void;
}

export class QuickWork {
  readonly start: Plan;
  /** Lights of which nobody could say before anything was changed. */
  readonly doubtful: ReadonlySet<string>;
  /** Every change that was thought of on the way. */
  readonly suggested: Change[] = [];

  constructor(
    private readonly rig: Rig,
    private readonly options: QuickOptions,
  ) {
    const judgement = judge(rig);
    this.doubtful = unknownIn(judgement);
    this.start = { changes: [], rig, judgement, failing: this.failingIn(judgement), lost: false };
  }

  plan(): Plan {
    return this.pruned(this.greedy());
  }

  judged(changes: readonly Change[]): Plan {
    this.options.onJudged();
    const rig = changes.length === 0 ? this.rig : withRigChanges(this.rig, changes);
    const judgement = judge(rig);
    const lost = lostWish(this.rig, rig);
    return { changes, rig, judgement, failing: this.failingIn(judgement, lost), lost: lost.length > 0 };
  }

  /**
   * Lights that fail; once something is changed also those of which nobody can say any more whether they fire, and
   * those the changes took out of the look or away from a body: none of them is saved.
   */
  private failingIn({ verdicts }: Judgement, lost: readonly string[] = []): ReadonlySet<string> {
    const failing = new Set(verdicts.filter(isFailing).map((verdict) => verdict.unit));
    for (const unit of unknownIn({ verdicts })) if (!this.doubtful.has(unit)) failing.add(unit);
    for (const id of lost) failing.add(id);
    return failing;
  }

  /** Every set of changes that some finding of a plan suggests on top of it, as far as the options allow. */
  steps(plan: Plan): (readonly Change[])[] {
    const sets = new Map<string, readonly Change[]>();
    for (const finding of plan.judgement.findings) {
      if (finding.severity === 'A') continue;
      for (const candidate of candidatesFor(plan.judgement, finding)) {
        const real = candidate.filter((change) => !isNoChange(change));
        if (real.length === 0 || !real.every((change) => this.options.allows(change))) continue;
        if (asksLess(plan.judgement.rig, real)) continue;
        this.suggested.push(...real);
        // Each setting is changed once: a plan that changes its mind is another plan.
        if (!real.every((change) => isNewIn(plan.changes, change))) continue;
        const merged = mergeChanges(plan.changes, real);
        sets.set(keyOf(merged), merged);
      }
    }
    return [...sets.values()];
  }

  /** Step by step the change that saves most for its seconds; a step that saves nothing yet may uncover one that does. */
  private greedy(): Plan {
    let plan = this.start;
    const seen = new Set<string>([keyOf(plan.changes)]);
    for (let idle = 0; plan.failing.size > 0 && idle < MOST_IDLE_STEPS;) {
      const before = secondsOf(this.rig, plan.changes);
      const options = this.steps(plan)
        .filter((changes) => !seen.has(keyOf(changes)))
        .map((changes) => this.judged(changes))
        .map((next) => ({ next, worth: this.worthOf(plan, next, before) }))
        // A light that is made something else is not saved, and nobody wished it.
        .filter(({ next }) => this.isAffordable(next) && !next.lost)
        .sort((a, b) => b.worth - a.worth);
      const best = options[0];
      if (!best) break;
      seen.add(keyOf(best.next.changes));
      const closer = best.next.failing.size < plan.failing.size || seriousCount(best.next) < seriousCount(plan);
      idle = closer ? 0 : idle + 1;
      if (best.worth < 0) break;
      plan = best.next;
    }
    return this.withoutIdleWork(plan);
  }

  /** Lights saved a second; of steps that save none yet, the one that leaves fewer faults behind for its seconds. */
  private worthOf(from: Plan, to: Plan, before: number): number {
    const seconds = Math.max(0.5, secondsOf(this.rig, to.changes) - before);
    const saved = from.failing.size - to.failing.size;
    if (saved !== 0) return saved / seconds;
    const fewer = seriousCount(from) - seriousCount(to);
    return fewer >= 0 ? (0.01 + 0.05 * fewer) / seconds : -1;
  }

  isAffordable({ changes }: Plan): boolean {
    return this.options.seconds === null || secondsOf(this.rig, changes) <= this.options.seconds;
  }

  /** Changes on the way to a light that was not reached in the end are no work worth doing. */
  private withoutIdleWork(plan: Plan): Plan {
    return plan.failing.size >= this.start.failing.size ? this.start : plan;
  }

  /** The plan without any change it does not need, each of the others as gentle as it may be. */
  pruned(plan: Plan): Plan {
    let current = plan;
    for (const unit of [...new Set(plan.changes.map((change) => change.unit))]) {
      current = this.ifNoWorse(current, (change) => change.unit !== unit);
    }
    for (const dropped of current.changes) current = this.ifNoWorse(current, (change) => change !== dropped);
    // Which shutter it is decides how fast it may be.
    for (const isType of [true, false]) {
      for (const change of current.changes.filter(({ setting }) => (setting === 'shutterType') === isType))
        current = this.gentler(current, change);
    }
    return current;
  }

  /** The plan with one of its changes as gentle as it may be. */
  private gentler(plan: Plan, of: Change): Plan {
    const own = plan.changes.find((change) => change.unit === of.unit && change.setting === of.setting);
    for (const to of own ? gentlerThan(this.rig, own) : []) {
      const tried = this.orIfNoWorse(
        plan,
        plan.changes.map((change) => (change === own ? { ...own, to } : change)),
      );
      if (tried !== plan) return tried;
    }
    return plan;
  }

  private ifNoWorse(plan: Plan, keeps: (change: Change) => boolean): Plan {
    const fewer = plan.changes.filter(keeps);
    return fewer.length === plan.changes.length ? plan : this.orIfNoWorse(plan, fewer);
  }

  private orIfNoWorse(plan: Plan, changes: readonly Change[]): Plan {
    const tried = this.judged(changes);
    return !tried.lost && [...tried.failing].every((light) => plan.failing.has(light)) ? tried : plan;
  }
}

export const unknownIn = ({ verdicts }: Pick<Judgement, 'verdicts'>): ReadonlySet<string> =>
  new Set(verdicts.filter((verdict) => verdict.verdict === 'unknown').map((verdict) => verdict.unit));

/** Serious findings, each once for every light it spoils and every shot it spoils it in. */
const seriousCount = (plan: Plan): number =>
  plan.judgement.verdicts.reduce((sum, verdict) => sum + verdict.faults.length, 0);

/** Whether a change is of a setting the plan leaves alone, or already makes just so. */
export const isNewIn = (plan: readonly Change[], change: Change): boolean =>
  plan.every((made) => made.unit !== change.unit || made.setting !== change.setting || isSameValue(made.to, change.to));

export const keyOf = (changes: readonly Change[]): string =>
  changes
    .map((change) => `${change.unit} ${change.setting} ${JSON.stringify(change.to)}`)
    .sort()
    .join('\n');

/** Seconds of work, a walk nobody measured counted as so long. */
export const secondsOf = (rig: Rig, changes: readonly Change[]): number => {
  const { seconds, unmeasured } = costOf(rig, changes);
  return seconds + unmeasured * UNMEASURED_WALK_SECONDS;
};
