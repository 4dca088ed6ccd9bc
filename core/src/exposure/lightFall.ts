/** How light falls off with distance, and what stands in its way. docs/model.md, Exposure. */

/** Stops gained by moving a light from one distance to another, in the same unit: the inverse square law. */
export const stopsByDistance = (from: number, to: number): number => 2 * Math.log2(from / to);

/** How many times as far a light stands that is to give so many stops more: +2 stops is half as far. */
export const timesAsFar = (stops: number): number => 2 ** (-stops / 2);

/** What weakens one light in one look, in stops; left out or null is nothing noted. */
export interface Losses {
  /** Umbrella, softbox, grid, a bounce. */
  modifier?: number | null;
  gel?: number | null;
  /** Neutral density in front of the light. */
  density?: number | null;
}

export const lossOf = ({ modifier, gel, density }: Losses): number => (modifier ?? 0) + (gel ?? 0) + (density ?? 0);

/** Stops of a density filter by the factor printed on it (8 is 3 stops), or by its optical density (0.9 is 3 stops). */
export const stopsOfFactor = (factor: number): number => Math.log2(factor);
export const stopsOfDensity = (density: number): number => density * Math.log2(10);
