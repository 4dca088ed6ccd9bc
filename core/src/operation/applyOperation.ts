/**
 * What an operation does to a crew's state: the one way anything a member made is changed, on every phone and on the
 * server. docs/model.md, Operations.
 */
import type { Json } from '../record/migrate.ts';
import { type CrewState, keyOf, type Made, type RecordRef } from './crewState.ts';
import { Draft } from './draft.ts';
import {
  type Edit,
  type FieldEdit,
  isAsSeen,
  isAsWanted,
  isSame,
  readField,
  type RecordEdit,
  withField,
} from './edit.ts';
import { referencesOf, withoutReference } from './references.ts';

/** Why one edit did not take effect, so that the member may choose. */
export type Conflict =
  /** Somebody set it to something else. */
  | { edit: Edit; why: 'changed'; theirs: Json }
  /** The record it is of was removed, or removed and made anew. */
  | { edit: Edit; why: 'gone' }
  /** What it names is not there. */
  | { edit: Edit; why: 'missing'; what: RecordRef };

export interface Applied {
  state: CrewState;
  /** What took effect, in order, with whatever a removal had to take along: applied to the same state, the same. */
  taken: Edit[];
  conflicts: Conflict[];
}

/** Which edit of the operation something came from. */
interface Step {
  edit: Edit;
  of: number;
}

/**
 * Applies each edit that was made on what is still there; the others wait for their member's word. What is as wanted
 * already is no conflict, so that an operation applied twice is applied once.
 */
export function applyOperation(before: CrewState, edits: readonly Edit[]): Applied {
  const conflicts = new Map<number, Conflict>();
  const seen = new Draft(before);
  for (;;) {
    const draft = new Draft(before);
    const steps: Step[] = [];
    const takenAlong = new Set<string>();
    edits.forEach((edit, of) => {
      if (conflicts.has(of)) return;
      const taken = (step: Edit) => steps.push({ edit: step, of });
      const conflict = take({ before: seen, draft, taken, takenAlong }, edit);
      if (conflict) conflicts.set(of, conflict);
    });
    const dangling = danglingOf(draft, steps);
    if (dangling.size === 0) {
      const inOrder = [...conflicts].sort(([a], [b]) => a - b).map(([, conflict]) => conflict);
      return { state: draft.state(), taken: steps.map(({ edit }) => edit), conflicts: inOrder };
    }
    // What was applied on top of an edit that cannot stand is judged again without it.
    for (const [of, what] of dangling) conflicts.set(of, { edit: edits[of]!, why: 'missing', what });
  }
}

/** The state after edits that took effect elsewhere: what the feed tells, and what a history unwinds. */
export function replay(before: CrewState, taken: readonly Edit[]): CrewState {
  const draft = new Draft(before);
  for (const edit of taken) {
    if (edit.edit === 'record') draft.write(edit.on, edit.to);
    else {
      const made = draft.read(edit.on);
      if (made) draft.write(edit.on, { ...made, doc: withField(edit.on, made.doc, edit.field, edit.to) });
    }
  }
  return draft.state();
}

/** An operation under way: what it was made on, how far it is, and what its removals took along. */
interface Under {
  before: Draft;
  draft: Draft;
  taken: (edit: Edit) => void;
  /** Records a removal of this very operation has changed: those are seen as they were before it. */
  takenAlong: Set<string>;
}

function take(under: Under, edit: Edit): Conflict | null {
  return edit.edit === 'field' ? takeField(under, edit) : takeRecord(under, edit);
}

/** The record as whoever made the operation could have seen it. */
const seenBy = ({ before, draft, takenAlong }: Under, on: RecordRef): Made | null =>
  (takenAlong.has(keyOf(on)) ? before : draft).read(on);

function takeField(under: Under, edit: FieldEdit): Conflict | null {
  const { on, field, from, to } = edit;
  const now = under.draft.read(on);
  if (now === null || now.born !== edit.born) return { edit, why: 'gone' };
  const value = readField(on, now.doc, field);
  if (isAsWanted(on, field, value, to)) return null;
  const seen = readField(on, seenBy(under, on)!.doc, field);
  if (!isSame(value, from) && !isSame(seen, from)) return { edit, why: 'changed', theirs: value };
  under.draft.write(on, { ...now, doc: withField(on, now.doc, field, to) });
  under.taken({ ...edit, from: value });
  return null;
}

function takeRecord(under: Under, edit: RecordEdit): Conflict | null {
  const { on, from, to } = edit;
  const now = under.draft.read(on);
  if (isAsSeen(now, to)) return null;
  if (!isAsSeen(now, from) && !isAsSeen(seenBy(under, on), from))
    return { edit, why: 'changed', theirs: now as unknown as Json };
  if (to === null) remove(under, on);
  else {
    under.draft.write(on, to);
    under.taken(edit);
  }
  return null;
}

/** Removes a record and takes care of what names it: what cannot be without it goes first, the rest lets go of it. */
function remove(under: Under, on: RecordRef): void {
  const made = under.draft.read(on);
  if (made === null) return;
  for (const { on: other, field } of under.draft.naming(on)) {
    under.takenAlong.add(keyOf(other));
    if (field === null) remove(under, other);
    else letGo(under, { other, field, gone: on });
  }
  under.draft.write(on, null);
  under.taken({ edit: 'record', on, from: made, to: null });
}

function letGo(
  { draft, taken }: Under,
  { other, field, gone }: { other: RecordRef; field: string; gone: RecordRef },
): void {
  const made = draft.read(other);
  if (made === null) return;
  const from = readField(other, made.doc, field);
  const to = withoutReference(other, made.doc, field, gone);
  draft.write(other, { ...made, doc: withField(other, made.doc, field, to) });
  taken({ edit: 'field', on: other, born: made.born, field, from, to });
}

/** The edits that would leave a record naming what is not there, with what that is. */
function danglingOf(draft: Draft, steps: readonly Step[]): Map<number, RecordRef> {
  const dangling = new Map<number, RecordRef>();
  for (const { edit, of } of steps) {
    const made = edit.to === null ? null : draft.read(edit.on);
    if (made === null || dangling.has(of)) continue;
    const missing = referencesOf(edit.on, made.doc).find(
      ({ field, to }) => (edit.edit === 'record' || field === edit.field || field === null) && draft.read(to) === null,
    );
    if (missing) dangling.set(of, missing.to);
  }
  return dangling;
}

/** The records an operation touched, each once, as they are afterwards. */
export function touched(after: CrewState, taken: readonly Edit[]): { on: RecordRef; made: Made | null }[] {
  const draft = new Draft(after);
  const refs = new Map(taken.map(({ on }) => [keyOf(on), on]));
  return [...refs.values()].map((on) => ({ on, made: draft.read(on) }));
}
