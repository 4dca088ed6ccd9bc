/** What the app asks a stand-in kit, and what it answers. */
import { z } from 'zod';
import { idSchema, letterSchema } from '../record/fieldShapes.ts';
import { settingsSchema } from '../record/lookSchema.ts';
import { ATTITUDES } from '../record/settingTerms.ts';

/** A press: what is set at the camera, which shutter, and one letter alone or, with null, everything together. */
export const pressSchema = z.strictObject({
  camera: z.record(idSchema, settingsSchema),
  shot: z.strictObject({ body: idSchema, attitude: z.enum(ATTITUDES) }),
  letter: letterSchema.nullable(),
});
export type PressRequest = z.infer<typeof pressSchema>;

export const observedSchema = z.strictObject({
  observed: z.array(
    z.strictObject({
      light: idSchema,
      seen: z.enum(['fired', 'dark', 'early', 'bar']).nullable(),
      stops: z.number().nullable(),
    }),
  ),
});
export type PressAnswer = z.infer<typeof observedSchema>;
