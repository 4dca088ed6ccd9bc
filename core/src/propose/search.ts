/**
 * The best plan of all: every arrangement of senders, every flash for every light, in order of what they cost, until
 * nothing left can be cheaper. Exact, since a part of a plan never costs less than the whole.
 */
import type { Look } from '../record/look.ts';
import { buildRig } from '../rig/rig.ts';
import { judge } from '../verdict/judge.ts';
import { layOut } from './layOut.ts';
import { isWhole, leaningOn, lookOf, type Option, type Options, PORT, SAFE_SHUTTER } from './options.ts';
import { type Assigned, assigned, type Plan, type Spot, spareFor, sparesOf } from './plan.ts';
import { type Cost, NO_FALLBACK_SECONDS, NO_SPARE_SECONDS, spotCosts, totalOf, wholeCosts } from './planScore.ts';
import type { Stock } from './stock.ts';
import type { Wish } from './wish.ts';

/** Whole plans that may be weighed for one arrangement before the search settles for the best so far. */
const MOST_WEIGHED = 2000;

/** By what a light may be, how many may be so at most. */
export type Limits = ReadonlyMap<string, number>;

export interface Found {
  plan: Plan;
  units: Assigned;
  look: Look['units'];
  costs: readonly Cost[];
  seconds: number;
  /** What the lights are, whoever does it. */
  kinds: readonly string[];
}

/** What is searched within. */
export interface Field {
  stock: Stock;
  wish: Wish;
  options: Options;
}

/** Prices and judges one plan; null where there are not enough units, or it would not be whole. */
export function weighed(
  field: Field,
  plan: Plan,
  { ofLights, below }: { ofLights: readonly Cost[]; below: number },
): Omit<Found, 'kinds'> | null {
  const { stock, wish } = field;
  const units = assigned(
    stock,
    plan,
    wish.lights.map(({ onBody }) => onBody ?? null),
  );
  if (!units) return null;
  const whole = { sharing: [], ...missingFallbacks(stock, plan, units) };
  const costs = [...ofLights, ...spotCosts(plan), ...wholeCosts(whole)];
  if (totalOf(costs) >= below) return null;
  const out = layOut({ stock, wish, plan, units, shutter: SAFE_SHUTTER });
  const all = [...costs, ...wholeCosts({ sharing: out.sharing, noSpare: [], noFallback: [] })];
  const seconds = totalOf(all);
  if (seconds >= below || !isWhole(judge(buildRig(stock.kit, lookOf(out.units))))) return null;
  return { plan, units, look: out.units, costs: all, seconds };
}

function missingFallbacks(stock: Stock, plan: Plan, units: Assigned) {
  const used = new Set(plan.lights.flatMap(({ way }) => (way.kind === 'air' ? [way.family!] : [])));
  const noSpare = [...used].filter((family) => spareFor(stock, units, family) === null);
  const noFallback = plan.lights.flatMap((placement, index) =>
    noSpare.includes(leaningOn(placement, stock.byKey.get(placement.make)!) ?? '') ? [index] : [],
  );
  return { noSpare, noFallback };
}

/** The best plan with these senders, cheaper than a bound; null where there is none. */
export class ArrangementSearch {
  private readonly choices: readonly (readonly Option[])[];
  private readonly counts: Map<string, number>;
  private readonly rest = new Map<string, number>();
  private readonly chosen: Option[] = [];
  private best: Found | null = null;
  private weighings = 0;
  private readonly gear: number;
  /** For each family that speaks, the makes that could speak in a master's place. */
  private readonly spares: readonly (readonly [string, readonly string[]])[];
  /** Lights that hear a family and could answer nothing else. */
  private readonly leaning = new Map<string, number>();

  constructor(
    private readonly field: Field,
    private readonly spots: readonly Spot[],
    private readonly bound: { below: number; limits?: Limits },
  ) {
    const { stock, wish, options } = field;
    this.choices = wish.lights.map((_, index) => options.of(spots, index));
    this.counts = new Map([...stock.byKey].map(([key, { units }]) => [key, units.length]));
    this.counts.set(PORT, 1);
    for (const [kind, most] of bound.limits ?? []) this.counts.set(limitOf(kind), most);
    for (const { at, make } of spots) if (make !== null && at !== 'light') this.count(make, -1);
    this.spares = [...new Set(spots.map(({ family }) => family))].map((family) => [family, sparesOf(stock, family)]);
    this.gear = totalOf(spotCosts({ spots }));
  }

  /** Whether everything was weighed that could have been better. */
  get exact(): boolean {
    return this.weighings < MOST_WEIGHED;
  }

  run(): Found | null {
    const least = this.choices.reduce((sum, [first]) => sum + (first?.seconds ?? Infinity), this.gear);
    // Where all could only watch, there is nothing to watch.
    const isLit = this.choices.some((options) => options.some(({ placement }) => placement.way.kind !== 'eye'));
    if (isLit && least < this.below) this.descend(0, this.gear);
    return this.best;
  }

  private get below(): number {
    return Math.min(this.bound.below, this.best?.seconds ?? Infinity);
  }

  private descend(index: number, spent: number): void {
    if (this.weighings >= MOST_WEIGHED) return;
    if (index === this.choices.length) {
      this.weigh();
      return;
    }
    for (const { option, least } of this.inOrder(index)) {
      if (spent + least >= this.below) return;
      this.take(option, 1);
      this.chosen.push(option);
      this.descend(index + 1, spent + option.seconds);
      this.chosen.pop();
      this.take(option, -1);
    }
  }

  /** What a light could be with the units that are left, by the least that it and all lights after it then cost. */
  private inOrder(index: number): { option: Option; least: number }[] {
    const there = this.choices[index]!.filter((option) => !this.isRepeat(index, option) && this.isThere(option));
    const bounded = there.map((option) => {
      this.take(option, 1);
      const least = option.seconds + this.restFrom(index + 1);
      this.take(option, -1);
      return { option, least };
    });
    return bounded.sort((a, b) => a.least - b.least);
  }

  /** Least seconds for the lights that are left with the units that are left. */
  private restFrom(index: number): number {
    if (index === this.choices.length) return this.unguarded();
    const key = `${index} ${[...this.counts.values(), ...this.leaning.values()].join(' ')}`;
    const known = this.rest.get(key);
    if (known !== undefined) return known;
    let least = Infinity;
    for (const option of this.choices[index]!) {
      if (option.seconds >= least) break;
      if (!this.isThere(option)) continue;
      this.take(option, 1);
      least = Math.min(least, option.seconds + this.restFrom(index + 1));
      this.take(option, -1);
    }
    this.rest.set(key, least);
    return least;
  }

  /** Two lights wanted alike may be done either way round: once is enough. */
  private isRepeat(index: number, option: Option): boolean {
    const before = index > 0 ? this.choices[index - 1]! : null;
    const { lights } = this.field.wish;
    if (!before || !areAlike(lights[index - 1]!, lights[index]!)) return false;
    return this.choices[index]!.indexOf(option) < before.indexOf(this.chosen[index - 1]!);
  }

  /** What it costs that nothing could take a master's place. */
  private unguarded(): number {
    return this.spares.reduce((sum, [family, makes]) => {
      if (makes.some((make) => this.counts.get(make)! > 0)) return sum;
      return sum + NO_SPARE_SECONDS + NO_FALLBACK_SECONDS * (this.leaning.get(family) ?? 0);
    }, 0);
  }

  private isThere({ takes, kind }: Option): boolean {
    if ((this.counts.get(limitOf(kind)) ?? 1) <= 0) return false;
    return takes.every((make, at) => this.counts.get(make)! > (takes.indexOf(make) < at ? 1 : 0));
  }

  private take({ takes, leansOn, kind }: Option, by: 1 | -1): void {
    for (const make of takes) this.count(make, -by as 1 | -1);
    if (this.bound.limits?.has(kind)) this.count(limitOf(kind), -by as 1 | -1);
    if (leansOn !== null) this.leaning.set(leansOn, (this.leaning.get(leansOn) ?? 0) + by);
  }

  private count(make: string, by: 1 | -1): void {
    this.counts.set(make, this.counts.get(make)! + by);
  }

  private weigh(): void {
    const plan = { spots: this.spots, lights: this.chosen.map(({ placement }) => placement) };
    if (!isNeeded(plan)) return;
    this.weighings++;
    const ofLights = this.chosen.flatMap(({ costs }) => [...costs]);
    const found = weighed(this.field, plan, { ofLights, below: this.below });
    if (found) this.best = { ...found, kinds: this.chosen.map(({ kind }) => kind) };
  }
}

const limitOf = (kind: string): string => `limit ${kind}`;

/** A sender that no light hears is no part of a plan, and eyes need a light to watch. */
export function isNeeded({ spots, lights }: Plan): boolean {
  const heard = new Set(lights.map(({ way }) => way.family));
  return spots.every(({ family }) => heard.has(family)) && lights.some(({ way }) => way.kind !== 'eye');
}

const areAlike = (a: Wish['lights'][number], b: Wish['lights'][number]): boolean =>
  (['purpose', 'walkSeconds', 'onBody', 'metered', 'unit', 'link'] as const).every(
    (field) => (a[field] ?? null) === (b[field] ?? null),
  );
