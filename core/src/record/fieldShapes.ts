import { z } from 'zod';
import { LABEL_LENGTH } from './labelLength.ts';
import { turnsText } from './soundText.ts';

/** Field shapes shared by every record. */
export const idSchema = z
  .string()
  // The one name every object has by itself that is made of such letters.
  .regex(
    /^(?!constructor$)[a-z0-9][a-z0-9-]{0,63}$/,
    'use 1 to 64 small letters, digits and hyphens, starting with a letter or digit',
  );
export const labelSchema = z
  .string()
  .trim()
  .min(1, 'is empty: give it a name')
  .max(LABEL_LENGTH, `is longer than ${LABEL_LENGTH} characters`)
  .refine(
    (label) => !turnsText(label),
    'has an invisible character that turns or breaks the text around it: type it anew',
  );
export const noteSchema = z.string().max(2000, 'is longer than 2,000 characters');
export const letterSchema = z.string().regex(/^[A-Z]$/, 'use one capital letter, A to Z');
export const stopsSchema = z.number().min(-12).max(0);

export const rangeSchema = z
  .strictObject({ from: z.int().min(0).max(9999), to: z.int().min(0).max(9999) })
  .refine((range) => range.from <= range.to, 'must not end before it starts');
