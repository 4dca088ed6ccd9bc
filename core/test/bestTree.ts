/** The best order of checks there is, by trying every one: slow, and with nothing in common with what chooses the next check. */
import { answersOf, walkBetween } from '../src/diagnose/checks';
import type { Search } from '../src/diagnose/nextCheck';

type Choose = (left: readonly number[], at: string | null) => number | null;

/** Kinds that each answer of a check leaves, with their share of the weight. */
export function branchesOf(search: Search, left: readonly number[], check: number) {
  const count = answersOf(search.checks[check]!).length;
  const total = left.reduce((sum, kind) => sum + search.kinds[kind]!.weight, 0);
  return Array.from({ length: count }, (_, answer) => {
    const kept = left.filter((kind) => (search.kinds[kind]!.answers[check]! >> answer) % 2 === 1);
    const weight = kept.reduce((sum, kind) => {
      const { weight: own, answers } = search.kinds[kind]!;
      const ways = [...answers[check]!.toString(2)].filter((bit) => bit === '1').length;
      return sum + own / ways;
    }, 0);
    return { kept, share: weight / total };
  }).filter(({ kept }) => kept.length > 0);
}

export const isSettled = ({ kinds }: Search, left: readonly number[]): boolean =>
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
      const branches = branchesOf(search, left, check);
      if (branches.some(({ kept }) => kept.length === left.length)) continue;
      const { ends } = search.checks[check]!;
      const later = branches.reduce((sum, { kept, share }) => sum + share * from(kept, ends), 0);
      least = Math.min(least, takes(search, check, at) + later);
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
