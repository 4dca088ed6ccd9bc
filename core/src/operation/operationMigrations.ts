/**
 * Operations and states of before version 3, as they are stored and as they wait on phones. Steps are frozen, like
 * those of documents.
 */
import {
  eventTo3,
  lookTo3,
  momentTo3,
  ONLY_EVENT,
  rankOf,
  type StoredFields as Fields,
} from '../record/documentMigrations.ts';
import type { Json } from '../record/migrate.ts';

interface OldEdit {
  edit: string;
  on: { kind: string; id: string };
  field?: string;
  from: Json;
  to: Json;
  born?: Json;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isEdit = (value: unknown): value is OldEdit => isObject(value) && isObject(value.on) && 'from' in value;

/** The moment of a look of before version 3, with where it stands. */
export const rankedMomentTo3 = (look: Fields): Fields => ({
  ...bare(momentTo3(look)),
  event: ONLY_EVENT,
  rank: rankOf(look.time),
});

/** Left out and null are stored as one. */
const bare = (doc: Fields): Fields => Object.fromEntries(Object.entries(doc).filter(([, value]) => value !== null));

/** An edit of before version 3 as those that do the same now: what was of a look's time and place is of its moment. */
export function editsTo3(edits: readonly unknown[]): unknown[] {
  return edits.flatMap((edit): unknown[] => {
    if (!isEdit(edit)) return [edit];
    if (edit.on.kind === 'event') return [{ ...edit, ...(edit.field === 'place' && { field: 'venue' }) }];
    if (edit.on.kind !== 'look') return [edit];
    return edit.edit === 'record' ? lookRecordTo3(edit) : lookFieldTo3(edit);
  });
}

function lookFieldTo3(edit: OldEdit): unknown[] {
  const on = { kind: 'moment', id: edit.on.id };
  if (edit.field === 'place') return [{ ...edit, on }];
  if (edit.field === 'name') return [edit, { ...edit, on }];
  if (edit.field !== 'time') return [edit];
  return [
    { ...edit, on },
    { ...edit, on, field: 'rank', from: rankOf(edit.from), to: rankOf(edit.to) },
  ];
}

function lookRecordTo3(edit: OldEdit): unknown[] {
  const made = (value: Json, step: (doc: Fields) => Fields): Json =>
    isObject(value) && isObject(value.doc) ? ({ ...value, doc: step(value.doc as Fields) } as Json) : value;
  const of = (on: object, step: (doc: Fields) => Fields) => ({
    ...edit,
    on,
    from: made(edit.from, step),
    to: made(edit.to, step),
  });
  const [look, moment] = [of(edit.on, lookTo3), of({ kind: 'moment', id: edit.on.id }, rankedMomentTo3)];
  return edit.to === null ? [moment, look] : [look, moment];
}

/** What did not take effect, told of the look where an edit became two. */
export const conflictsTo3 = (conflicts: readonly unknown[]): unknown[] =>
  conflicts.map((conflict) => {
    if (!isObject(conflict) || !isEdit(conflict.edit)) return conflict;
    const edits = editsTo3([conflict.edit]);
    return { ...conflict, edit: edits.at(conflict.edit.to === null ? -1 : 0) };
  });

/** An operation of an earlier version as one of this; anything else is left for the schema to name. */
export function operationUpToDate(input: unknown): unknown {
  if (!isObject(input) || input.version !== 2 || !Array.isArray(input.edits)) return input;
  return { ...input, version: 3, edits: editsTo3(input.edits) };
}

/** A crew's state of version 2, as a phone keeps it, as one of version 3. */
export function stateTo3(state: Record<string, unknown>): Record<string, unknown> {
  const { event, ...rest } = state;
  const looks = (Array.isArray(rest.looks) ? rest.looks : []) as Fields[];
  const born = (isObject(rest.born) ? rest.born : {}) as Record<string, string>;
  const ofMoments = Object.entries(born).flatMap(([key, id]) =>
    key.startsWith('look/') ? [[key.replace('look/', 'moment/'), id]] : [],
  );
  return {
    onAir: [],
    ...rest,
    events: isObject(event) ? [bare(eventTo3(event as Fields))] : [],
    moments: looks.map(rankedMomentTo3),
    looks: looks.map(lookTo3),
    born: { ...born, ...Object.fromEntries(ofMoments) },
  };
}
