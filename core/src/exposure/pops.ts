/** Several pops on one frame. docs/model.md, Exposure: n equal pops add log2 n stops. */

export const stopsByPops = (pops: number): number => Math.log2(pops);

/** The fewest pops that give at least so many stops more than one, 1 or more. */
export const popsForStops = (stops: number): number => Math.max(1, Math.ceil(2 ** stops - 1e-9));
