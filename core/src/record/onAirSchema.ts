import { z } from 'zod';
import { idSchema, labelSchema, noteSchema } from './fieldShapes.ts';

const common = {
  id: idSchema,
  event: idSchema,
  /** Where it stands, in the crew's words. Left out: nobody knows. */
  place: z.string().trim().max(80, 'is longer than 80 characters').nullish(),
  notes: noteSchema.nullish(),
};

/** Another crew: what they told us of their triggers. What is left out they did not tell. */
const otherCrewSchema = z.strictObject({
  ...common,
  sort: z.literal('crew'),
  name: labelSchema,
  family: idSchema.nullish(),
  channel: z.int().min(0).max(9999).nullish(),
  /** 0 is off. */
  networkId: z.int().min(0).max(9999).nullish(),
  /** Both crews said yes to who sits where. */
  agreed: z.boolean().nullish(),
});

/** Anything else that sends: a house network, a microphone, a link. */
const placedEmitterSchema = z.strictObject({
  ...common,
  sort: z.literal('emitter'),
  name: labelSchema,
  /** Centre and width of what it sends, in MHz. Left out: not recorded. */
  mhz: z.number().min(1).max(100_000).nullish(),
  widthMhz: z.number().min(0.001).max(1000).nullish(),
});

/** What a channel turned out to be like on the day: kept as the memory of the venue. */
const foundSchema = z.strictObject({
  ...common,
  sort: z.literal('found'),
  family: idSchema,
  channel: z.int().min(0).max(9999),
  works: z.boolean(),
  /** Who found it. */
  by: labelSchema,
  /** UTC, ISO 8601. */
  at: z.iso.datetime(),
});

export const onAirSchema = z.discriminatedUnion('sort', [otherCrewSchema, placedEmitterSchema, foundSchema]);
