/** A dial in thirds of a stop, whose labels are names of exact powers of two. */

export interface Dial {
  /** Labels in thirds, least first. */
  readonly thirds: readonly number[];
  /** Exact stops of a label. @throws RangeError for one that is on no dial. */
  stopsOf(label: number): number;
  /** The label in thirds nearest to so many stops, and at either end the last there is. */
  labelAt(stops: number): number;
}

/**
 * @param first stops of the first label.
 * @param halves labels only a dial in halves has, with their stops; a label both have counts as the third.
 */
export function dialOf(
  what: string,
  labels: readonly number[],
  first: number,
  halves: Readonly<Record<string, number>> = {},
): Dial {
  const stops = new Map(labels.map((label, index) => [label, first + index / 3]));
  for (const [label, at] of Object.entries(halves)) stops.set(Number(label), at);
  return {
    thirds: labels,
    stopsOf: (label) => {
      const exact = stops.get(label);
      if (exact === undefined) throw new RangeError(`${label} is no ${what} of any dial`);
      return exact;
    },
    labelAt: (at) => labels[Math.min(labels.length - 1, Math.max(0, Math.round((at - first) * 3)))]!,
  };
}
