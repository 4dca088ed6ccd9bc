/** What the app asks a stand-in kit, and what it answers. */
import { z } from 'zod';
import { idSchema, letterSchema } from '../record/fieldShapes.ts';
import { settingsSchema } from '../record/lookSchema.ts';
import { ATTITUDES } from '../record/settingTerms.ts';

/** What is set at the camera, and which shutter is pressed. */
const shutterPress = {
  camera: z.record(idSchema, settingsSchema),
  shot: z.strictObject({ body: idSchema, attitude: z.enum(ATTITUDES) }),
};

/** A press of one letter alone or, with null, of everything together. */
export const pressSchema = z.strictObject({ ...shutterPress, letter: letterSchema.nullable() });
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

/** A press with the meter held in the light of these lights; of none, the room alone. */
export const meterSchema = z.strictObject({ ...shutterPress, lights: z.array(idSchema).max(600) });
export type MeterRequest = z.infer<typeof meterSchema>;

export const meteredSchema = z.strictObject({
  /** In stops above f/1; null where it read nothing. */
  stops: z.number().min(-10).max(30).nullable(),
  /** Lights asked for that stayed dark. */
  dark: z.array(idSchema),
});
export type MeterAnswer = z.infer<typeof meteredSchema>;
