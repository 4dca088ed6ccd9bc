/** What is said of test fires: which to make, what to expect, what they showed. */
import type { FinderKind } from '../prove/frameFinder.ts';
import type { Press, TestOrder } from '../prove/testOrder.ts';
import type { TestFire } from '../record/testFire.ts';
import { AROUND } from '../verdict/fingerprint.ts';
import type { Proof, ProofState } from '../verdict/proof.ts';
import { type Names, settingValue, shutterText } from './settingWords.ts';

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

/** "Light 3 stayed dark, Body 1 upright". */
export function testText({ light, body, attitude, ...seen }: TestFire, names: Names): string {
  const did = seen.result === 'dark' ? 'stayed dark' : seen.result === 'fired' ? 'fired' : `fired: ${resultText(seen)}`;
  return `${names.unit(light)} ${did}, ${names.unit(body)}${attitude === 'upright' ? ' upright' : ''}`;
}

/**
 * "proven 18:40", "changed since its test 18:40: Sender 1".
 * @param when the moment of its last test fire, in words; null where there is none.
 */
export function lastProofText(proof: Proof, when: string | null, names: Names): string {
  const words = proofStateText(proof, names);
  if (when === null) return words;
  const [state, ...rest] = words.split(': ');
  return [`${state} ${when}`, ...rest].join(': ');
}

/** Said wherever somebody is asked to fire. */
export const FIRE_CAUTION =
  'Never fire close to eyes, nor where it could startle somebody on a ladder, on a stair or at machinery.';

/** A light and a body, and what is looked for of them. */
export interface FinderOf {
  kind: FinderKind;
  body: string;
  light: string;
}

/** "Set Body 1 to 1/250 without high-speed sync, let Light 3 fire alone, and press." @param shutter the body's; null where nobody recorded it. */
export function finderTryText(
  { kind, body, light }: FinderOf,
  next: string | number,
  shutter: string | null,
  names: Names,
): string {
  const [camera, lamp] = [names.unit(body), names.unit(light)];
  if (kind === 'sync')
    return `Set ${camera} to ${shutterText(String(next))} without high-speed sync, let ${lamp} fire alone, and press.`;
  const at = shutter === null ? 'faster than its sync' : `at ${shutterText(shutter)}`;
  return `Set the tail delay of ${lamp} to ${settingValue('tailDelayUs', next, names)}, let it fire alone, and press ${camera} ${at}.`;
}

/** A tail is for a shutter faster than sync: at any other every frame comes out whole, and tells nothing. */
export const tailNeedsText = ({ body }: FinderOf, names: Names): string =>
  `Set ${names.unit(body)} to a shutter faster than its sync first: a tail is for that.`;

/** What was found, or that it is no matter of that. */
export function finderFoundText({ kind, body, light }: FinderOf, found: string | number | null, names: Names): string {
  const [camera, lamp] = [names.unit(body), names.unit(light)];
  if (kind === 'sync')
    return found === null
      ? `Part is dark even at the slowest: that is no matter of sync. Look at what else is said of ${lamp}.`
      : `${lamp} lights all of the frame of ${camera} up to ${shutterText(String(found))}.`;
  return found === null
    ? `Part is dark even without delay: the pulse of ${lamp} is too short for this shutter. Take more power, or a slower shutter.`
    : `The longest tail delay of ${lamp} that is clean with ${camera} is ${settingValue('tailDelayUs', found, names)}.`;
}

/** "1 frame more at most". */
export const framesLeftText = (left: number): string => `${left} ${left === 1 ? 'frame' : 'frames'} more at most`;

/** "Found by test frames, Maren." */
export const foundByText = (by: string): string => `Found by test frames${by === '' ? '' : `, ${by}`}.`;
