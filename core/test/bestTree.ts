/** The best order of checks there is, by trying every one: slow, and with nothing in common with what chooses the next check. */
import { answersOf, walkBetween } from '../src/diagnose/checks';
import type { Search } from '../src/diagnose/nextCheck';

type Choose = (left: readonly number[], at: string | null) => number | null;

interface Branch {
  kept: number[];
  share: number;
}

const bitsIn = (bits: number): number => [...bits.toString(2)].filter((bit) => bit === '1').length;

const ways = new WeakMap<Search, readonly (readonly number[])[]>();

/** By kind and check, to how many answers its weight is divided. */
function waysIn(search: Search): readonly (readonly number[])[] {
  const known = ways.get(search) ?? search.kinds.map(({ answers }) => answers.map(bitsIn));
  ways.set(search, known);
  return known;
}

/** Kinds that each answer of a check leaves, with their share of the weight. */
function branchesOf(search: Search, left: readonly number[], check: number): Branch[] {
  const count = answersOf(search.checks[check]!).length;
  const total = left.reduce((sum, kind) => sum + search.kinds[kind]!.weight, 0);
  const divided = waysIn(search);
  return Array.from({ length: count }, (_, answer) => {
    const kept = left.filter((kind) => (search.kinds[kind]!.answers[check]! >> answer) % 2 === 1);
    const weight = kept.reduce((sum, kind) => sum + search.kinds[kind]!.weight / divided[kind]![check]!, 0);
    return { kept, share: weight / total };
  }).filter(({ kept }) => kept.length > 0);
}

const isSettled = ({ kinds }: Search, left: readonly number[]): boolean =>
  new Set(left.map((kind) => kinds[kind]!.cause)).size < 2;

const takes = ({ checks, rig }: Search, check: number, at: string | null): number =>
  checks[check]!.seconds + walkBetween(rig, at, checks[check]!.place);

/** Expected seconds of the best way from here. */
export function leastSeconds(search: Search): number {
  const known = new Map<string, number>();
  const from = (left: readonly number[], at: string | null): number => {
    if (isSettled(search, left)) return 0;
    const key = `${left.join()} ${at}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    let least = Infinity;
    for (let check = 0; check < search.checks.length; check++) {
      let seconds = takes(search, check, at);
      if (seconds >= least) continue;
      const branches = branchesOf(search, left, check);
      if (branches.some(({ kept }) => kept.length === left.length)) continue;
      const { ends } = search.checks[check]!;
      // What comes later takes no less than nothing: a way that is no better already need not be gone to its end.
      for (const { kept, share } of branches) {
        if (seconds >= least) break;
        seconds += share * from(kept, ends);
      }
      least = Math.min(least, seconds);
    }
    const seconds = least === Infinity ? 0 : least;
    known.set(key, seconds);
    return seconds;
  };
  return from([...search.kinds.keys()], null);
}

/** Expected seconds when each check is chosen by this. */
export function secondsWhen(search: Search, choose: Choose): number {
  const from = (left: readonly number[], at: string | null): number => {
    const check = isSettled(search, left) ? null : choose(left, at);
    if (check === null) return 0;
    const later = branchesOf(search, left, check).reduce(
      (sum, { kept, share }) => sum + share * from(kept, search.checks[check]!.ends),
      0,
    );
    return takes(search, check, at) + later;
  };
  return from([...search.kinds.keys()], null);
}
