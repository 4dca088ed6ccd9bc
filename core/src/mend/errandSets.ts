/** The cheapest set of errands that hits every core, a walk paid once per place. docs/model.md, Least work. */
import type { Errand } from './cost.ts';

/** Errands of which every plan needs one, by number. */
export type Core = readonly number[];

export interface ErrandSet {
  errands: ReadonlySet<number>;
  seconds: number;
}

/** Sets looked at before a search is given up: far more than a look of a dozen lights takes. */
const MOST_SETS = 20_000;

export class ErrandTable {
  visited = 0;
  constructor(
    readonly errands: readonly Errand[],
    /** Seconds to each place and back. */
    private readonly walks: ReadonlyMap<string, number>,
  ) {}

  secondsOf(errands: Iterable<number>): number {
    const places = new Set<string>();
    let seconds = 0;
    for (const one of errands) {
      const { seconds: work, place } = this.errands[one]!;
      seconds += work;
      if (place !== null) places.add(place);
    }
    for (const place of places) seconds += this.walks.get(place) ?? 0;
    return seconds;
  }

  /** What one more errand costs where these places are walked to anyway. */
  extra(errand: number, places: ReadonlySet<string>): number {
    const { seconds, place } = this.errands[errand]!;
    return seconds + (place === null || places.has(place) ? 0 : (this.walks.get(place) ?? 0));
  }

  /**
   * @param below what it must stay under.
   * @returns null where no set does, undefined where that would take too long to say.
   */
  cheapest(cores: readonly Core[], below: number): ErrandSet | null | undefined {
    const search = new SetSearch(this, cores, below);
    search.visit();
    if (search.visited > MOST_SETS) return undefined;
    return search.best;
  }
}

class SetSearch {
  best: ErrandSet | null = null;
  visited = 0;
  private readonly chosen = new Set<number>();
  private readonly forbidden = new Set<number>();

  constructor(
    private readonly table: ErrandTable,
    private readonly cores: readonly Core[],
    private readonly below: number,
  ) {}

  visit(): void {
    if (++this.visited > MOST_SETS) return;
    const seconds = this.table.secondsOf(this.chosen);
    const limit = this.best?.seconds ?? this.below;
    const places = new Set([...this.chosen].flatMap((one) => this.table.errands[one]!.place ?? []));
    const open: { options: number[]; least: number }[] = [];
    for (const core of this.cores) {
      if (core.some((one) => this.chosen.has(one))) continue;
      const options = core.filter((one) => !this.forbidden.has(one));
      if (options.length === 0) return;
      const least = Math.min(...options.map((one) => this.table.extra(one, places)));
      open.push({ options, least });
    }
    if (seconds + this.floorOf(open, places) >= limit) return;
    if (open.length === 0) {
      this.best = { errands: new Set(this.chosen), seconds };
      return;
    }
    // The core that leaves the least choice, and of those the dearest.
    const next = open.reduce((a, b) =>
      b.options.length < a.options.length || (b.options.length === a.options.length && b.least > a.least) ? b : a,
    );
    const cheapFirst = next.options
      .map((one) => ({ one, extra: this.table.extra(one, places) }))
      .sort((a, b) => a.extra - b.extra);
    for (const { one } of cheapFirst) {
      this.chosen.add(one);
      this.visit();
      this.chosen.delete(one);
      this.forbidden.add(one);
    }
    for (const { one } of cheapFirst) this.forbidden.delete(one);
  }

  /** What cores that share no errand cost at least, a place that two of them might share walked to but once. */
  private floorOf(open: { options: number[]; least: number }[], walked: ReadonlySet<string>): number {
    const errands = new Set<number>();
    const places = new Set(walked);
    let floor = 0;
    for (const { options } of [...open].sort((a, b) => b.least - a.least)) {
      if (options.some((one) => errands.has(one))) continue;
      floor += Math.min(...options.map((one) => this.table.extra(one, places)));
      for (const one of options) {
        errands.add(one);
        const { place } = this.table.errands[one]!;
        if (place !== null) places.add(place);
      }
    }
    return floor;
  }
}
