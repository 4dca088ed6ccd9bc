import { z } from 'zod';
import { idSchema, letterSchema } from './fieldShapes.ts';
import { doneSchema, settingName } from './lookSchema.ts';
import { SYMPTOMS } from './incidentTerms.ts';
import { ATTITUDES } from './settingTerms.ts';

/** More than this nobody sees of one press, nor answers on one evening. */
export const MOST_SEEN = 600;
const MOST_CHECKS = 200;

/** One light in one press, as somebody saw it. */
export const sightingSchema = z.strictObject({
  light: idSchema,
  /** Whose shutter was pressed, and how the camera was held. */
  body: idSchema,
  attitude: z.enum(ATTITUDES).default('level'),
  /** The one letter that was on. Left out: all together. */
  letter: letterSchema.nullish(),
  saw: z.enum(SYMPTOMS),
});

/**
 * `look` is read off a unit, `press` is a shutter pressed after something was put right or moved, `button` the test button of a
 * flash or of a sender.
 */
export const checkSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('look'), unit: idSchema, fields: z.array(settingName).min(1).max(40) }),
  z.strictObject({
    kind: z.literal('press'),
    light: idSchema,
    body: idSchema,
    attitude: z.enum(ATTITUDES).default('level'),
    letter: letterSchema.nullish(),
    /** What is put right before, and stays so. */
    done: z.array(doneSchema).max(40).default([]),
    /** What is otherwise for this press alone. */
    meanwhile: z.array(doneSchema).max(40).default([]),
  }),
  z.strictObject({
    kind: z.literal('button'),
    unit: idSchema,
    /** Of a sender: the light that is watched, and on whose body the sender sits. */
    fires: z.strictObject({ light: idSchema, body: idSchema }).nullish(),
  }),
]);

/** A check with its answer: a symptom, `right`, `wrong`, the field that is wrong, or `unsure`. */
export const answeredSchema = z.strictObject({ check: checkSchema, answer: z.string().min(1).max(100) });

/** How it ended: what it was, and whether a press proved the cure. */
export const endedSchema = z.strictObject({
  /** What was off its plan; none where nobody found out. */
  cause: z.array(z.strictObject({ unit: idSchema, field: settingName })).max(10),
  proven: z.boolean(),
  /** Another unit in place of this one proved it, and what was wrong with it nobody knows. Left out: none did. */
  swapped: idSchema.nullish(),
  /** UTC, ISO 8601. */
  at: z.iso.datetime(),
});

/** Something that went wrong on the day: what was seen, what was checked, and what it was. */
export const incidentSchema = z.strictObject({
  id: idSchema,
  look: idSchema,
  seen: z.array(sightingSchema).min(1).max(MOST_SEEN),
  checks: z.array(answeredSchema).max(MOST_CHECKS).default([]),
  /** What of the plan was changed for it, as it was planned when it was seen. Left out: nothing. */
  was: z.array(doneSchema).max(40).nullish(),
  /** Left out: it is still looked for. */
  ended: endedSchema.nullish(),
  /** UTC, ISO 8601: when it was first seen. */
  at: z.iso.datetime(),
});
