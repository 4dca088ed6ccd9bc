/** How passphrases are refused, hashed and compared. None is ever stored or logged as it is. */
import { isNameAgain, normalised } from '@ergon/core/record/passphrase';
import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';
import { ApiError } from '../errors.ts';

const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common']);

/**
 * The hash of a passphrase that may be set.
 * @param field where it stands in the request.
 * @param names of the person and the crew.
 * @throws ApiError where it is one of those everybody tries first.
 */
export async function hashOf(passphrase: string, field: string, names: readonly string[]): Promise<string> {
  const refuse = (message: string) => new ApiError('input.invalid', [{ path: field, message }]);
  const lower = normalised(passphrase).toLowerCase();
  if (COMMON.has(lower) || COMMON.has(lower.replaceAll(/\s/gu, '')))
    throw refuse('is one many people use: put a few words together');
  if (isNameAgain(passphrase, names)) throw refuse('is little more than a name: put a few words together');
  return hash(normalised(passphrase));
}

/** Hashed when nobody has the name, so that the time of an answer does not tell whether somebody does. */
let decoy: Promise<string> | undefined;

/** Whether the passphrase is that of the hash; null where there is none. One set before Ergon normalised is as typed. */
export async function isRight(stored: string | null, passphrase: string): Promise<boolean> {
  decoy ??= hash('nobody signs in with this');
  const against = stored ?? (await decoy);
  const alike = normalised(passphrase);
  const matches = (await verify(against, alike)) || (alike !== passphrase && (await verify(against, passphrase)));
  return matches && stored !== null;
}
