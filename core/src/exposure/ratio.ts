/** Lighting ratios in both schools. docs/model.md, Exposure. */

/** `key` compares the key with the fill; `both` compares the side both fall on with the side the fill alone reaches. */
export const RATIO_SCHOOLS = ['key', 'both'] as const;
export type RatioSchool = (typeof RATIO_SCHOOLS)[number];

/** How many to one, by stops the key reads above the fill, each metered alone. */
export const ratioOf = (school: RatioSchool, stops: number): number => 2 ** stops + (school === 'both' ? 1 : 0);

/** Stops the key must read above the fill; null where no key does: with both on one side that is always over 1:1. */
export function stopsOfRatio(school: RatioSchool, ratio: number): number | null {
  const keyAlone = ratio - (school === 'both' ? 1 : 0);
  return keyAlone > 0 ? Math.log2(keyAlone) : null;
}

/** The same light said the other way: 3:1 key to fill is 4:1 of both to fill. */
export const convertedRatio = (ratio: number, from: RatioSchool): number => (from === 'key' ? ratio + 1 : ratio - 1);
