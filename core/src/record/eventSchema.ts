import { z } from 'zod';
import { idSchema, labelSchema, noteSchema } from './fieldShapes.ts';

/** Local time of the venue; what lies past midnight still belongs to the day before. */
export const timeSchema = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'write the time as HH:MM');

/** A part of an event. */
export const momentSchema = z.strictObject({
  id: idSchema,
  name: labelSchema,
  time: timeSchema.nullish(),
  place: z.string().trim().max(80, 'is longer than 80 characters').nullish(),
  /** The look it uses; several moments may use one. Left out: nobody has said yet. */
  look: idSchema.nullish(),
  /** How long it takes, in minutes. */
  minutes: z.int().min(1).max(1440).nullish(),
  /** Frames expected. */
  frames: z.int().min(1).max(100_000).nullish(),
  /** Whether no flash is allowed then. Left out: it is, as far as anybody said. */
  noFlash: z.boolean().nullish(),
  notes: noteSchema.nullish(),
});

/** Which light has a crew's first letter. */
export const FIRST_LETTERS = ['key', 'camera'] as const;

/** An event of a crew, without its moments. */
export const eventHeadSchema = z.strictObject({
  id: idSchema,
  name: labelSchema,
  date: z.iso.date('write the date as YYYY-MM-DD').nullish(),
  venue: z.string().trim().max(80, 'is longer than 80 characters').nullish(),
  notes: noteSchema.nullish(),
  /** Whose letter is the first in every look: the key light's, or that of a light on a camera. Left out: no habit. */
  firstLetter: z.enum(FIRST_LETTERS).nullish(),
  /** Put away: it stands below the others. */
  archived: z.boolean().nullish(),
  /** Over, and yet open to changes. */
  reopened: z.boolean().nullish(),
});

/** More moments than this no event has. */
const MOST_MOMENTS = 500;

export const eventSchema = eventHeadSchema.extend({ moments: z.array(momentSchema).max(MOST_MOMENTS) });
