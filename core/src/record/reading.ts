import { z } from 'zod';
import { ISO_LABELS } from '../exposure/iso.ts';
import { SHUTTER_LABELS } from '../measure/stops.ts';
import { idSchema, stopsSchema } from './fieldShapes.ts';
import { brightnessShape } from './lookSchema.ts';

/** How a light stood when it was metered. Left out: not recorded, or left to metering. */
const meteredLightSchema = z.strictObject({ power: stopsSchema.nullish(), ...brightnessShape });

/** What a meter read at one place of a look, and of which lights. */
export const readingSchema = z.strictObject({
  id: idSchema,
  look: idSchema,
  /** The lights that fired; none for the light of the room alone. */
  lights: z.record(idSchema, meteredLightSchema),
  /** Where the meter was held: face, background. Left out: where the lights fall. */
  place: z.string().trim().min(1).max(40).nullish(),
  /** In stops above f/1: f/11 and 7 tenths is 7.7. */
  stops: z.number().min(-10).max(30),
  /** What the meter was set to. */
  iso: z.literal(ISO_LABELS as [number, ...number[]]),
  shutter: z.enum(SHUTTER_LABELS as [string, ...string[]]),
  /** UTC, ISO 8601. */
  at: z.iso.datetime(),
});
export type Reading = z.infer<typeof readingSchema>;
export type MeteredLight = Reading['lights'][string];
