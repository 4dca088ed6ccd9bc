import { z } from 'zod';
import { idSchema, labelSchema, letterSchema } from './fieldShapes.ts';
import { DRILL_SOURCES } from './drillTerms.ts';
import { MOST_SEEN, sightingSchema } from './incidentSchema.ts';
import { doneSchema, isSettable, lookSchema, NO_SUCH_SETTING, settingName } from './lookSchema.ts';
import { ATTITUDES } from './settingTerms.ts';

/** More than this nobody does on one evening. */
const MOST_DRILL_STEPS = 2000;

/** What was thought before a step, in seconds; longer than this somebody was called away. */
const thought = z.number().min(0).max(600);

/**
 * `press` fires a body, with one light held close to it where `near` names one; `look` reads one thing off a unit or finds out
 * what is about; `button` is a test button; `set` sets one thing by hand; `swap` puts another unit in its place, set as
 * planned; `well` says that all fire as
 * planned.
 */
export const drillStepSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('press'),
    body: idSchema,
    attitude: z.enum(ATTITUDES).default('level'),
    letter: letterSchema.nullish(),
    near: idSchema.nullish(),
    thought,
  }),
  z.strictObject({ kind: z.literal('look'), unit: idSchema, field: settingName, thought }),
  z.strictObject({ kind: z.literal('button'), unit: idSchema, thought }),
  z.strictObject({ kind: z.literal('set'), ...doneSchema.shape, thought }).refine(isSettable, NO_SUCH_SETTING),
  z.strictObject({ kind: z.literal('swap'), unit: idSchema, thought }),
  z.strictObject({ kind: z.literal('well'), thought }),
]);

/** From what was seen first to all firing as planned. */
export const takenSchema = z.strictObject({
  seconds: z.number().min(0).max(1_000_000),
  steps: z.int().min(0).max(1000),
});

/** One thing that is really otherwise than planned. */
export const hiddenSchema = z.strictObject({ unit: idSchema, field: settingName, to: z.json().default(null) });

/** What a drill is, before anybody plays it: equal for all who stage it from the same. */
export const stagedSchema = z.strictObject({
  source: z.enum(DRILL_SOURCES),
  /** How hard, from 1; left out for one made from an incident. */
  level: z.int().min(1).max(5).nullish(),
  /** What it was drawn by: a word a crew agrees on. */
  seed: z.string().trim().min(1).max(40),
  /** The look as it was then, as much of it as is in the drill. */
  look: lookSchema,
  hidden: z.array(hiddenSchema).min(1).max(5),
  /** What everybody saw to begin with. */
  seen: z.array(sightingSchema).min(1).max(MOST_SEEN),
  /** By the checks that tell most. */
  best: takenSchema,
});

/** A drill somebody has played to its end. */
export const drillSchema = z.strictObject({
  id: idSchema,
  ...stagedSchema.shape,
  /** Who played it. */
  member: z.string().min(1).max(64),
  by: labelSchema,
  steps: z.array(drillStepSchema).max(MOST_DRILL_STEPS),
  took: takenSchema,
  /** All fired as planned at the end; otherwise somebody gave up. */
  solved: z.boolean(),
  /** UTC, ISO 8601: when it ended. */
  at: z.iso.datetime(),
});
