/**
 * Finds where a bar begins by asking about test frames, each halving what is left: the tail-sync delay of a body and a light,
 * or the fastest shutter a link keeps up with. docs/model.md, Exposure.
 */

/** Between what is known to be clean and what is known to show a bar; both ends of a list of choices. */
export interface Halving {
  /** Choices from safest to boldest. */
  choices: number;
  /** The boldest that came out clean, -1 before any has. */
  clean: number;
  /** The safest that showed a bar; as many as there are choices before any has. */
  barred: number;
}

export const startHalving = (choices: number): Halving => ({ choices, clean: -1, barred: choices });

/** Which choice to try next: the boldest first, since that may end it; null when it is found. */
export function nextTry({ choices, clean, barred }: Halving): number | null {
  if (barred - clean <= 1) return null;
  return barred === choices && clean === -1 ? choices - 1 : Math.floor((clean + barred) / 2);
}

export const answered = (search: Halving, tried: number, bar: boolean): Halving =>
  bar ? { ...search, barred: Math.min(search.barred, tried) } : { ...search, clean: Math.max(search.clean, tried) };

/** The boldest clean choice; -1 where every one shows a bar, null while that is open. */
export const foundBy = (search: Halving): number | null => (nextTry(search) === null ? search.clean : null);
