import type { Change } from '@ergon/core/record/change';
import { createContext, useContext, useMemo } from 'react';
import { useRig } from '../rig/Rig';
import { noteDue } from '../work/dueChanges';

export type Edit = (look: string, changes: readonly Change[], label: string) => void;

/** Where edits go, and what takes the last one back. */
export interface Editing {
  /** A change that somebody has to make on a unit. */
  edit: Edit;
  /** What was found out: it is so on the unit already, and is no work. */
  record: Edit;
  undo: () => void;
  redo: () => void;
  /** What would be undone; null when there is nothing. */
  undoLabel: string | null;
  redoLabel: string | null;
}

/** Where edits go while something is tried out on paper; null when they are real. */
export const EditContext = createContext<Editing | null>(null);

/** Editing for real, or on paper where the place says so. */
export function useEditing(): Editing {
  const { queue, undoLabel, redoLabel } = useRig();
  const onPaper = useContext(EditContext);
  const real = useMemo(
    (): Editing => ({
      edit: (look, changes, label) => {
        queue.edit(look, changes, label);
        noteDue(look, changes);
      },
      record: (look, changes, label) => queue.edit(look, changes, label),
      undo: () => queue.undo(),
      redo: () => queue.redo(),
      undoLabel,
      redoLabel,
    }),
    [queue, undoLabel, redoLabel],
  );
  return onPaper ?? real;
}

export const useEdit = (): Edit => useEditing().edit;
