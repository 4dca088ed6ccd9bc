/** What is said of test fires: which to make, what to expect, what they showed. */
import type { Press, TestOrder } from '../prove/testOrder.ts';
import type { TestFire } from '../record/testFire.ts';
import { AROUND } from '../verdict/fingerprint.ts';
import type { Proof, ProofState } from '../verdict/proof.ts';
import type { Names } from './settingWords.ts';

/** "Group C alone", "All together". */
export const pressName = ({ letter }: Pick<Press, 'letter'>): string =>
  letter === null ? 'All together' : `Group ${letter} alone`;

/** "Body 1 upright". */
export const pressedBy = ({ shot }: Pick<Press, 'shot'>, names: Names): string =>
  `${names.unit(shot.body)}${shot.attitude === 'upright' ? ' upright' : ''}`;

/** "4 presses prove what is left." */
export function orderSentence({ presses, exact }: TestOrder): string {
  if (presses.length === 0) return 'Everything here is proven.';
  const more = exact ? '' : ' Another order might do with fewer.';
  return `${presses.length === 1 ? '1 press proves' : `${presses.length} presses prove`} what is left.${more}`;
}

const RESULT_WORDS = { fired: 'fired', dark: 'dark', wrong: 'wrong' } as const;
const WRONG_WORDS = { early: 'too early', bar: 'a dark bar', power: 'wrong power' } as const;

/** "fired", "dark", "a dark bar". */
export const resultText = ({ result, wrong }: Pick<TestFire, 'result' | 'wrong'>): string =>
  result === 'wrong' && wrong != null ? WRONG_WORDS[wrong] : RESULT_WORDS[result];

const STATE_WORDS: Readonly<Record<ProofState, string>> = {
  proven: 'proven',
  stale: 'changed since its test',
  missed: 'missed',
  never: 'never tested',
};

/** "changed since its test: Sender 1". */
export function proofStateText({ state, changed, test }: Proof, names: Names): string {
  if (state === 'missed' && test) return `missed: ${resultText(test)}`;
  if (state !== 'stale' || changed.length === 0) return STATE_WORDS[state];
  const what = changed.map((part) => (part === AROUND ? 'what is around the look' : names.unit(part)));
  return `${STATE_WORDS.stale}: ${what.join(', ')}`;
}
