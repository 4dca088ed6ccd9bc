import { z } from 'zod';
import { idSchema, labelSchema } from './fieldShapes.ts';
import { ATTITUDES } from './settingTerms.ts';

export const TEST_RESULTS = ['fired', 'dark', 'wrong'] as const;

/** How a light that fired was wrong: before the frame, in part of it, or at another power. */
export const WRONGS = ['early', 'bar', 'power'] as const;
export type Wrong = (typeof WRONGS)[number];

/** What a real test fire of one light showed, and a fingerprint of the settings it was made with. */
export const testFireSchema = z.strictObject({
  look: idSchema,
  light: idSchema,
  body: idSchema,
  /** How the camera was held. Left out: nobody recorded it, so that it counts only where one way is all there is. */
  attitude: z.enum(ATTITUDES).nullish(),
  result: z.enum(TEST_RESULTS),
  /** Only with a result of `wrong`. Left out: nobody said how. */
  wrong: z.enum(WRONGS).nullish(),
  fingerprint: z.string().regex(/^[0-9a-f]{16}$/, 'must be 16 hexadecimal digits'),
  /** A digest for each unit the shot depended on. Left out: what changed since cannot be told. */
  parts: z.record(z.string().max(64), z.string().regex(/^[0-9a-f]{8}$/, 'must be 8 hexadecimal digits')).nullish(),
  /** UTC, ISO 8601. */
  at: z.iso.datetime(),
  /** The member who logged it. Left out: nobody recorded who. */
  by: labelSchema.nullish(),
});
/** A test fire as it is logged. */
export const loggedTestSchema = testFireSchema.extend({ id: idSchema });
export type TestFire = z.infer<typeof testFireSchema>;
export type LoggedTest = z.infer<typeof loggedTestSchema>;
export type TestResult = TestFire['result'];
