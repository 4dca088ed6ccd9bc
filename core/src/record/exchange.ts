/**
 * What server and app tell each other about signing in, and how an error is answered. The server checks requests with
 * these schemas, the app's forms use the same ones, and both take their types from here. What is changed goes by
 * operations: see operation/operationExchange.ts. Who is in a crew: see memberExchange.ts.
 */
import { z } from 'zod';
import { fieldFaultSchema } from './fieldFault.ts';
import { labelSchema } from './fieldShapes.ts';
import { newPassphraseSchema, passphraseSchema } from './passphrase.ts';

/** The crew only where several have somebody of that name. */
export const signInSchema = z.strictObject({
  name: labelSchema,
  passphrase: passphraseSchema,
  crew: labelSchema.optional(),
});
export const crewSchema = z.strictObject({ crew: labelSchema, name: labelSchema, passphrase: newPassphraseSchema });
export type SignIn = z.infer<typeof signInSchema>;
export type NewCrew = z.infer<typeof crewSchema>;

/** What an error answer holds: a code, a sentence, and the fields at fault. */
export const failureSchema = z.strictObject({
  error: z.strictObject({
    code: z.string(),
    message: z.string(),
    faults: z.array(fieldFaultSchema),
  }),
});
export type Failure = z.infer<typeof failureSchema>;
