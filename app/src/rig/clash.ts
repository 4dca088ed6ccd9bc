/** What two people did to one thing at once, and what somebody may do about it. */
import type { Conflict } from '@ergon/core/operation/applyOperation';
import type { CrewState } from '@ergon/core/operation/crewState';
import { Draft } from '@ergon/core/operation/draft';
import { cellOf, type Edit, isSame, type Operation, readField } from '@ergon/core/operation/edit';
import { putting, removing } from '@ergon/core/operation/editsOf';
import type { Kept } from './kept';

/** One edit that did not take effect, with the operation it is of. */
export interface Clash {
  conflict: Conflict;
  operation: Operation;
}

export const clashesOf = (kept: readonly Kept[]): Clash[] =>
  kept.flatMap((one) =>
    one.state === 'clashing' ? one.conflicts.map((conflict) => ({ conflict, operation: one.operation })) : [],
  );

/** The edits that put mine in the place of theirs, as things are now. */
export function mineAgain({ edit }: Conflict, state: CrewState, born: string): Edit[] {
  const made = new Draft(state).read(edit.on);
  if (edit.edit === 'record')
    return edit.to === null ? removing(state, edit.on) : putting(state, { on: edit.on, doc: edit.to.doc, born });
  // Gone meanwhile: sent as it is, it comes back as a clash that says so.
  return made === null ? [edit] : [{ ...edit, born: made.born, from: readField(edit.on, made.doc, edit.field) }];
}

/**
 * What is kept after an answer. A later edit of something that clashes already carries on that clash: its member wants
 * the later value. One that came through, or that puts back what stood there, settles it.
 */
export function withAnswer(kept: readonly Kept[], operation: Operation, conflicts: readonly Conflict[]): Kept[] {
  const cells = new Set(operation.edits.map(cellOf));
  const started = new Map(clashesOf(kept).map(({ conflict }) => [cellOf(conflict.edit), conflict.edit.from]));
  const open = conflicts.map((conflict) => carriedOn(conflict, started)).filter((one) => one !== null);
  const others = kept.flatMap((one): Kept[] => {
    if (one.operation.id === operation.id) return [];
    if (one.state !== 'clashing') return [one];
    const left = one.conflicts.filter(({ edit }) => !cells.has(cellOf(edit)));
    return left.length === 0 ? [] : [{ ...one, conflicts: left }];
  });
  return open.length === 0 ? others : [...others, { operation, state: 'clashing', conflicts: open }];
}

function carriedOn(conflict: Conflict, started: ReadonlyMap<string, Edit['from']>): Conflict | null {
  const from = started.get(cellOf(conflict.edit));
  if (from === undefined) return conflict;
  if (isSame(from, conflict.edit.to)) return null;
  return { ...conflict, edit: { ...conflict.edit, from } as Edit };
}

/** What is kept once a clash is settled. */
export const withoutClash = (kept: readonly Kept[], { operation, conflict }: Clash): Kept[] =>
  kept.flatMap((one): Kept[] => {
    if (one.operation.id !== operation.id || one.state !== 'clashing') return [one];
    const left = one.conflicts.filter((other) => other !== conflict);
    return left.length === 0 ? [] : [{ ...one, conflicts: left }];
  });

/** What is kept once a member has decided about a parked operation: it waits once more, or is let go of for good. */
export const withDecision = (kept: readonly Kept[], id: string, choice: 'retry' | 'drop'): Kept[] =>
  kept.flatMap((one): Kept[] => {
    if (one.operation.id !== id) return [one];
    return choice === 'drop' ? [] : [{ operation: one.operation, state: 'waiting' }];
  });
