import { z } from 'zod';
import { idSchema } from './fieldShapes.ts';
import { ATTITUDES } from './settingTerms.ts';

export const TEST_RESULTS = ['fired', 'dark', 'wrong'] as const;

/** What a real test fire of one light showed, and a fingerprint of the settings it was made with. */
export const testFireSchema = z.strictObject({
  look: idSchema,
  light: idSchema,
  body: idSchema,
  /** How the camera was held. Left out: nobody recorded it, so that it counts only where one way is all there is. */
  attitude: z.enum(ATTITUDES).nullish(),
  result: z.enum(TEST_RESULTS),
  fingerprint: z.string().regex(/^[0-9a-f]{16}$/, 'must be 16 hexadecimal digits'),
  /** UTC, ISO 8601. */
  at: z.iso.datetime(),
});
/** A test fire as it is logged. */
export const loggedTestSchema = testFireSchema.extend({ id: idSchema });
export type TestFire = z.infer<typeof testFireSchema>;
export type LoggedTest = z.infer<typeof loggedTestSchema>;
export type TestResult = TestFire['result'];
