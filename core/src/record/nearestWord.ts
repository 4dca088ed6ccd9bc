/** What somebody probably meant to write. */
import { distance } from 'fastest-levenshtein';

/** Letters a misspelt word may differ in, as a share of its length: beyond it is another word. */
const MOST_WRONG = 0.4;

/** The known word nearest to a misspelt one; null where none is near. */
export function nearestWord(written: string, known: readonly string[]): string | null {
  const near = known
    .map((word) => ({ word, wrong: distance(written.toLowerCase(), word.toLowerCase()) }))
    .filter(({ word, wrong }) => wrong <= Math.max(1, MOST_WRONG * word.length))
    .sort((a, b) => a.wrong - b.wrong);
  return near[0]?.word ?? null;
}

/** `. Did you mean "channel"?`; empty where no known word is near. */
export function didYouMean(written: unknown, known: readonly string[]): string {
  const word = typeof written === 'string' ? nearestWord(written, known) : null;
  return word === null ? '' : `. Did you mean "${word}"?`;
}
