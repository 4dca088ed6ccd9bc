import { z } from 'zod';
import { idSchema, labelSchema, noteSchema } from './fieldShapes.ts';

export const unitSchema = z.strictObject({
  id: idSchema,
  profile: idSchema,
  label: labelSchema,
  /** As the unit shows it. */
  firmware: z.string().trim().max(20).nullish(),
  /** Who owns it, in the crew's words. Left out: the crew. */
  owner: z.string().trim().max(80).nullish(),
  /** Which cells are in it, in the crew's words. */
  cells: z.string().trim().max(80).nullish(),
  notes: noteSchema.nullish(),
  /** False while it is broken or away for repair. Left out: in service. */
  inService: z.boolean().nullish(),
  /** Who has it at present. Left out: not lent. */
  lentTo: z.string().trim().max(80).nullish(),
  /** Whom it must go back to. Left out: not borrowed. */
  borrowedFrom: z.string().trim().max(80).nullish(),
});
