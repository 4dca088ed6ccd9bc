/** How far a search is, in percent by tens: a reader says each of them. @param part 0 to 1; null before anything is known. */
export const tens = (part: number | null | undefined): number => 10 * Math.floor(10 * (part ?? 0));
