import type { Names } from '@ergon/core/words/settingWords';

/** Letters of scripts that are written from the right. */
const FROM_THE_RIGHT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;
/** What sets a part of a text apart, so that its direction leaves the rest as it is (Unicode Standard Annex 9). */
const [BEGIN, END] = ['\u2068', '\u2069'];
const MARKS = /[\u2068\u2069]/g;
const MOST_LETTERS = 200;

/** A name in a sentence: where it is written from the right, what stands beside it keeps its order. */
export const isolated = (name: string): string => (FROM_THE_RIGHT.test(name) ? `${BEGIN}${name}${END}` : name);

/** The crew's names, each to be put into a sentence. */
export const isolatedNames = (names: Names): Names => ({
  ...names,
  unit: (id) => isolated(names.unit(id)),
  family: (id) => isolated(names.family(id)),
});

/** What was done, as it is stored: the names in it as they are written. */
export const storedLabel = (label: string): string => label.replace(MARKS, '').slice(0, MOST_LETTERS);
