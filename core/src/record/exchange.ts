/**
 * What server and app tell each other about signing in, and how an error is answered. The server checks requests with
 * these schemas, the app's forms use the same ones, and both take their types from here. What is changed goes by
 * operations: see operation/operationExchange.ts.
 */
import { z } from 'zod';
import { fieldFaultSchema } from './fieldFault.ts';
import { labelSchema } from './fieldShapes.ts';

/** Long enough to resist guessing, short enough to hash; no rule about which characters. */
const PASSPHRASE_LEAST = 8;
const PASSPHRASE_MOST = 200;
const newPassphraseSchema = z
  .string()
  .min(PASSPHRASE_LEAST, `is shorter than ${PASSPHRASE_LEAST} characters`)
  .max(PASSPHRASE_MOST, `is longer than ${PASSPHRASE_MOST} characters`);
const passphraseSchema = z
  .string()
  .min(1, 'is empty')
  .max(PASSPHRASE_MOST, `is longer than ${PASSPHRASE_MOST} characters`);

export const signInSchema = z.strictObject({ name: labelSchema, passphrase: passphraseSchema });
export const memberSchema = z.strictObject({ name: labelSchema, passphrase: newPassphraseSchema });
export const crewSchema = z.strictObject({ crew: labelSchema, name: labelSchema, passphrase: newPassphraseSchema });
export type NewCrew = z.infer<typeof crewSchema>;
export type NewMember = z.infer<typeof memberSchema>;

/** What an error answer holds: a code, a sentence, and the fields at fault. */
export const failureSchema = z.strictObject({
  error: z.strictObject({
    code: z.string(),
    message: z.string(),
    faults: z.array(fieldFaultSchema),
  }),
});
export type Failure = z.infer<typeof failureSchema>;
