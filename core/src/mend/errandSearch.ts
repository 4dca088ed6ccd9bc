/**
 * The cheapest errands after which the lights wanted fire as meant: every reason to fail that is found is one more thing a
 * plan must get round, and the cheapest set that gets round all of them is a floor, and the answer once the simulator
 * agrees. docs/model.md, Least work.
 */
import { type Change, isSameValue, settingKey } from '../record/change.ts';
import { isBody, type Rig } from '../rig/rig.ts';
import type { Assignment } from './assignedRigs.ts';
import { findAssignment } from './assignments.ts';
import type { Choice } from './choices.ts';
import { type Errand, errandOf, UNMEASURED_WALK_SECONDS } from './cost.ts';
import { type Core, ErrandTable } from './errandSets.ts';
import { madeEyes } from './madeEyes.ts';
import { type Nogood, Nogoods } from './nogoods.ts';

export type Outcome =
  | { kind: 'plan'; changes: readonly Change[] }
  /** Not all of these lights can be had, or not for so little. */
  | { kind: 'none'; lights: readonly string[] }
  /** Nobody knows yet: it costs at least so much. */
  | { kind: 'open'; atLeast: number };

export interface SearchOptions {
  choices: readonly Choice[];
  /** Lights of which nobody could say before anything was changed. */
  doubtful: ReadonlySet<string>;
  /** A good plan, tried first. */
  hint: readonly Change[];
  /** Whether it is to stop; told the trials so far. */
  isSpent: (trials: number) => boolean;
}

type Settled = { kind: 'found'; at: Assignment } | { kind: 'none'; because: ReadonlySet<Nogood> } | { kind: 'open' };

/** In place of an errand: a value that needs none. */
const FREE = -1;

/** Lights explained a round; the others often fail for the same reason. */
const EXPLAINED = 2;

/** Reasons kept; with more each further look through them costs more than it brings. */
const MOST_REASONS = 500;

const NOWHERE: ReadonlySet<string> = new Set();

interface LightCore {
  errands: Core;
  lights: ReadonlySet<string>;
}

export class ErrandSearch {
  private readonly table: ErrandTable;
  /** The errand of each choice's values. */
  private readonly errandFor: readonly (readonly number[])[];
  private readonly why: Nogoods;
  /** What no plan does, whichever light it is for. */
  private readonly rules: readonly Nogood[];
  private readonly hint: Assignment;
  private readonly nogoods: Nogood[] = [];
  private readonly cores: LightCore[] = [];
  private readonly looked = new Set<string>();

  constructor(
    rig: Rig,
    private readonly options: SearchOptions,
  ) {
    const { choices, doubtful } = options;
    const { table, errandFor } = errandsFor(rig, choices);
    this.table = table;
    this.errandFor = errandFor;
    this.rules = madeEyes(choices);
    this.hint = assignmentOf(choices, options.hint);
    // Along the signal, the light first: what is left over then fails as early as it gets, and for many lights at once.
    const along = ({ unit }: Choice) => {
      const placed = rig.placed.get(unit)!;
      return isBody(placed) ? 2 : rig.senders.includes(placed) ? 1 : 0;
    };
    const order = choices.map((_, index) => index).sort((a, b) => along(choices[a]!) - along(choices[b]!));
    this.why = new Nogoods(rig, { choices, order, doubtful });
  }

  /** @param below what it must stay under, in seconds. */
  leastFor(must: readonly string[], below: number): Outcome {
    const wanted = new Set(must);
    this.lookAtEach(must);
    for (let floor = 0; ;) {
      const active = this.cores.filter(({ lights }) => [...lights].every((light) => wanted.has(light)));
      const hopeless = active.find(({ errands }) => errands.length === 0);
      if (hopeless) return { kind: 'none', lights: [...hopeless.lights] };
      const cores = active.map(({ errands }) => errands);
      const set = this.table.cheapest(cores, below);
      if (set === null) return { kind: 'none', lights: [...new Set(active.flatMap(({ lights }) => [...lights]))] };
      if (set === undefined || this.isSpent()) return { kind: 'open', atLeast: floor };
      floor = set.seconds;
      const settled = this.settle(set.errands, must);
      if (settled.kind === 'open') return { kind: 'open', atLeast: floor };
      if (settled.kind === 'found') return { kind: 'plan', changes: this.changesOf(settled.at) };
      this.learn(set.errands, settled.because);
    }
  }

  /** What each light by itself needs. */
  private lookAtEach(lights: readonly string[]): void {
    for (const light of lights) {
      if (this.looked.has(light) || this.isSpent()) continue;
      this.looked.add(light);
      const alone = this.settle(new Set(), [light]);
      if (alone.kind === 'none') this.learn(new Set(), alone.because);
    }
  }

  private isSpent(): boolean {
    return this.nogoods.length >= MOST_REASONS || this.options.isSpent(this.why.trials);
  }

  private isFree(choice: number, value: number, errands: ReadonlySet<number>): boolean {
    const errand = this.errandFor[choice]![value]!;
    return value === 0 || errand === FREE || errands.has(errand);
  }

  /** Values with these errands and no others after which the lights fire as meant, or why there are none. */
  private settle(errands: ReadonlySet<number>, must: readonly string[]): Settled {
    const wanted = new Set(must);
    const hinted = this.hint.map((value, choice) => (this.isFree(choice, value, errands) ? value : 0));
    const failing = this.why.failing(must, hinted);
    if (failing.length === 0) return { kind: 'found', at: hinted };
    // One light that cannot be had by itself is sooner shown than that all cannot be had together.
    for (const light of must.length > 1 ? failing : []) {
      const alone = this.settle(errands, [light]);
      if (alone.kind !== 'found') return alone;
    }
    const known = this.nogoods.filter(({ light }) => light !== null && wanted.has(light));
    return this.tryValues(errands, must, { hinted, known: [...this.rules, ...known] });
  }

  private tryValues(
    errands: ReadonlySet<number>,
    must: readonly string[],
    { hinted, known }: { hinted: Assignment; known: Nogood[] },
  ): Settled {
    // Each try stays as near to the one before as it can.
    let at = hinted;
    const valuesOf = (choice: number) => {
      const free = this.errandFor[choice]!.flatMap((_, value) => (this.isFree(choice, value, errands) ? [value] : []));
      return [at[choice]!, ...free.filter((value) => value !== at[choice])];
    };
    for (;;) {
      const found = findAssignment(known, valuesOf);
      if (found.kind === 'none') return found;
      if (found.kind === 'too many' || this.isSpent()) return { kind: 'open' };
      at = hinted.map((value, choice) => found.at.get(choice) ?? value);
      const failing = this.why.failing(must, at);
      if (failing.length === 0) return { kind: 'found', at };
      const reasons = failing.slice(0, EXPLAINED).flatMap((light) => this.why.why(light, at) ?? []);
      if (reasons.length === 0) return { kind: 'open' };
      this.nogoods.push(...reasons);
      known.push(...reasons);
    }
  }

  /**
   * A core from why nothing helped, made as small as it pays: what is cheap and does not help either is left out of it, all
   * of one price together; once one of a price helps, the core is worth that price, however many dearer ones are in it.
   */
  private learn(tried: ReadonlySet<number>, reasons: ReadonlySet<Nogood>): void {
    const lights = new Set([...reasons].flatMap(({ light }) => light ?? []));
    const free = new Set(tried);
    let core = this.coreOf(free, reasons);
    while (core.length > 0 && !this.isSpent()) {
      const priceOf = (errand: number) => this.table.extra(errand, NOWHERE);
      const least = Math.min(...core.map(priceOf));
      const same = core.filter((errand) => priceOf(errand) === least);
      const { idle, because } = this.idleAmong(same, free, [...lights]);
      if (because === null) break;
      for (const errand of idle) free.add(errand);
      core = this.coreOf(free, because);
      if (idle.length < same.length) break;
    }
    this.cores.push({ errands: core, lights });
  }

  /** Those of some errands with which all together nothing is had, and why; null where nobody can say. */
  private idleAmong(
    errands: readonly number[],
    free: ReadonlySet<number>,
    lights: readonly string[],
  ): { idle: readonly number[]; because: ReadonlySet<Nogood> | null } {
    for (let idle = [...errands]; ;) {
      const settled = this.settle(new Set([...free, ...idle]), lights);
      if (settled.kind === 'open') return { idle: [], because: null };
      if (settled.kind === 'none') return { idle, because: settled.because };
      const used = new Set(settled.at.map((value, choice) => this.errandFor[choice]![value]!));
      const helping = idle.find((errand) => used.has(errand));
      // Nothing was to be had without these, and now it is: no reason known is to be trusted any more.
      if (helping === undefined) return { idle: [], because: null };
      idle = idle.filter((errand) => errand !== helping);
    }
  }

  private coreOf(free: ReadonlySet<number>, reasons: ReadonlySet<Nogood>): number[] {
    const core = new Set<number>();
    for (const { values } of reasons) {
      for (const [choice, bad] of values) {
        this.errandFor[choice]!.forEach((errand, value) => {
          if (errand !== FREE && !free.has(errand) && !bad.has(value)) core.add(errand);
        });
      }
    }
    return [...core];
  }

  private changesOf(at: Assignment): Change[] {
    return at.flatMap((value, choice) => {
      const { unit, setting, values } = this.options.choices[choice]!;
      return value === 0 ? [] : [{ unit, setting, from: values[0], to: values[value] }];
    });
  }
}

function assignmentOf(choices: readonly Choice[], changes: readonly Change[]): number[] {
  const wanted = new Map(changes.map((change) => [settingKey(change), change.to]));
  return choices.map((choice) => {
    const to = wanted.get(settingKey(choice));
    return Math.max(
      0,
      choice.values.findIndex((value, index) => index > 0 && to !== undefined && isSameValue(value, to)),
    );
  });
}

/** The errand of each choice's values, each errand once. */
function errandsFor(rig: Rig, choices: readonly Choice[]): { table: ErrandTable; errandFor: number[][] } {
  const byKey = new Map<string, number>();
  const errands: Errand[] = [];
  const walks = new Map<string, number>();
  const errandFor = choices.map(({ unit, setting, values }) =>
    values.map((to, index) => {
      const errand = index === 0 ? null : errandOf(rig, { unit, setting, from: values[0], to });
      if (!errand) return FREE;
      // A setting at the camera may be a swap with one value and not with another.
      const key = `${errand.key} ${errand.seconds}`;
      if (!byKey.has(key)) byKey.set(key, errands.push(errand) - 1);
      const { place } = errand;
      if (place !== null) walks.set(place, rig.placed.get(place)?.settings.walkSeconds ?? UNMEASURED_WALK_SECONDS);
      return byKey.get(key)!;
    }),
  );
  return { table: new ErrandTable(errands, walks), errandFor };
}
