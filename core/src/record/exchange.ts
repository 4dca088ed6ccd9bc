/**
 * What server and app tell each other: the shape of every request and answer. The server checks requests with these
 * schemas, the app's forms use the same ones, and both take their types from here.
 */
import { z } from 'zod';
import { familySchema } from './familySchema.ts';
import { fieldFaultSchema } from './fieldFault.ts';
import { idSchema, labelSchema } from './fieldShapes.ts';
import { lookSchema, settingsSchema } from './lookSchema.ts';
import { profileSchema } from './profileSchema.ts';
import { groupPartsOf, type SettingPath } from './settings.ts';
import { testFireSchema } from './testFire.ts';
import { unitSchema } from './unitSchema.ts';

export const versionSchema = z.int().min(1);

/** Long enough to resist guessing, short enough to hash; no rule about which characters. */
const PASSPHRASE_LEAST = 8;
const PASSPHRASE_MOST = 200;
const newPassphraseSchema = z
  .string()
  .min(PASSPHRASE_LEAST, `is shorter than ${PASSPHRASE_LEAST} characters`)
  .max(PASSPHRASE_MOST, `is longer than ${PASSPHRASE_MOST} characters`);
const passphraseSchema = z.string().min(1, 'is empty').max(PASSPHRASE_MOST, 'is longer than 200 characters');

export const signInSchema = z.strictObject({ name: labelSchema, passphrase: passphraseSchema });
export const memberSchema = z.strictObject({ name: labelSchema, passphrase: newPassphraseSchema });
export const crewSchema = z.strictObject({ crew: labelSchema, name: labelSchema, passphrase: newPassphraseSchema });
export type NewCrew = z.infer<typeof crewSchema>;
export type NewMember = z.infer<typeof memberSchema>;

/** A setting's name, or one of a sender's group settings. */
export const settingPathSchema = z.custom<SettingPath>(
  (path) =>
    typeof path === 'string' &&
    ((path !== 'groups' && Object.hasOwn(settingsSchema.shape, path)) || groupPartsOf(path) !== null),
  'is not a known setting',
);

/** Units in one look, and edits of them. */
const MOST_PLACED = 600;

/** New values by setting name for one unit, made on the version its editor saw. */
export const unitEditSchema = z.strictObject({
  unit: idSchema,
  version: versionSchema,
  set: z.partialRecord(settingPathSchema, z.unknown()),
});
export type UnitEdit = z.infer<typeof unitEditSchema>;

export const changesSchema = z.strictObject({
  changes: z
    .array(unitEditSchema)
    .min(1)
    .max(MOST_PLACED)
    .refine((changes) => new Set(changes.map((change) => change.unit)).size === changes.length, 'names a unit twice'),
});

export const savedUnitSchema = z.strictObject({ unit: idSchema, version: versionSchema, settings: settingsSchema });
export type SavedUnit = z.infer<typeof savedUnitSchema>;
/** The answer to changes: every unit of them as it stands now. */
export const savedSchema = z.strictObject({ saved: z.array(savedUnitSchema) });
export type Saved = z.infer<typeof savedSchema>;

export const placeSchema = z.strictObject({ unit: idSchema, settings: settingsSchema });

export const testReportSchema = testFireSchema.omit({ look: true, at: true });
export type TestReport = z.infer<typeof testReportSchema>;
export const testsSchema = z.strictObject({ tests: z.array(testReportSchema).min(1).max(MOST_PLACED) });

export const unitPatchSchema = z.strictObject({
  version: versionSchema,
  set: unitSchema.omit({ id: true, profile: true }).partial(),
});

export type UnitPatch = z.infer<typeof unitPatchSchema>['set'];

/** More than this is no unit list of a crew. */
const MOST_UNITS = 2000;
export const unitBatchSchema = z.strictObject({
  add: z.array(unitSchema).max(MOST_UNITS),
  change: z.array(z.strictObject({ version: versionSchema, unit: unitSchema })).max(MOST_UNITS),
  remove: z.array(idSchema).max(MOST_UNITS),
});
export type UnitBatch = z.infer<typeof unitBatchSchema>;

/** What a look says of itself, apart from its units. */
export const lookHeadSchema = lookSchema.omit({ units: true });
export type LookHead = z.infer<typeof lookHeadSchema>;

const replacing = <T extends z.ZodType>(doc: T) => z.strictObject({ version: versionSchema, doc });
export const replaceProfileSchema = replacing(profileSchema);
export const replaceFamilySchema = replacing(familySchema);
export const replaceLookSchema = replacing(lookHeadSchema);

/** The answer to a change of one record: its version now. */
export const versionAnswerSchema = z.strictObject({ version: versionSchema });
export type VersionAnswer = z.infer<typeof versionAnswerSchema>;

/** Settings somebody else changed meanwhile: theirs as they stand, and those of yours that differ. */
export const conflictSchema = z.strictObject({
  unit: idSchema,
  theirs: settingsSchema,
  version: versionSchema,
  yours: z.partialRecord(settingPathSchema, z.unknown()),
});
export type Conflict = z.infer<typeof conflictSchema>;

export const failureSchema = z.strictObject({
  error: z.strictObject({
    code: z.string(),
    message: z.string(),
    faults: z.array(fieldFaultSchema),
    conflicts: z.array(conflictSchema).optional(),
  }),
});
export type Failure = z.infer<typeof failureSchema>;
