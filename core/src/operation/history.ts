/** Looking back: which operations were of something, and how things stood before them. */
import { type AnyDoc, type CrewState, keyOf, type RecordRef } from './crewState.ts';
import { type Edit, inverse } from './edit.ts';
import type { TakenOperation } from './takenOperation.ts';
import { replay } from './applyOperation.ts';

/** The state before operations that have taken effect since, the newest of them first. */
export const stateBefore = (now: CrewState, since: readonly Pick<TakenOperation, 'edits'>[]): CrewState =>
  since.reduce((state, { edits }) => replay(state, inverse(edits)), now);

/** Whether an edit is of a record, or of something in or of it: a unit's placings, a look's units and tests, an event's looks and moments as they come and go. */
function isOf(edit: Edit, ref: RecordRef): boolean {
  const { on } = edit;
  if (keyOf(on) === keyOf(ref)) return true;
  if (ref.kind === 'unit') return on.kind === 'placing' && on.id === ref.id;
  if (ref.kind === 'event' && edit.edit === 'record') return eventOf((edit.to ?? edit.from)!.doc) === ref.id;
  return ref.kind === 'look' && on.look === ref.id;
}

/** The event that a look or a moment was made for. */
const eventOf = (doc: AnyDoc): string | undefined => ('event' in doc ? doc.event : undefined);

/** What of an operation was of a record; empty where nothing was. */
export const editsOf = ({ edits }: Pick<TakenOperation, 'edits'>, ref: RecordRef): Edit[] =>
  edits.filter((edit) => isOf(edit, ref));
