/** The open document: one JSON file with events, families, profiles, units, looks, test fires, meter readings, incidents, drills and what is on the air. See docs/format. */
import { z } from 'zod';
import { withEachSwitchedOn } from './declaredOnce.ts';
import { DOCUMENT_VERSION, MIGRATIONS } from './documentMigrations.ts';
import { drillSchema } from './drillSchema.ts';
import { eventSchema } from './eventSchema.ts';
import { familySchema } from './familySchema.ts';
import { checked, type FieldFault } from './fieldFault.ts';
import { incidentSchema } from './incidentSchema.ts';
import { lookSchema } from './lookSchema.ts';
import { type Json, migrate } from './migrate.ts';
import { didYouMean } from './nearestWord.ts';
import { radiosOf } from './profile.ts';
import { profileSchema } from './profileSchema.ts';
import { unitReferences } from './settings.ts';
import { onAirSchema } from './onAirSchema.ts';
import { readingSchema } from './reading.ts';
import { loggedTestSchema } from './testFire.ts';
import { withChannels, writtenLookSchema } from './typedSwitches.ts';
import { unitSchema } from './unitSchema.ts';

export { DOCUMENT_VERSION };

/** More than this is no crew's kit but a mistake or an attack. */
const MAX_RECORDS = 20_000;
const MAX_TESTS = 100_000;

export const documentSchema = z.strictObject({
  format: z.literal('ergon-kit'),
  version: z.literal(DOCUMENT_VERSION),
  events: z.array(eventSchema).max(MAX_RECORDS),
  families: z.array(familySchema).max(MAX_RECORDS),
  profiles: z.array(profileSchema).max(MAX_RECORDS),
  units: z.array(unitSchema).max(MAX_RECORDS),
  looks: z.array(lookSchema).max(MAX_RECORDS),
  tests: z.array(loggedTestSchema).max(MAX_TESTS),
  /** Left out: nothing is recorded of the air of any event. */
  onAir: z.array(onAirSchema).max(MAX_RECORDS).default([]),
  /** Left out: nothing was metered. */
  readings: z.array(readingSchema).max(MAX_TESTS).default([]),
  /** Left out: nothing went wrong, as far as noted. */
  incidents: z.array(incidentSchema).max(MAX_RECORDS).default([]),
  /** Left out: nobody has played any. */
  drills: z.array(drillSchema).max(MAX_RECORDS).default([]),
});
export type KitDocument = z.infer<typeof documentSchema>;

export type Parsed = { ok: true; document: KitDocument } | { ok: false; faults: FieldFault[] };

/** Reads a document that JSON.parse has already read, reporting every fault at once. */
export function parseDocument(input: unknown): Parsed {
  const current = upToDate(input);
  if ('faults' in current) return { ok: false, faults: current.faults };
  const read = withChannels(withEachSwitchedOn(current.document));
  const result = checked(documentSchema, read.document);
  if (result.faults) return { ok: false, faults: [...read.faults, ...result.faults] };
  if (read.faults.length > 0) return { ok: false, faults: read.faults };
  const faults = brokenReferences(result.data);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, document: result.data };
}

function upToDate(input: unknown): { document: unknown } | { faults: FieldFault[] } {
  if (input === null || typeof input !== 'object' || Array.isArray(input)) {
    return {
      faults: [{ path: '', message: 'is not an object: an Ergon document starts with { "format": "ergon-kit" }' }],
    };
  }
  const { version } = input as { version?: unknown };
  if (typeof version === 'number' && version > DOCUMENT_VERSION) {
    const message = `is ${version}, newer than this Ergon reads (${DOCUMENT_VERSION}): update Ergon`;
    return { faults: [{ path: 'version', message }] };
  }
  if (!Number.isInteger(version) || (version as number) < 1) return { document: input };
  return { document: migrate(input as { [key: string]: Json }, version as number, MIGRATIONS) };
}

function brokenReferences(document: KitDocument): FieldFault[] {
  const faults: FieldFault[] = [];
  const need = (path: string, id: string | null | undefined, known: ReadonlySet<string>, what: string) => {
    if (id != null && !known.has(id)) faults.push({ path, message: unknownText(what, id, [...known]) });
  };
  const families = uniqueIds('families', document.families, faults);
  const profiles = uniqueIds('profiles', document.profiles, faults);
  const units = uniqueIds('units', document.units, faults);
  const looks = uniqueIds('looks', document.looks, faults);
  const events = uniqueIds('events', document.events, faults);
  uniqueIds('tests', document.tests, faults);
  const moments = document.events.flatMap((event, i) =>
    event.moments.map((moment, j) => ({ moment, path: `events[${i}].moments[${j}]` })),
  );
  uniqueIds(
    'moments',
    moments.map(({ moment }) => moment),
    faults,
  );

  document.profiles.forEach((profile, i) =>
    radiosOf(profile).forEach((radio, j) =>
      need(`profiles[${i}].radios[${j}].family`, radio.family, families, 'family'),
    ),
  );
  document.units.forEach((unit, i) => need(`units[${i}].profile`, unit.profile, profiles, 'profile'));
  for (const { moment, path } of moments) need(`${path}.look`, moment.look, looks, 'look');
  uniqueIds('onAir', document.onAir, faults);
  document.onAir.forEach((entry, i) => {
    need(`onAir[${i}].event`, entry.event, events, 'event');
    if (entry.sort !== 'emitter') need(`onAir[${i}].family`, entry.family, families, 'family');
  });
  uniqueIds('readings', document.readings, faults);
  document.readings.forEach((reading, i) => need(`readings[${i}].look`, reading.look, looks, 'look'));
  uniqueIds('drills', document.drills, faults);
  uniqueIds('incidents', document.incidents, faults);
  document.incidents.forEach((incident, i) => need(`incidents[${i}].look`, incident.look, looks, 'look'));
  document.tests.forEach((test, i) => need(`tests[${i}].look`, test.look, looks, 'look'));
  document.looks.forEach((look, i) => {
    need(`looks[${i}].event`, look.event, events, 'event');
    const inLook = new Set(Object.keys(look.units));
    for (const [id, settings] of Object.entries(look.units)) {
      const path = `looks[${i}].units.${id}`;
      need(path, id, units, 'unit');
      need(`${path}.family`, settings.family, families, 'family');
      for (const [field, ids] of unitReferences(settings)) {
        for (const other of ids) need(`${path}.${field}`, other, inLook, 'unit of the look');
      }
    }
  });
  return faults;
}

/** So many ids are named as those that are there. */
const MOST_NAMED = 24;

function unknownText(what: string, id: string, known: readonly string[]): string {
  const there = known.slice(0, MOST_NAMED).join(', ');
  const more = known.length > MOST_NAMED ? ` and ${known.length - MOST_NAMED} others` : '';
  return `names ${what} "${id}", which is not there${didYouMean(id, known) || '.'} ${there === '' ? 'There is none' : `There are ${there}${more}`}`;
}

function uniqueIds(name: string, records: readonly { id: string }[], faults: FieldFault[]): Set<string> {
  const ids = new Set<string>();
  records.forEach(({ id }, index) => {
    if (ids.has(id)) faults.push({ path: `${name}[${index}].id`, message: `"${id}" is used twice: ids must differ` });
    ids.add(id);
  });
  return ids;
}

/** The one way a document is written: records by id, fields in the schema's order, nothing for what is not recorded. */
export function writeDocument(document: KitDocument): string {
  const byId = <T extends { id: string }>(records: readonly T[]) => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));
  const sorted = documentSchema.parse({
    ...document,
    events: byId(document.events),
    families: byId(document.families),
    profiles: byId(document.profiles),
    units: byId(document.units).map(({ dialled, ...unit }) => ({
      ...unit,
      dialled: dialled && sortedKeys(dialled),
    })),
    looks: byId(document.looks).map((look) => ({ ...look, units: sortedKeys(look.units) })),
    tests: byId(document.tests),
    onAir: byId(document.onAir),
    readings: byId(document.readings),
    incidents: byId(document.incidents),
    drills: byId(document.drills),
  });
  return `${JSON.stringify(sorted, (_, value: unknown) => (value === null ? undefined : value), 2)}\n`;
}

const sortedKeys = <T>(record: Readonly<Record<string, T>>): Record<string, T> =>
  Object.fromEntries(Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1)));

/** JSON Schema (draft 2020-12) of the document, published in docs/format. */
export const documentJsonSchema = (): object =>
  z.toJSONSchema(documentSchema.extend({ looks: z.array(writtenLookSchema).max(MAX_RECORDS) }), {
    target: 'draft-2020-12',
    io: 'input',
  }) as object;
