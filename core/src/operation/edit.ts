/** What an operation does: fields that go from one value to another, records that come or go. */
import { canonical } from '../measure/canonical.ts';
import type { Json } from '../record/migrate.ts';
import { readSetting, type SettingPath, type Settings, type SettingValue, withSetting } from '../record/settings.ts';
import type { Dialled, Unit } from '../record/unit.ts';
import { type AnyDoc, keyOf, type Made, type RecordRef } from './crewState.ts';

/** One field of one record. Null is a value that is not recorded. */
export interface FieldEdit {
  edit: 'field';
  on: RecordRef;
  /** Of the record it was made on; see Made. */
  born: string | null;
  field: string;
  from: Json;
  to: Json;
}

/** A record that is made (`from` is null) or removed (`to` is null). */
export interface RecordEdit {
  edit: 'record';
  on: RecordRef;
  from: Made | null;
  to: Made | null;
}

export type Edit = FieldEdit | RecordEdit;

/** What a member did, made on a device at some time: all of it is known by its id, wherever it turns up. */
export interface Operation {
  id: string;
  /** The document's version whose shapes its values have. */
  version: number;
  crew: string;
  member: string;
  /** By the device's own clock, UTC, ISO 8601. */
  at: string;
  /** What the member did, in words, as in "channel of Light 6". */
  label: string;
  edits: readonly Edit[];
}

export const isSame = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);

/** Whether a record is as somebody saw it. */
export const isAsSeen = (now: Made | null, seen: Made | null): boolean =>
  now === null || seen === null ? now === seen : now.born === seen.born && isSame(now.doc, seen.doc);

/** Which cell of the crew's state an edit is of: the same for every value. */
export const cellOf = (edit: Edit): string =>
  edit.edit === 'field' ? `${keyOf(edit.on)} ${edit.field}` : keyOf(edit.on);

export function readField(on: RecordRef, doc: AnyDoc, field: string): Json {
  // A field named like something every object has is no field of this one.
  if (field in Object.prototype) return null;
  if (on.kind === 'placing') return (readSetting(doc as Settings, field as SettingPath) ?? null) as Json;
  const entry = entryOf(on, field);
  if (entry) return readEntry(doc as Unit, entry);
  return ((doc as unknown as Record<string, Json | undefined>)[field] ?? null) as Json;
}

/** What of a unit is noted by key, each entry a field of its own: two members who note two entries both win. */
export const BY_KEY = ['dialled', 'realSyncs', 'realTails'] as const;
export type ByKey = (typeof BY_KEY)[number];

/** An entry as a field: "dialled.groups.C.power", "realSyncs.body-1". */
export const entryField = <L extends ByKey>(list: L, key: string): `${L}.${string}` => `${list}.${key}`;

/** @returns null for a field that is no entry. */
export function entryOf({ kind }: Pick<RecordRef, 'kind'>, field: string): { list: ByKey; key: string } | null {
  const list = kind === 'unit' ? BY_KEY.find((one) => field.startsWith(`${one}.`)) : undefined;
  return list === undefined ? null : { list, key: field.slice(list.length + 1) };
}

type Entry = NonNullable<ReturnType<typeof entryOf>>;

const entriesOf = (unit: Unit, list: ByKey): Readonly<Record<string, Json>> =>
  (unit[list] ?? {}) as unknown as Readonly<Record<string, Json>>;

/** Names of what every object has are no entries either. */
const readEntry = (unit: Unit, { list, key }: Entry): Json =>
  Object.hasOwn(entriesOf(unit, list), key) ? entriesOf(unit, list)[key]! : null;

/** A copy with one field changed; null removes it. */
export function withField(on: RecordRef, doc: AnyDoc, field: string, to: Json): AnyDoc {
  if (on.kind === 'placing') return withSetting(doc as Settings, field as SettingPath, to as SettingValue);
  const entry = entryOf(on, field);
  if (entry) return withEntry(doc as Unit, entry, to);
  const next = { ...doc, [field]: to } as Record<string, unknown>;
  if (to === null) delete next[field];
  return next as unknown as AnyDoc;
}

/** Whether a field is as wanted: for what is dialled the value alone decides, not who dialled it and when. */
export function isAsWanted(on: RecordRef, field: string, now: Json, wanted: Json): boolean {
  if (entryOf(on, field)?.list !== 'dialled' || now === null || wanted === null) return isSame(now, wanted);
  return isSame((now as unknown as Dialled).value, (wanted as unknown as Dialled).value);
}

function withEntry(unit: Unit, { list, key }: Entry, to: Json): Unit {
  const entries = Object.entries(entriesOf(unit, list)).filter(([one]) => one !== key);
  if (to !== null) entries.push([key, to]);
  const { [list]: _was, ...rest } = unit;
  return (entries.length === 0 ? rest : { ...rest, [list]: Object.fromEntries(entries) }) as Unit;
}

/**
 * What takes edits back, as they took effect. Applied right after them it leaves the state as it was before; it is
 * an operation like any other, so that what somebody changed meanwhile stays.
 */
export const inverse = (edits: readonly Edit[]): Edit[] =>
  [...edits].reverse().map((edit) => ({ ...edit, from: edit.to, to: edit.from }) as Edit);
