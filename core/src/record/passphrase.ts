/** What a passphrase has to be: long enough, and more than a name. See docs/model.md. */
import { z } from 'zod';

/** Long enough to resist guessing, short enough to hash; no rule about which characters. */
const PASSPHRASE_LEAST = 10;
const PASSPHRASE_MOST = 200;
/** Characters left once the names are taken out of it, at least. */
const LEAST_BESIDES_NAMES = 4;

const tooLong = `is longer than ${PASSPHRASE_MOST} characters`;

/** Two keyboards write one letter in two ways: both are the same passphrase. */
const writtenAlike = z.string().normalize('NFKC');

/** One that is set from now on. */
export const newPassphraseSchema = writtenAlike
  .min(PASSPHRASE_LEAST, `is shorter than ${PASSPHRASE_LEAST} characters`)
  .max(PASSPHRASE_MOST, tooLong);

/** One that is given to sign in: as it was typed, since older ones were stored so. */
export const passphraseSchema = z.string().min(1, 'is empty').max(PASSPHRASE_MOST, tooLong);

/** The passphrase as it is hashed. */
export const normalised = (passphrase: string): string => passphrase.normalize('NFKC');

const bare = (text: string): string =>
  normalised(text)
    .toLowerCase()
    .replace(/[\s\p{P}]+/gu, '');

/** Whether a passphrase is little more than names somebody who knows the crew would try. */
export function isNameAgain(passphrase: string, names: readonly string[]): boolean {
  const rest = names
    .flatMap((name) => [name, ...name.split(/\s+/u)])
    .map(bare)
    .filter((name) => name.length > 2)
    .sort((a, b) => b.length - a.length)
    .reduce((left, name) => left.replaceAll(name, ''), bare(passphrase));
  return rest.length < LEAST_BESIDES_NAMES;
}
