/** Looking back: which operations were of something, and how things stood before them. */
import { type CrewState, keyOf, type RecordRef } from './crewState.ts';
import { type Edit, inverse } from './edit.ts';
import type { TakenOperation } from './takenOperation.ts';
import { replay } from './applyOperation.ts';

/** The state before operations that have taken effect since, the newest of them first. */
export const stateBefore = (now: CrewState, since: readonly Pick<TakenOperation, 'edits'>[]): CrewState =>
  since.reduce((state, { edits }) => replay(state, inverse(edits)), now);

/** Whether an edit is of a record, or of something in or of it: a unit's placings, a look's units and tests. */
function isOf(edit: Edit, ref: RecordRef): boolean {
  const { on } = edit;
  if (keyOf(on) === keyOf(ref)) return true;
  if (ref.kind === 'unit') return on.kind === 'placing' && on.id === ref.id;
  return ref.kind === 'look' && on.look === ref.id;
}

/** What of an operation was of a record; empty where nothing was. */
export const editsOf = ({ edits }: Pick<TakenOperation, 'edits'>, ref: RecordRef): Edit[] =>
  edits.filter((edit) => isOf(edit, ref));
