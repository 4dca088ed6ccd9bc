/** The edits that bring about what a member wants, made on the state as that member sees it. */
import { type Change, settingKey } from '../record/change.ts';
import type { KitDocument } from '../record/kitDocument.ts';
import type { Look } from '../record/look.ts';
import type { Json } from '../record/migrate.ts';
import type { TestFire } from '../record/testFire.ts';
import { GROUP_FIELDS } from '../record/settingTerms.ts';
import { groupPath, type SettingPath, type Settings } from '../record/settings.ts';
import { type AnyDoc, type CrewState, EVENT_REF, type RecordRef, tidied } from './crewState.ts';
import { Draft } from './draft.ts';
import { type Edit, isSame, readField } from './edit.ts';

export const placingRef = (look: string, unit: string): RecordRef => ({ kind: 'placing', id: unit, look });

/** Edits of settings in a look; each is made on the value that stands there now. */
export function settingEdits(state: CrewState, look: string, changes: readonly Change[]): Edit[] {
  const last = new Map(changes.map((change) => [settingKey(change), change]));
  const draft = new Draft(state);
  return [...last.values()].map(({ unit, setting, from, to }) => {
    const on = placingRef(look, unit);
    const made = draft.read(on);
    const now = made ? readField(on, made.doc, setting) : ((from ?? null) as Json);
    return { edit: 'field', on, born: made?.born ?? null, field: setting, from: now, to: (to ?? null) as Json };
  });
}

/** @param born the id of the operation that makes it. */
export const making = (on: RecordRef, doc: AnyDoc, born: string): Edit => ({
  edit: 'record',
  on,
  from: null,
  to: { born, doc: tidied(on, doc) },
});

/** Logs what real test fires showed, each as a record of its own. */
export const logging = (tests: readonly TestFire[], born: string): Edit[] =>
  tests.map((test, index) => {
    const id = `${born}-${index + 1}`;
    return making({ kind: 'test', id }, { ...test, id }, born);
  });

/** Removes a record as it is now; nothing when there is none. */
export function removing(state: CrewState, on: RecordRef): Edit[] {
  const from = new Draft(state).read(on);
  return from === null ? [] : [{ edit: 'record', on, from, to: null }];
}

/** Makes a record what is given, field by field, so that others' changes of other fields stay; or makes it anew. */
export const putting = (state: CrewState, { on, doc, born }: { on: RecordRef; doc: AnyDoc; born: string }): Edit[] =>
  put(new Draft(state), { on, doc, born });

function put(draft: Draft, { on, doc, born }: { on: RecordRef; doc: AnyDoc; born: string }): Edit[] {
  const now = draft.read(on);
  if (now === null) return [making(on, doc, born)];
  const next = tidied(on, doc);
  return fieldsOf(on, now.doc, next).flatMap((field): Edit[] => {
    const [from, to] = [readField(on, now.doc, field), readField(on, next, field)];
    return isSame(from, to) ? [] : [{ edit: 'field', on, born: now.born, field, from, to }];
  });
}

function fieldsOf(on: RecordRef, ...docs: readonly AnyDoc[]): string[] {
  const fields = new Set(docs.flatMap((doc) => Object.keys(doc)));
  if (on.kind !== 'placing' || !fields.delete('groups')) return [...fields];
  const letters = new Set(docs.flatMap((doc) => Object.keys((doc as Settings).groups ?? {})));
  const told = [...letters].flatMap((letter) => GROUP_FIELDS.map((field): SettingPath => groupPath(letter, field)));
  return [...fields, ...told];
}

/**
 * Takes a sound document in. Records with an id the crew knows are changed, others added, nothing is removed but
 * the units a look of the document no longer holds.
 */
export function importing(state: CrewState, document: KitDocument, born: string): Edit[] {
  const draft = new Draft(state);
  const edits: Edit[] = [];
  const putOne = (on: RecordRef, doc: AnyDoc) => edits.push(...put(draft, { on, doc, born }));
  // Without looks it is gear handed over by another crew, whose event is none of ours.
  if (document.looks.length > 0) putOne(EVENT_REF, document.event);
  for (const doc of document.families) putOne({ kind: 'family', id: doc.id }, doc);
  for (const doc of document.profiles) putOne({ kind: 'profile', id: doc.id }, doc);
  for (const doc of document.units) putOne({ kind: 'unit', id: doc.id }, doc);
  const looks = document.looks.map((look) => puttingLook(state, look, born));
  return [...edits, ...looks.flatMap(({ put: puts }) => puts), ...looks.flatMap(({ gone }) => gone)];
}

/** Makes a look what is given, with the units that are in it and no others. */
export function restoring(state: CrewState, look: Look, born: string): Edit[] {
  const { put: puts, gone } = puttingLook(state, look, born);
  return [...puts, ...gone];
}

/** What is taken out comes apart, to be done last: what named it has let go of it by then. */
function puttingLook(state: CrewState, { units, ...head }: Look, born: string): { put: Edit[]; gone: Edit[] } {
  const draft = new Draft(state);
  const known = Object.keys(state.looks.find((look) => look.id === head.id)?.units ?? {});
  return {
    put: [
      ...put(draft, { on: { kind: 'look', id: head.id }, doc: head, born }),
      ...Object.entries(units).flatMap(([id, doc]) => put(draft, { on: placingRef(head.id, id), doc, born })),
    ],
    gone: known.flatMap((id) => (id in units ? [] : removing(state, placingRef(head.id, id)))),
  };
}

/** Makes the crew hold what a document holds, and nothing else: no other record, and no test fire. */
export function startingAgain(state: CrewState, document: KitDocument, born: string): Edit[] {
  const kept = (list: readonly { id: string }[]) => new Set(list.map(({ id }) => id));
  const others = (kind: RecordRef['kind'], list: readonly { id: string }[], keep: ReadonlySet<string>) =>
    list.flatMap(({ id }) => (keep.has(id) ? [] : removing(state, { kind, id })));
  return [
    ...others('test', state.tests, new Set()),
    ...importing(state, document, born),
    ...others('look', state.looks, kept(document.looks)),
    ...others('unit', state.units, kept(document.units)),
    ...others('profile', state.profiles, kept(document.profiles)),
    ...others('family', state.families, kept(document.families)),
  ];
}
