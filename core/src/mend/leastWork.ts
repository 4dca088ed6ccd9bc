/**
 * The least work after which every light fires as meant: of all combinations of the changes the mends know, the one
 * that takes the fewest seconds, proven by the simulator docs/model.md, Least work. Exact on small rigs; on larger ones a good
 * plan with a bound below which no plan can be.
 */
import { type Change, isNoChange, isSameValue, mergeChanges } from '../record/change.ts';
import { settingsSchema } from '../record/lookSchema.ts';
import { GROUP_FIELDS } from '../record/settingTerms.ts';
import { groupPartsOf, type SettingPath } from '../record/settings.ts';
import { lostWish } from '../rig/meantFor.ts';
import type { Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import type { Finding } from '../verdict/finding.ts';
import { judge, type Judgement } from '../verdict/judge.ts';
import { isFailing } from '../verdict/verdict.ts';
import { costOf, isDoneAtCamera, needsSwap, UNMEASURED_WALK_SECONDS } from './cost.ts';
import { type Fix, wantLessFor } from './fixes.ts';
import { type Need, needFor } from './need.ts';
import { type LookUp, lookUpFor } from './lookUp.ts';
import { candidatesFor } from './candidates.ts';
import { asksLess } from './wish.ts';

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
}

export interface Work {
  /** In the order to make them: the camera first, then unit by unit, the nearest first. */
  changes: readonly Change[];
  /** Each walk nobody measured counts as `UNMEASURED_WALK_SECONDS`. */
  seconds: number;
  /** Seconds of that spent walking; null when somebody must walk and nobody recorded how far. */
  walkSeconds: number | null;
  /** No plan takes fewer seconds than this. */
  atLeast: number;
  /** Whether no combination of known changes is cheaper. */
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

/** Enough to settle a look of a handful of faults; more is left to the good plan. */
const BUDGET = 3000;

/** Steps in a row that bring nothing nearer before the greedy plan gives up. */
const MOST_IDLE_STEPS = 4;

/** Called so often, in judgements: a twentieth of a second or so. */
const PROGRESS_EVERY = 50;

export function leastWork(rig: Rig, options: WorkOptions = {}): Work {
  return new WorkSearch(rig, options).run();
}

interface Plan {
  changes: readonly Change[];
  rig: Rig;
  judgement: Judgement;
  failing: ReadonlySet<string>;
  /** Lights the changes took out of the look, or away from a body. */
  lost: boolean;
}

class WorkSearch {
  private readonly start: Plan;
  private readonly budget: number;
  /** Lights of which nobody could say before anything was changed. */
  private readonly doubtful: ReadonlySet<string>;
  private spent = 1;

  constructor(
    private readonly rig: Rig,
    private readonly options: WorkOptions,
  ) {
    this.budget = options.budget ?? BUDGET;
    const judgement = judge(rig);
    this.doubtful = unknownIn(judgement);
    this.start = { changes: [], rig, judgement, failing: this.failingIn(judgement), lost: false };
  }

  run(): Work {
    if (this.start.failing.size === 0) return this.workOf(this.start, true, 0);
    const good = this.pruned(this.greedy());
    // With a limit it is no longer all or nothing: the plan that saves most for its time stands.
    if (this.options.seconds !== undefined) return this.workOf(good, false, 0);
    const found = this.search(good);
    const best = this.pruned(found.best);
    const seconds = secondsOf(this.rig, best.changes);
    const exact = found.atLeast >= seconds;
    return this.workOf(best, exact, exact ? seconds : found.atLeast);
  }

  private judged(changes: readonly Change[]): Plan {
    this.spent++;
    if (this.spent % PROGRESS_EVERY === 0) this.options.onProgress?.(Math.min(this.spent, this.budget), this.budget);
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
  private steps(plan: Plan): (readonly Change[])[] {
    const sets = new Map<string, readonly Change[]>();
    for (const finding of plan.judgement.findings) {
      if (finding.severity === 'A') continue;
      for (const candidate of candidatesFor(plan.judgement, finding)) {
        const real = candidate.filter((change) => !isNoChange(change));
        if (real.length === 0 || !real.every((change) => this.allows(change))) continue;
        if (asksLess(plan.judgement.rig, real)) continue;
        // Each setting is changed once: a plan that changes its mind is another plan.
        if (!real.every((change) => isNewIn(plan.changes, change))) continue;
        const merged = mergeChanges(plan.changes, real);
        sets.set(keyOf(merged), merged);
      }
    }
    return [...sets.values()];
  }

  private allows(change: Change): boolean {
    const { atCamera, noSwaps, keep } = this.options;
    if (atCamera && !isDoneAtCamera(this.rig, change)) return false;
    if (noSwaps && needsSwap(change)) return false;
    return !keep?.includes(`${change.unit}.${change.setting}`);
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

  private isAffordable({ changes }: Plan): boolean {
    return this.options.seconds === undefined || secondsOf(this.rig, changes) <= this.options.seconds;
  }

  /** Changes on the way to a light that was not reached in the end are no work worth doing. */
  private withoutIdleWork(plan: Plan): Plan {
    return plan.failing.size >= this.start.failing.size ? this.start : plan;
  }

  /** The plan without any change it does not need. */
  private pruned(plan: Plan): Plan {
    let current = plan;
    for (const unit of [...new Set(plan.changes.map((change) => change.unit))]) {
      current = this.ifNoWorse(current, (change) => change.unit !== unit);
    }
    for (const dropped of current.changes) current = this.ifNoWorse(current, (change) => change !== dropped);
    return current;
  }

  private ifNoWorse(plan: Plan, keeps: (change: Change) => boolean): Plan {
    const fewer = plan.changes.filter(keeps);
    if (fewer.length === plan.changes.length) return plan;
    const tried = this.judged(fewer);
    return !tried.lost && [...tried.failing].every((light) => plan.failing.has(light)) ? tried : plan;
  }

  /** Sets of changes in the order of what they must cost at least; the first that leaves nothing failing is least. */
  private search(good: Plan): { best: Plan; atLeast: number } {
    let best = good;
    const isWhole = (plan: Plan) => plan.failing.size === 0;
    const ceiling = () => (isWhole(best) ? secondsOf(this.rig, best.changes) : Infinity);
    const open: { plan: Plan; floor: number }[] = [{ plan: this.start, floor: 0 }];
    const seen = new Set<string>([keyOf(this.start.changes)]);
    while (open.length > 0) {
      const at = leastIndex(open);
      const [{ plan, floor }] = open.splice(at, 1) as [{ plan: Plan; floor: number }];
      if (floor >= ceiling()) return { best, atLeast: ceiling() };
      for (const changes of this.steps(plan)) {
        const key = keyOf(changes);
        if (seen.has(key)) continue;
        seen.add(key);
        const least = secondsOf(this.rig, changes);
        if (least >= ceiling()) continue;
        if (this.spent >= this.budget) return { best, atLeast: Math.min(floor, ceiling()) };
        const next = this.judged(changes);
        if (isWhole(next) && secondsOf(this.rig, changes) < ceiling()) best = next;
        else if (!isWhole(next)) open.push({ plan: next, floor: least });
        if (!isWhole(best) && !next.lost && next.failing.size < best.failing.size) best = next;
      }
    }
    // Nothing left to try: what is still failing cannot be mended by any change known here.
    return { best, atLeast: secondsOf(this.rig, best.changes) };
  }

  private workOf(plan: Plan, exact: boolean, atLeast: number): Work {
    const changes = inWalkingOrder(this.rig, plan.changes);
    const open = unknownIn(plan.judgement);
    return {
      changes,
      seconds: secondsOf(this.rig, changes),
      walkSeconds: costOf(this.rig, changes).walkSeconds,
      atLeast,
      exact,
      saved: [...this.start.failing].filter((light) => !plan.failing.has(light) && !open.has(light)).sort(),
      left: [...plan.failing].sort(),
      wants: leftIn(plan).flatMap((finding) => wantLessFor(plan.judgement, finding).slice(0, 1)),
      needs: leftIn(plan).flatMap((finding) => {
        const need = needFor(plan.rig, finding);
        return need ? [{ lights: finding.units, need }] : [];
      }),
      lookUp: lookUpFor(this.rig, plan.judgement, changes),
    };
  }
}

/** What still keeps lights from firing as meant. */
const leftIn = ({ judgement, failing }: Plan): readonly Finding[] =>
  judgement.findings.filter(({ severity, units }) => severity !== 'A' && units.some((unit) => failing.has(unit)));

const unknownIn = ({ verdicts }: Pick<Judgement, 'verdicts'>): ReadonlySet<string> =>
  new Set(verdicts.filter((verdict) => verdict.verdict === 'unknown').map((verdict) => verdict.unit));

/** Serious findings, each once for every light it spoils and every shot it spoils it in. */
const seriousCount = (plan: Plan): number =>
  plan.judgement.verdicts.reduce((sum, verdict) => sum + verdict.faults.length, 0);

/** Whether a change is of a setting the plan leaves alone, or already makes just so. */
export const isNewIn = (plan: readonly Change[], change: Change): boolean =>
  plan.every((made) => made.unit !== change.unit || made.setting !== change.setting || isSameValue(made.to, change.to));

const keyOf = (changes: readonly Change[]): string =>
  changes
    .map((change) => `${change.unit} ${change.setting} ${JSON.stringify(change.to)}`)
    .sort()
    .join('\n');

const secondsOf = (rig: Rig, changes: readonly Change[]): number => {
  const { seconds, unmeasured } = costOf(rig, changes);
  return seconds + unmeasured * UNMEASURED_WALK_SECONDS;
};

function leastIndex(open: readonly { floor: number }[]): number {
  let at = 0;
  for (let i = 1; i < open.length; i++) if (open[i]!.floor < open[at]!.floor) at = i;
  return at;
}

/** At the camera first, then each unit in one visit, the nearest first; on a unit the switch first, and so on down its settings. */
function inWalkingOrder(rig: Rig, changes: readonly Change[]): Change[] {
  const far = (change: Change) =>
    isDoneAtCamera(rig, change) ? -1 : (rig.placed.get(change.unit)?.settings.walkSeconds ?? Infinity);
  return [...changes].sort(
    (a, b) => far(a) - far(b) || (a.unit < b.unit ? -1 : a.unit > b.unit ? 1 : rankOf(a.setting) - rankOf(b.setting)),
  );
}

const SETTINGS: readonly string[] = Object.keys(settingsSchema.shape);

/** Where a setting stands in a unit's settings; letters after each other, each from its switch on. */
function rankOf(setting: SettingPath): number {
  const group = groupPartsOf(setting);
  if (!group) return SETTINGS.indexOf(setting.split('.')[0]!);
  const within = group.letter.charCodeAt(0) * GROUP_FIELDS.length + GROUP_FIELDS.indexOf(group.field);
  // Below one: all letters stand where the groups stand.
  return SETTINGS.indexOf('groups') + within / 1000;
}
