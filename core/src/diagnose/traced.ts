/** Why a unit is out of the question: a light that works by it, or something that was looked at. */
import type { Evidence } from './evidence.ts';
import type { Watched } from './reality.ts';
import type { Suspect } from './suspects.ts';

export interface Cleared {
  unit: string;
  /** The place of the evidence that speaks for it. */
  by: number;
}

/**
 * Each unit that could have been it by the first press alone and is no more, with what ruled out most of it. A unit of which
 * anything is left is not cleared.
 */
export function clearedBy(
  suspects: readonly Suspect[],
  evidence: readonly Evidence[],
  watched: readonly Watched[],
): Cleared[] {
  const singles = suspects.filter(({ faults }) => faults.length === 1);
  const telling = new Set(evidence.filter((one) => !isFound(one)).map(({ index }) => index));
  const wrong = new Set(evidence.filter(({ check }) => isWatched(check, watched)).map(({ index }) => index));
  const counts = new Map<string, Map<number, number>>();
  const suspected = new Set<string>();
  for (const { faults, misses } of singles) {
    const { unit } = faults[0]!;
    if (misses.length === 0) suspected.add(unit);
    if (misses.length === 0 || misses.some((index) => wrong.has(index))) continue;
    const ruled = counts.get(unit) ?? new Map<number, number>();
    counts.set(unit, ruled);
    const by = misses.find((index) => telling.has(index));
    if (by !== undefined) ruled.set(by, (ruled.get(by) ?? 0) + 1);
  }
  return [...counts]
    .filter(([unit, ruled]) => !suspected.has(unit) && ruled.size > 0)
    .map(([unit, ruled]) => ({ unit, by: [...ruled].sort((a, b) => b[1] - a[1])[0]![0] }));
}

/** To have found what is off elsewhere says nothing for a unit. */
const isFound = ({ check, answer }: Evidence): boolean => check.kind === 'look' && answer !== 'right';

const isWatched = (check: Evidence['check'], watched: readonly Watched[]): boolean =>
  check.kind === 'press' &&
  check.done.length === 0 &&
  check.meanwhile.length === 0 &&
  watched.some(
    ({ light, body, attitude }) => check.light === light && check.body === body && check.attitude === attitude,
  );
