/** Lights to which the very same happens in a shot, so that many of them can be told at once. */
import type { SignalLine } from './signalLine.ts';

/** Fewer are told one by one. */
const LEAST_FOLDED = 3;
/** A look of at most so many lights is told light by light: a phone shows them on one screen. */
const MOST_UNFOLDED = 12;

/**
 * Lines with one fate together, in the order of the first of each; in a look that is seen at a glance, and where fewer than
 * three share one, each line stands by itself.
 */
export function byFate(lines: readonly SignalLine[]): SignalLine[][] {
  if (lines.length <= MOST_UNFOLDED) return lines.map((line) => [line]);
  const fates = new Map<string, SignalLine[]>();
  for (const line of lines) {
    const fate = fateOf(line);
    const same = fates.get(fate);
    if (same) same.push(line);
    else fates.set(fate, [line]);
  }
  const order = (group: readonly SignalLine[]) => lines.indexOf(group[0]!);
  return [...fates.values()]
    .flatMap((same) => (same.length < LEAST_FOLDED ? same.map((line) => [line]) : [same]))
    .sort((a, b) => order(a) - order(b));
}

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
