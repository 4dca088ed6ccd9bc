import { z } from 'zod';
import { dialStopSchema, guideNumberSchema, hssLossSchema, shutterLabelSchema } from './brightnessSchema.ts';
import { idSchema, labelSchema, noteSchema } from './fieldShapes.ts';
import { LINKS } from './settingTerms.ts';

/** A setting as somebody dialled it on the unit itself. */
export const dialledSchema = z.strictObject({
  value: z.json(),
  by: labelSchema,
  /** UTC, ISO 8601. */
  at: z.iso.datetime(),
});

/** Who found something out about one unit, and when; UTC, ISO 8601. */
const found = { by: labelSchema, at: z.iso.datetime() };

/** What a meter found this one unit to give, where its head was zoomed to then. */
export const realGuideNumberSchema = z.strictObject({ ...guideNumberSchema.shape, ...found });
/** What a meter found it to lose in high-speed sync at one shutter time. */
export const realHssLossSchema = z.strictObject({ ...hssLossSchema.shape, ...found });
/** What a meter found one stop on its dial to give. */
export const realDialStopSchema = z.strictObject({ ...dialStopSchema.shape, ...found });

/** The fastest shutter at which test frames with this link came out whole. */
export const realSyncSchema = z.strictObject({ link: z.enum(LINKS), cleanTo: shutterLabelSchema, ...found });
/** The longest tail delay at which a test frame came out whole, in microseconds, and at which shutter. */
export const realTailSchema = z.strictObject({
  delayUs: z.number().min(0).max(50_000),
  shutter: shutterLabelSchema.nullish(),
  ...found,
});

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
  /** New, or back from somebody: it is reset before anything is set on it. */
  resetFirst: z.boolean().nullish(),
  /** The member who sets it up. Left out: nobody yet. */
  dealtTo: labelSchema.nullish(),
  /** Counts before what its model is said to give. Left out: nobody measured it. */
  realGuideNumber: realGuideNumberSchema.nullish(),
  realHssLoss: realHssLossSchema.nullish(),
  /** Left out: a stop on its dial is taken for a stop of light. */
  realDialStop: realDialStopSchema.nullish(),
  /** What test frames found of this light, by the id of the body they were taken with. */
  realSyncs: z.record(idSchema, realSyncSchema).nullish(),
  realTails: z.record(idSchema, realTailSchema).nullish(),
  /** What is dialled on it, by setting; a sender's settings for a group as "groups.C.power". Left out: nobody said. */
  dialled: z.record(z.string().regex(/^[a-zA-Z]+(\.[A-Z]\.[a-z]+)?$/, 'is no setting'), dialledSchema).nullish(),
});
