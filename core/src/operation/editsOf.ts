/** The edits that bring about what a member wants, made on the state as that member sees it. */
import { type Change, settingKey } from '../record/change.ts';
import type { KitDocument } from '../record/kitDocument.ts';
import type { Look } from '../record/look.ts';
import type { Json } from '../record/migrate.ts';
import type { LoggedTest, TestFire } from '../record/testFire.ts';
import { GROUP_FIELDS, PAIR_FIELDS } from '../record/settingTerms.ts';
import { groupPath, pairPath, type SettingPath, type Settings } from '../record/settings.ts';
import { type AnyDoc, type CrewState, type RankedMoment, type RecordRef, tidied } from './crewState.ts';
import { METERED_FIELDS, noting } from './dialling.ts';
import { Draft } from './draft.ts';
import { BY_KEY, type Edit, entryField, isSame, readField } from './edit.ts';
import type { Unit } from '../record/unit.ts';
import { momentsOf } from './timetable.ts';

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
  return changes(now.born, { on, seen: now.doc, doc });
}

/**
 * Changes a record from what a member saw of it, when a form was opened say, to what they want: what they left alone
 * stays as others have made it meanwhile, and what both changed is shown to them.
 */
export const changing = (state: CrewState, of: { on: RecordRef; seen: AnyDoc; doc: AnyDoc }): Edit[] =>
  changes(new Draft(state).read(of.on)?.born ?? null, of);

function changes(born: string | null, { on, seen, doc }: { on: RecordRef; seen: AnyDoc; doc: AnyDoc }): Edit[] {
  const next = tidied(on, doc);
  const known = on.kind === 'unit' ? saidOf(seen as Unit, next as Unit) : seen;
  return fieldsOf(on, known, next).flatMap((field): Edit[] => {
    const [from, to] = [readField(on, seen, field), readField(on, next, field)];
    return isSame(from, to) ? [] : [{ edit: 'field', on, born, field, from, to }];
  });
}

/** What is found out or done at a unit itself. */
const AT_UNIT = [...BY_KEY, ...METERED_FIELDS] as const;

/** A form, a list or a document of units may say nothing of that: it then stays as somebody found or dialled it. */
function saidOf(seen: Unit, next: Unit): Unit {
  const said = { ...seen };
  for (const field of AT_UNIT) if (next[field] === undefined) delete said[field];
  return said;
}

function fieldsOf(on: RecordRef, ...docs: readonly AnyDoc[]): string[] {
  const fields = new Set(docs.flatMap((doc) => Object.keys(doc)));
  if (on.kind === 'unit') {
    const entries = BY_KEY.filter((list) => fields.delete(list)).flatMap((list) => {
      const keys = new Set(docs.flatMap((doc) => Object.keys((doc as Unit)[list] ?? {})));
      return [...keys].map((key) => entryField(list, key));
    });
    return [...fields, ...entries];
  }
  if (on.kind !== 'placing') return [...fields];
  const keysIn = (field: 'groups' | 'from') =>
    fields.delete(field) ? [...new Set(docs.flatMap((doc) => Object.keys((doc as Settings)[field] ?? {})))] : [];
  const told = keysIn('groups').flatMap((letter) => GROUP_FIELDS.map((field): SettingPath => groupPath(letter, field)));
  const pairs = keysIn('from').flatMap((other) => PAIR_FIELDS.map((field): SettingPath => pairPath(other, field)));
  return [...fields, ...told, ...pairs];
}

/**
 * Takes a sound document in. Records with an id the crew knows are changed, others added, nothing is removed but
 * the units a look of the document no longer holds.
 */
export function importing(state: CrewState, document: KitDocument, born: string): Edit[] {
  const draft = new Draft(state);
  const edits: Edit[] = [];
  const putOne = (on: RecordRef, doc: AnyDoc) => edits.push(...put(draft, { on, doc, born }));
  for (const doc of document.families) putOne({ kind: 'family', id: doc.id }, doc);
  for (const doc of document.profiles) putOne({ kind: 'profile', id: doc.id }, doc);
  for (const doc of document.units) putOne({ kind: 'unit', id: doc.id }, doc);
  for (const { moments: _moments, ...event } of document.events) putOne({ kind: 'event', id: event.id }, event);
  const looks = document.looks.map((look) => puttingLook(state, look, born));
  return [
    ...edits,
    ...looks.flatMap(({ put: puts }) => puts),
    ...document.events.flatMap((event) =>
      rankedMoments(state, event).flatMap((doc) => put(draft, { on: { kind: 'moment', id: doc.id }, doc, born })),
    ),
    ...document.tests.flatMap((doc) => puttingTest(draft, doc, born)),
    ...document.onAir.flatMap((doc) => put(draft, { on: { kind: 'onAir', id: doc.id }, doc, born })),
    ...document.readings.flatMap((doc) => put(draft, { on: { kind: 'reading', id: doc.id }, doc, born })),
    ...document.incidents.flatMap((doc) => put(draft, { on: { kind: 'incident', id: doc.id }, doc, born })),
    ...document.drills.flatMap((doc) => put(draft, { on: { kind: 'drill', id: doc.id }, doc, born })),
    ...looks.flatMap(({ gone }) => gone),
  ];
}

/** Those of them after which something that was there is not any more, or is other than it was. */
export const replacedBy = (edits: readonly Edit[]): Edit[] => edits.filter(({ from }) => from !== null);

/** A document's moments with ranks: those they have where these say the same order, else counted anew. */
function rankedMoments(state: CrewState, { id: event, moments }: KitDocument['events'][number]): RankedMoment[] {
  const known = new Map(momentsOf(state, event).map(({ id, rank }) => [id, rank]));
  const ranks = moments.map(({ id }) => known.get(id));
  const isInOrder = ranks.every((rank, at) => rank !== undefined && (at === 0 || ranks[at - 1]! < rank));
  return moments.map((moment, at) => ({ ...moment, event, rank: isInOrder ? ranks[at]! : at + 1 }));
}

/** What a test fire showed never changes: one that is there stays as it is. */
const puttingTest = (draft: Draft, doc: LoggedTest, born: string): Edit[] => {
  const on: RecordRef = { kind: 'test', id: doc.id };
  return draft.read(on) === null ? [making(on, doc, born)] : [];
};

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

/** What importing leaves of a unit: all that was dialled on it and found out about it, taken back. */
function undoing(state: CrewState, wanted: Unit): Edit[] {
  const { id } = wanted;
  const unit = state.units.find((one) => one.id === id);
  const metered = METERED_FIELDS.filter((field) => wanted[field] == null);
  const entries = BY_KEY.filter((list) => wanted[list] == null).flatMap((list) =>
    Object.keys(unit?.[list] ?? {}).map((key) => entryField(list, key)),
  );
  return [...metered, ...entries].flatMap((field) => noting(state, id, field, null));
}

/** Makes the crew hold what a document holds, and nothing else. */
export function startingAgain(state: CrewState, document: KitDocument, born: string): Edit[] {
  const kept = (list: readonly { id: string }[]) => new Set(list.map(({ id }) => id));
  const others = (kind: RecordRef['kind'], list: readonly { id: string }[], keep: ReadonlySet<string>) =>
    list.flatMap(({ id }) => (keep.has(id) ? [] : removing(state, { kind, id })));
  const known = new Map(state.tests.map((test) => [test.id, test]));
  const wanted = new Map(document.tests.map((test) => [test.id, test]));
  const isSameAgain = ({ id }: LoggedTest) => isSame(known.get(id) ?? null, wanted.get(id) ?? null);
  return [
    ...others('test', state.tests, new Set(state.tests.filter(isSameAgain).map(({ id }) => id))),
    ...importing(state, document, born),
    ...document.units.flatMap((unit) => undoing(state, unit)),
    // Importing leaves a test fire that is there as it is: one that says otherwise has been removed, and is made anew.
    ...document.tests.flatMap((doc) =>
      known.has(doc.id) && !isSameAgain(doc) ? [making({ kind: 'test', id: doc.id }, doc, born)] : [],
    ),
    ...others('onAir', state.onAir, kept(document.onAir)),
    ...others('reading', state.readings, kept(document.readings)),
    ...others('incident', state.incidents, kept(document.incidents)),
    ...others('drill', state.drills, kept(document.drills)),
    ...others('moment', state.moments, kept(document.events.flatMap(({ moments }) => moments))),
    ...others('look', state.looks, kept(document.looks)),
    ...others('event', state.events, kept(document.events)),
    ...others('unit', state.units, kept(document.units)),
    ...others('profile', state.profiles, kept(document.profiles)),
    ...others('family', state.families, kept(document.families)),
  ];
}
