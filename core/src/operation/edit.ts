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
  if (isDialledField(on, field)) return (((doc as Unit).dialled ?? {})[settingOf(field)] ?? null) as Json;
  return ((doc as unknown as Record<string, Json | undefined>)[field] ?? null) as Json;
}

/** Each setting dialled on a unit is a field of its own: two members who tick two lines of one card both win. */
const DIALLED = 'dialled.';
export const dialledField = (setting: string): string => `${DIALLED}${setting}`;
const isDialledField = ({ kind }: RecordRef, field: string): boolean => kind === 'unit' && field.startsWith(DIALLED);
const settingOf = (field: string): string => field.slice(DIALLED.length);

/** A copy with one field changed; null removes it. */
export function withField(on: RecordRef, doc: AnyDoc, field: string, to: Json): AnyDoc {
  if (on.kind === 'placing') return withSetting(doc as Settings, field as SettingPath, to as SettingValue);
  if (isDialledField(on, field)) return withDialled(doc as Unit, settingOf(field), to);
  const next = { ...doc, [field]: to } as Record<string, unknown>;
  if (to === null) delete next[field];
  return next as unknown as AnyDoc;
}

/** Whether a field is as wanted: for what is dialled the value alone decides, not who dialled it and when. */
export function isAsWanted(on: RecordRef, field: string, now: Json, wanted: Json): boolean {
  if (!isDialledField(on, field) || now === null || wanted === null) return isSame(now, wanted);
  return isSame((now as unknown as Dialled).value, (wanted as unknown as Dialled).value);
}

function withDialled(unit: Unit, setting: string, to: Json): Unit {
  const { dialled, ...rest } = unit;
  const { [setting]: _was, ...others } = dialled ?? {};
  const next = to === null ? others : { ...others, [setting]: to as unknown as Dialled };
  return Object.keys(next).length === 0 ? rest : { ...rest, dialled: next };
}

/**
 * What takes edits back, as they took effect. Applied right after them it leaves the state as it was before; it is
 * an operation like any other, so that what somebody changed meanwhile stays.
 */
export const inverse = (edits: readonly Edit[]): Edit[] =>
  [...edits].reverse().map((edit) => ({ ...edit, from: edit.to, to: edit.from }) as Edit);
