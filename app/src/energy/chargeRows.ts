/** What is left in every light's cells after each moment: the same numbers for the chart and for the table. */
import type { Evening, LightMoment } from '@ergon/core/energy/evening';

export interface ChargeRow {
  light: string;
  /** One for each moment in which anything fires; null before a light first fires in the evening. */
  cells: readonly { left: number | null; of: LightMoment | null }[];
  /** At the end. */
  left: number;
  sets: number;
}

/** Moments in which a light fires, in their order. */
export const firingMoments = <T extends { id: string }>(moments: readonly T[], { lights }: Evening): T[] => {
  const fired = new Set(lights.flatMap(({ moments: of }) => of.map(({ moment }) => moment)));
  return moments.filter(({ id }) => fired.has(id));
};

/** Lights on cells whose charge can be said, in the order of the evening's. */
export function chargeRows(moments: readonly { id: string }[], { lights }: Evening): ChargeRow[] {
  return lights.flatMap(({ light, mains, moments: of, swaps, unknown }) => {
    if (mains || unknown.some(({ field }) => field === 'profile.cells.fullPops') || of.length === 0) return [];
    let left: number | null = null;
    const cells = moments.map(({ id }) => {
      const one = of.find(({ moment }) => moment === id) ?? null;
      if (one) left = one.result.left;
      return { left, of: one };
    });
    return [{ light, cells, left: left ?? 1, sets: swaps }];
  });
}
