/** Lights to which the very same happens in a shot, so that many of them can be told at once. */
import type { SignalLine } from './signalLine.ts';

/** Fewer are told one by one. */
const LEAST_FOLDED = 3;
/** A look of at most so many lights is told light by light: a phone shows them on one screen. */
const MOST_UNFOLDED = 12;

/**
 * What shares a fate together, in the order of the first of each; in a look that is seen at a glance, and where fewer than
 * three share one, each stands by itself.
 * @param items one for each light.
 */
export function folded<T>(items: readonly T[], fateOf: (item: T) => string): T[][] {
  if (items.length <= MOST_UNFOLDED) return items.map((item) => [item]);
  const fates = new Map<string, T[]>();
  for (const item of items) {
    const fate = fateOf(item);
    const same = fates.get(fate);
    if (same) same.push(item);
    else fates.set(fate, [item]);
  }
  const order = (group: readonly T[]) => items.indexOf(group[0]!);
  return [...fates.values()]
    .flatMap((same) => (same.length < LEAST_FOLDED ? same.map((item) => [item]) : [same]))
    .sort((a, b) => order(a) - order(b));
}

/** Lines with one fate together. */
export const byFate = (lines: readonly SignalLine[]): SignalLine[][] => folded(lines, fateOf);

/** The same line, the same verdict and the same words at the gap: told apart by nothing but whose light it is. */
function fateOf({ light, sender, watches, stations, verdict, fault }: SignalLine): string {
  const fate = [
    sender,
    watches,
    stations.map(({ state }) => state),
    verdict.verdict,
    verdict.share,
    fault && [fault.code, fault.subject, fault.params],
  ];
  return JSON.stringify(fate, (_, value: unknown) => (value === light.id ? '' : value));
}
