/** What a part of the bench finds: a number with what it is of, so that two runs can be set side by side. */
export interface Measure {
  /** The same in every run. */
  what: string;
  value: number;
  /** `x` for a ratio within one run, which says more about the code than about the machine. */
  unit: 'ms' | 's' | 'x' | 'kB' | '%' | 'MB' | '';
  /** All of it for a person to read; left out, the number with its unit. */
  said?: string;
}

/** @param short as ./bin/test runs it: all of it once, with nothing to trust in the numbers. */
export type Part = (short: boolean) => Measure[] | Promise<Measure[]>;

const shown = ({ value, unit }: Measure): string =>
  `${unit === 'x' ? 'x' : ''}${value.toFixed(Math.abs(value) < 10 ? 2 : 0)}${unit === 'x' || unit === '' ? '' : ` ${unit}`}`;

export const sentence = (one: Measure): string => `  ${one.what}: ${one.said ?? shown(one)}`;

/** Beside the same of another clone. */
export const compared = (now: Measure, before: Measure): string =>
  `  ${now.what}: ${shown(now)}, ${before.value === 0 ? 'nothing' : `x${(now.value / before.value).toFixed(2)} of ${shown(before)}`} before`;
