/** Values for the choices that are free such that none of the known reasons to fail holds. docs/model.md, Least work. */
import type { Nogood } from './nogoods.ts';

/** Changes of a way that is looked for first, and ways of that kind tried. */
const MOST_FLIPS = 3;
const MOST_FLIP_TRIES = 500;

/** Values tried before a search is given up. */
const MOST_TRIES = 100_000;

export type Found =
  | { kind: 'found'; at: ReadonlyMap<number, number> }
  /** Why there are none: reasons of which, whatever is chosen, one holds. */
  | { kind: 'none'; because: ReadonlySet<Nogood> }
  | { kind: 'too many' };

/** Places in the order of choices, and the values that fail there: together they always do. */
interface Clause {
  places: readonly number[];
  bad: readonly ReadonlySet<number>[];
  because: readonly Nogood[];
}

interface Conflict {
  places: ReadonlySet<number>;
  because: ReadonlySet<Nogood>;
}

/**
 * @param valuesOf the values a choice may take, first the one it should rather have; a choice that is not free has but 0.
 */
export function findAssignment(nogoods: readonly Nogood[], valuesOf: (choice: number) => readonly number[]): Found {
  return new ValueSearch(nogoods, valuesOf).run();
}

class ValueSearch {
  /** The choices that matter, and the values of each. */
  private readonly order: number[] = [];
  private readonly domains: (readonly number[])[] = [];
  private readonly clauses: Clause[] = [];
  /** Clauses by the last place that they depend on. */
  private readonly due: Clause[][] = [];
  private readonly at: number[] = [];
  private never: Nogood | null = null;
  private tries = 0;
  private flips = 0;

  constructor(nogoods: readonly Nogood[], valuesOf: (choice: number) => readonly number[]) {
    const known = new Map<number, readonly number[]>();
    const place = new Map<number, number>();
    const domainOf = (choice: number) => {
      let domain = known.get(choice);
      if (!domain) known.set(choice, (domain = valuesOf(choice)));
      return domain;
    };
    for (const nogood of nogoods) {
      const all = [...nogood.values];
      if (!all.every(([choice, bad]) => domainOf(choice).some((value) => bad.has(value)))) continue;
      const open = all.filter(([choice, bad]) => !domainOf(choice).every((value) => bad.has(value)));
      if (open.length === 0) this.never ??= nogood;
      for (const [choice] of open) {
        if (place.has(choice)) continue;
        place.set(choice, this.order.length);
        this.order.push(choice);
        this.domains.push(domainOf(choice));
        this.due.push([]);
        this.at.push(domainOf(choice)[0]!);
      }
      this.add({
        places: open.map(([choice]) => place.get(choice)!),
        bad: open.map(([, bad]) => bad),
        because: [nogood],
      });
    }
  }

  private add(clause: Clause): void {
    this.clauses.push(clause);
    this.due[Math.max(...clause.places)]?.push(clause);
  }

  run(): Found {
    if (this.never) return { kind: 'none', because: new Set([this.never]) };
    for (let flips = 0; flips <= MOST_FLIPS; flips++) if (this.flip(flips, new Set())) return this.found();
    const conflict = this.visit(0);
    if (conflict === 'too many') return { kind: 'too many' };
    return conflict === null ? this.found() : { kind: 'none', because: conflict.because };
  }

  private found(): Found {
    return { kind: 'found', at: new Map(this.order.map((choice, place) => [choice, this.at[place]!])) };
  }

  /** Whether so many changes get round all reasons: of several ways the one of fewest changes is the one to try. */
  private flip(left: number, flipped: Set<number>): boolean {
    const broken = this.clauses.find((clause) => this.holds(clause));
    if (!broken) return true;
    if (left === 0 || ++this.flips > MOST_FLIP_TRIES) return false;
    for (const [index, place] of broken.places.entries()) {
      if (flipped.has(place)) continue;
      flipped.add(place);
      for (const value of this.domains[place]!) {
        if (broken.bad[index]!.has(value)) continue;
        this.at[place] = value;
        if (this.flip(left - 1, flipped)) return true;
      }
      this.at[place] = this.domains[place]![0]!;
      flipped.delete(place);
    }
    return false;
  }

  /** Tries the values of one choice after the other; where all fail, says which choices before it are to blame, and keeps it. */
  private visit(depth: number): Conflict | null | 'too many' {
    if (depth === this.order.length) return null;
    const places = new Set<number>();
    const because = new Set<Nogood>();
    for (const value of this.domains[depth]!) {
      if (++this.tries > MOST_TRIES) return 'too many';
      this.at[depth] = value;
      const broken = this.due[depth]!.find((clause) => this.holds(clause));
      const conflict: Conflict | null | 'too many' = broken
        ? { places: new Set(broken.places), because: new Set(broken.because) }
        : this.visit(depth + 1);
      if (conflict === null || conflict === 'too many') return conflict;
      // It makes no difference what this one is set to: the blame lies further up.
      if (!conflict.places.has(depth)) return conflict;
      for (const place of conflict.places) if (place !== depth) places.add(place);
      for (const nogood of conflict.because) because.add(nogood);
    }
    if (places.size > 0) {
      const list = [...places];
      this.add({ places: list, bad: list.map((place) => new Set([this.at[place]!])), because: [...because] });
    }
    return { places, because };
  }

  private holds({ places, bad }: Clause): boolean {
    for (let index = 0; index < places.length; index++) if (!bad[index]!.has(this.at[places[index]!]!)) return false;
    return true;
  }
}
