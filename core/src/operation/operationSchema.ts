/** The shape of an operation as a device sends it, and of what a crew's state holds afterwards. */
import { z } from 'zod';
import { DOCUMENT_VERSION } from '../record/documentMigrations.ts';
import { eventHeadSchema, momentSchema } from '../record/eventSchema.ts';
import { drillSchema } from '../record/drillSchema.ts';
import { familySchema } from '../record/familySchema.ts';
import { checked, type FieldFault } from '../record/fieldFault.ts';
import { idSchema } from '../record/fieldShapes.ts';
import { incidentSchema } from '../record/incidentSchema.ts';
import { lookSchema, settingsSchema } from '../record/lookSchema.ts';
import { onAirSchema } from '../record/onAirSchema.ts';
import { profileSchema } from '../record/profileSchema.ts';
import { readingSchema } from '../record/reading.ts';
import { loggedTestSchema } from '../record/testFire.ts';
import { unitSchema } from '../record/unitSchema.ts';
import type { AnyDoc, Made, RecordKind, RecordRef } from './crewState.ts';
import { BY_KEY, type Operation } from './edit.ts';
import { operationUpToDate } from './operationMigrations.ts';

/** As a device makes it: when, and enough by chance that no two devices make the same. */
const operationIdSchema = z.string().regex(/^[0-9a-f]{32}$/, 'must be 32 hexadecimal digits');

export const lookHeadSchema = lookSchema.omit({ units: true });

const DOC_SCHEMAS: Readonly<Record<RecordKind, z.ZodType>> = {
  event: eventHeadSchema,
  moment: momentSchema.extend({ event: idSchema, rank: z.number() }),
  family: familySchema,
  profile: profileSchema,
  unit: unitSchema,
  look: lookHeadSchema,
  placing: settingsSchema,
  test: loggedTestSchema,
  onAir: onAirSchema,
  reading: readingSchema,
  incident: incidentSchema,
  drill: drillSchema,
};

const KINDS = Object.keys(DOC_SCHEMAS) as [RecordKind, ...RecordKind[]];

const refSchema = z
  .strictObject({ kind: z.enum(KINDS), id: idSchema, look: idSchema.optional() })
  .refine(
    (ref) => (ref.kind === 'placing') === (ref.look !== undefined),
    'names a look where it is a placing, and only there',
  );

const bornSchema = z.string().max(32).nullable();
const madeSchema = z.strictObject({ born: bornSchema, doc: z.record(z.string(), z.json()) }).nullable();

/** A record with what it is, as an archive holds it. Its content is checked by `recordFaults`. */
export const madeRecordSchema = z.strictObject({
  on: refSchema,
  born: bornSchema,
  doc: z.record(z.string(), z.json()),
});

/** What a field edit may never be of: who a record is. */
const FIXED: Readonly<Partial<Record<RecordKind, readonly string[]>>> = {
  event: ['id'],
  moment: ['id'],
  family: ['id'],
  profile: ['id', 'kind'],
  unit: ['id', ...BY_KEY],
  look: ['id', 'units'],
  placing: ['groups', 'from'],
  onAir: ['id', 'sort', 'event'],
  reading: ['id', 'look'],
  incident: ['id', 'look', 'at'],
  // What was played is as it was played.
  drill: [...Object.keys(drillSchema.shape)],
  test: ['id', 'look', 'light', 'body', 'attitude', 'result', 'wrong', 'fingerprint', 'parts', 'at'],
};

const fieldEditSchema = z
  .strictObject({
    edit: z.literal('field'),
    on: refSchema,
    born: bornSchema,
    field: z.string().min(1).max(100),
    from: z.json(),
    to: z.json(),
  })
  .refine(({ on, field }) => !FIXED[on.kind]?.includes(field), {
    path: ['field'],
    message: 'is a field that never changes',
  });

const recordEditSchema = z
  .strictObject({ edit: z.literal('record'), on: refSchema, from: madeSchema, to: madeSchema })
  .refine(({ from, to }) => (from === null) !== (to === null), 'makes or removes a record: one of from and to is null')
  .refine(({ on, from, to }) => on.kind === 'placing' || (to ?? from)?.doc.id === on.id, {
    path: ['to', 'doc', 'id'],
    message: 'is not the id of the record it is in',
  });

/** More than this is no person's doing. */
const MOST_EDITS = 20_000;

const editSchema = z.discriminatedUnion('edit', [fieldEditSchema, recordEditSchema]);

const operationSchema = z.strictObject({
  id: operationIdSchema,
  version: z.literal(DOCUMENT_VERSION, { error: `is of another version than this Ergon reads (${DOCUMENT_VERSION})` }),
  crew: z.string().min(1).max(64),
  member: z.string().min(1).max(64),
  at: z.iso.datetime(),
  label: z.string().trim().min(1).max(200),
  edits: z.array(editSchema).min(1).max(MOST_EDITS),
});

/** An operation as a history tells it; what of it took effect may be nothing. */
export const takenSchema = operationSchema.omit({ crew: true, version: true }).extend({
  number: z.int().min(1),
  // Empty where nobody signed in did it.
  member: z.string().max(64),
  memberName: z.string().max(80).nullable(),
  takenAt: z.iso.datetime(),
  clockAheadS: z.int().nullable(),
  edits: z.array(editSchema).max(MOST_EDITS),
  conflicts: z.array(z.json()).max(MOST_EDITS),
});

/** An operation from outside, or what is wrong with it. */
export function parseOperation(input: unknown): { operation: Operation } | { faults: FieldFault[] } {
  const read = checked(operationSchema, operationUpToDate(input));
  return read.faults ? { faults: read.faults } : { operation: read.data as unknown as Operation };
}

/** What is wrong with records as an operation would leave them. */
export const recordFaults = (records: readonly { on: RecordRef; made: Made | null }[]): FieldFault[] =>
  records.flatMap(({ on, made }) => (made === null ? [] : docFaults(on, made.doc)));

function docFaults(on: RecordRef, doc: AnyDoc): FieldFault[] {
  const place = on.look === undefined ? `${on.kind} ${on.id}` : `${on.id} in ${on.look}`;
  const { faults = [] } = checked<unknown>(DOC_SCHEMAS[on.kind], doc);
  return faults.map(({ path, message }) => ({ path: `${place}: ${path}`, message }));
}
