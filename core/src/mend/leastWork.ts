/**
 * The least work after which every light fires as meant: of all settings a crew may choose, those that leave fewest lights
 * failing and take the fewest seconds, proven by the simulator. docs/model.md, Least work.
 */
import type { Change } from '../record/change.ts';
import type { Rig } from '../rig/rig.ts';
import { choicesOf } from './choices.ts';
import { costOf, isDoneAtCamera, needsSwap } from './cost.ts';
import { ErrandSearch, type Outcome } from './errandSearch.ts';
import type { Fix } from './fixes.ts';
import { inWalkingOrder } from './inWalkingOrder.ts';
import { lastResortsFor } from './lastResorts.ts';
import { type LookUp, lookUpFor } from './lookUp.ts';
import type { Need } from './need.ts';
import { otherWork } from './otherWork.ts';
import { type Plan, QuickWork, secondsOf, unknownIn } from './quickWork.ts';

export interface WorkOptions {
  /** Nobody walks: only what is in the photographer's hands is changed. */
  atCamera?: boolean;
  /** Nothing is taken off or put on. */
  noSwaps?: boolean;
  /** Settings that must stay, as `unit.setting`. */
  keep?: readonly string[];
  /** Most seconds there are; lights beyond that are left. */
  seconds?: number;
  /** Judgements the search may spend before it settles for a good plan. */
  budget?: number;
  /** Called now and then with the judgements spent. */
  onProgress?: (spent: number, budget: number) => void;
  /** Called with a good plan soon, before the least one is known. */
  onPlan?: (work: Work) => void;
}

export interface Work {
  /** In the order to make them: the camera first, then unit by unit, the nearest first. */
  changes: readonly Change[];
  /** Each walk nobody measured counts as `UNMEASURED_WALK_SECONDS`. */
  seconds: number;
  /** Seconds of that spent walking; null when somebody must walk and nobody recorded how far. */
  walkSeconds: number | null;
  /** No plan that leaves as few lights failing takes fewer seconds than this. */
  atLeast: number;
  /** Whether no plan leaves fewer lights failing, and none that leaves as few is cheaper. */
  exact: boolean;
  /** Lights that failed and then certainly do not, and those that still do. */
  saved: readonly string[];
  left: readonly string[];
  /** What would serve lights that still fail if the crew wanted something else: never part of the work. */
  wants: readonly Fix[];
  /** What to get, or to do by hand, for lights that still fail. */
  needs: readonly { lights: readonly string[]; need: Need }[];
  /** What is to be looked up for the lights of which nobody can say even then; they are neither saved nor done. */
  lookUp: LookUp;
}

/** Enough to settle a look of a dozen lights with a handful of faults; more is left to the good plan. */
const BUDGET = 700;

/** Share of the budget for the proof; the rest goes into a better plan where there is none. */
const SEARCHED = 0.75;

/** What a judgement counts for in trials at least: with few lights there are as many ways to set them wrong. */
const LEAST_TRIALS = 24;

/** Sets of lights to do without that are gone through; ten lights have about a thousand. */
const MOST_WITHOUT = 1100;

/** Called so often, in judgements: a twentieth of a second or so. */
const PROGRESS_EVERY = 50;

export function leastWork(rig: Rig, options: WorkOptions = {}): Work {
  return new WorkSearch(rig, options).run();
}

/** What is known of plans that leave so many lights failing. */
interface Level {
  best: Plan | null;
  /** Of what could not be settled, what it costs at least; null when all was. */
  openFrom: number | null;
}

class WorkSearch {
  private readonly quick: QuickWork;
  private readonly budget: number;
  private judgements = 1;
  private told = 0;

  constructor(
    private readonly rig: Rig,
    private readonly options: WorkOptions,
  ) {
    this.budget = options.budget ?? BUDGET;
    this.quick = new QuickWork(rig, {
      allows: (change) => this.allows(change),
      seconds: options.seconds ?? null,
      onJudged: () => this.spend(++this.judgements),
    });
  }

  run(): Work {
    const { start } = this.quick;
    if (start.failing.size === 0) return this.workOf(start, true, 0);
    const good = this.quick.plan();
    this.options.onPlan?.(this.workOf(good, false, 0));
    return this.best(good);
  }

  private allows(change: Change): boolean {
    const { atCamera, noSwaps, keep } = this.options;
    if (atCamera && !isDoneAtCamera(this.rig, change)) return false;
    if (noSwaps && needsSwap(change)) return false;
    return !keep?.includes(`${change.unit}.${change.setting}`);
  }

  private spend(judgements: number): void {
    if (judgements < this.told + PROGRESS_EVERY) return;
    this.told = judgements;
    this.options.onProgress?.(Math.min(judgements, this.budget), this.budget);
  }

  /** Plans that leave no light failing, then those that leave one, and so on up to what the good plan leaves. */
  private best(good: Plan): Work {
    const search = this.searchFrom(good);
    const ours = this.rig.lights.map(({ id }) => id).filter((id) => !this.rig.strangers.has(id));
    let openFrom: number | null = null;
    let without: ReadonlySet<string>[] = [new Set()];
    for (let left = 0; ; left++) {
      const isLast = left === good.failing.size;
      const next = new Map<string, ReadonlySet<string>>();
      const level: Level = { best: isLast ? good : null, openFrom };
      for (const gone of without) {
        const must = ours.filter((light) => !gone.has(light));
        const outcome = search.leastFor(must, this.belowOf(level));
        this.note(level, outcome, left);
        if (outcome.kind === 'none')
          for (const light of outcome.lights) next.set([...gone, light].sort().join(' '), new Set([...gone, light]));
      }
      if (level.best) return this.settled(this.quick.pruned(level.best), level.openFrom);
      openFrom = level.openFrom;
      without = [...next.values()];
      if (without.length > MOST_WITHOUT) return this.settled(good, 0);
    }
  }

  private searchFrom(good: Plan): ErrandSearch {
    const allows = (change: Change) => this.allows(change);
    // A trial follows one light through one shot; a judgement follows them all.
    const trials = Math.max(LEAST_TRIALS, this.rig.lights.length * good.judgement.shots.length);
    const spentBefore = this.judgements;
    return new ErrandSearch(this.rig, {
      choices: choicesOf(this.rig, [...this.quick.suggested, ...good.changes], allows),
      doubtful: this.quick.doubtful,
      hint: good.changes,
      isSpent: (tried) => {
        const spent = spentBefore + Math.floor(tried / trials);
        this.spend(spent);
        this.judgements = spent;
        return spent >= SEARCHED * this.budget;
      },
    });
  }

  private belowOf({ best }: Level): number {
    const limit = this.options.seconds === undefined ? Infinity : this.options.seconds + 1e-9;
    return best ? Math.min(limit, secondsOf(this.rig, best.changes)) : limit;
  }

  /** @param left how many lights may fail. */
  private note(level: Level, outcome: Outcome, left: number): void {
    if (outcome.kind === 'open') level.openFrom = Math.min(level.openFrom ?? Infinity, outcome.atLeast);
    if (outcome.kind !== 'plan') return;
    const plan = this.quick.judged(outcome.changes);
    // The whole judgement has the last word: what it does not bear out is no plan, and nothing is proven.
    if (plan.failing.size > left) {
      level.openFrom = 0;
      return;
    }
    const isCheaper = !level.best || secondsOf(this.rig, plan.changes) < secondsOf(this.rig, level.best.changes);
    if (isCheaper) level.best = plan;
  }

  private settled(plan: Plan, openFrom: number | null): Work {
    if (openFrom === null) return this.workOf(plan, true, secondsOf(this.rig, plan.changes));
    const other = otherWork(this.rig, { quick: this.quick, good: plan }, () => this.judgements >= this.budget);
    const better = this.quick.pruned(other);
    // What leaves fewer lights failing may cost more, and nothing is known of that.
    const atLeast = better.failing.size < plan.failing.size ? 0 : openFrom;
    return this.workOf(better, false, Math.min(secondsOf(this.rig, better.changes), atLeast));
  }

  private workOf(plan: Plan, exact: boolean, atLeast: number): Work {
    const changes = inWalkingOrder(this.rig, plan.changes);
    const open = unknownIn(plan.judgement);
    const { wants, needs } = lastResortsFor(plan.judgement, [...plan.failing], (change) => this.allows(change));
    return {
      changes,
      seconds: secondsOf(this.rig, changes),
      walkSeconds: costOf(this.rig, changes).walkSeconds,
      atLeast,
      exact,
      saved: [...this.quick.start.failing].filter((light) => !plan.failing.has(light) && !open.has(light)).sort(),
      left: [...plan.failing].sort(),
      wants,
      needs,
      lookUp: lookUpFor(this.rig, plan.judgement, changes),
    };
  }
}
