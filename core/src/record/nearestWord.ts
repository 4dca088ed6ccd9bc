/** What somebody probably meant to write. */
import { distance } from 'fastest-levenshtein';

/** Letters a misspelt word may differ in, as a share of its length: beyond it is another word. */
const MOST_WRONG = 0.4;

/** "1/250" and "0.5" say a number; NaN for what says none. */
function numberIn(text: string): number {
  const [above, below = '1', ...more] = text.split('/');
  const value = more.length > 0 ? NaN : Number(above) / Number(below);
  return value > 0 && Number.isFinite(value) ? value : NaN;
}

/** Of numbers the nearest in stops, null where the written one or all known ones are none. */
function nearestNumber(written: string, known: readonly string[]): string | null {
  const value = numberIn(written);
  const near = known
    .map((word) => ({ word, stops: Math.abs(Math.log2(numberIn(word) / value)) }))
    .filter(({ stops }) => !Number.isNaN(stops))
    .sort((a, b) => a.stops - b.stops);
  return near[0]?.word ?? null;
}

/** The known word nearest to a misspelt one, or the known number nearest to a number; null where none is near. */
export function nearestWord(written: string, known: readonly string[]): string | null {
  const number = nearestNumber(written, known);
  if (number !== null) return number;
  const near = known
    .map((word) => ({ word, wrong: distance(written.toLowerCase(), word.toLowerCase()) }))
    .filter(({ word, wrong }) => wrong <= Math.max(1, MOST_WRONG * word.length))
    .sort((a, b) => a.wrong - b.wrong);
  return near[0]?.word ?? null;
}

/** `. Did you mean "channel"?`; empty where no known word is near. */
export function didYouMean(written: unknown, known: readonly string[]): string {
  const isText = typeof written === 'string' || typeof written === 'number';
  const word = isText ? nearestWord(String(written), known) : null;
  return word === null ? '' : `. Did you mean "${word}"?`;
}
