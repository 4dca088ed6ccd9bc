import { z } from 'zod';
import { CARRIED_SIGNALS, MEDIA } from './familyTerms.ts';
import { idSchema, labelSchema, letterSchema, noteSchema, rangeSchema } from './fieldShapes.ts';

const yesNo = z.boolean().nullish();

export const carriesSchema = z.strictObject(
  Object.fromEntries(CARRIED_SIGNALS.map((name) => [name, yesNo])) as Record<
    (typeof CARRIED_SIGNALS)[number],
    typeof yesNo
  >,
);

/** What an older or newer generation of a family cannot do. Left out: as the family. */
export const generationSchema = z.strictObject({
  number: z.int().min(1).max(20),
  name: labelSchema.nullish(),
  /** False: units of this generation have no network ID. */
  networkIds: yesNo,
  /** Letters this generation knows; an empty list means none. */
  groups: z.array(letterSchema).max(26).nullish(),
  /** Only `false` matters: what this generation does not carry although the family does. */
  carries: carriesSchema.nullish(),
  /** Whether a sender of this generation can be heard by units of older ones. */
  heardByOlder: yesNo,
});

/**
 * Models that talk over the same radio or coded light, across makers. A field left out or null is not recorded, and
 * what depends on it is reported as unknown, except where a field says otherwise.
 */
export const familySchema = z.strictObject({
  id: idSchema,
  name: labelSchema,
  /** Other names on the box: a rebrand is the same family. */
  alsoSoldAs: z.array(labelSchema).max(20).nullish(),
  medium: z.enum(MEDIA),
  /** In the crew's words, such as "2.4 GHz". */
  band: labelSchema.nullish(),
  /** Numbered channels, both ends included. */
  channels: rangeSchema.nullish(),
  /** Centre of each channel in MHz and its width in MHz, as far as known. */
  frequencies: z
    .array(
      z.strictObject({
        channel: z.int().min(0).max(9999),
        mhz: z.number().min(1).max(100_000),
        widthMhz: z.number().min(0.001).max(1000).nullish(),
      }),
    )
    .max(1000)
    .nullish(),
  /** Network IDs, both ends included; a unit set to 0 has its ID off. */
  networkIds: z.union([z.literal('none'), rangeSchema]).nullish(),
  /** `pin`: units hear only those paired with the same number. Left out: no pairing. */
  pairing: z.enum(['none', 'pin']).nullish(),
  /** Letters a master can address; an empty list means the family has no groups. */
  groups: z.array(letterSchema).max(26).nullish(),
  /** What travels with the fire signal. */
  carries: carriesSchema,
  /** Left out: the family has one generation. */
  generations: z.array(generationSchema).max(20).nullish(),
  /** Reach in the open, in metres. */
  reachM: z.number().min(0.5).max(5000).nullish(),
  /** Where it may be used, in the crew's words. */
  regionNote: noteSchema.nullish(),
});
