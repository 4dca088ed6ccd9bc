import { type Change, isNoChange, mergeChanges } from '@ergon/core/record/change';
import { useMemo } from 'react';
import { useKept } from '../components/useKept';
import { useShortcuts } from '../keys/useShortcuts';
import { type Editing, useEditing } from './editing';

export interface OnPaper {
  /** What is tried; null while nothing is. */
  changes: readonly Change[] | null;
  /** Nothing here may become real. */
  only: boolean;
  /** Where edits go meanwhile; null while they are real. */
  editing: Editing | null;
  start: () => void;
  stop: () => void;
}

export interface Sheet {
  changes: readonly Change[];
  label: string;
}

const isSheets = (kept: unknown): kept is readonly Sheet[] => Array.isArray(kept);

/**
 * Changes that are only tried: each can be taken back on the sheet, and none reaches a real edit.
 * @param key under which this tab keeps the trial.
 * @param only what is changed without asking for paper first is on paper all the same.
 * @param first what is on paper from the beginning; null for nothing.
 */
export function useOnPaper(key: string, only = false, first: Sheet | null = null): OnPaper {
  const { undo, redo, undoLabel, redoLabel } = useEditing();
  const [sheets, setSheets] = useKept<readonly Sheet[] | null>(`paper.${key}`, isSheets, first && [first]);
  const changes = sheets && (sheets.at(-1)?.changes ?? []);
  const editing = useMemo((): Editing | null => {
    if (!sheets && !only) return null;
    const last = sheets?.at(-1);
    const edit: Editing['edit'] = (_, more, label) => {
      const merged = mergeChanges(last?.changes ?? [], more).filter((change) => !isNoChange(change));
      setSheets([...(sheets ?? []), { changes: merged, label }]);
    };
    return {
      edit,
      record: edit,
      ...(sheets
        ? {
            undo: () => setSheets(sheets.slice(0, -1)),
            // A sheet taken away is gone: on paper one tries again.
            redo: () => undefined,
            redoLabel: null,
            undoLabel: last ? `${last.label}, on paper` : null,
          }
        : { undo, redo, undoLabel, redoLabel }),
    };
  }, [sheets, setSheets, only, undo, redo, undoLabel, redoLabel]);
  useShortcuts(sheets && editing ? { undo: editing.undo } : {});
  return { changes, editing, only, start: () => setSheets([]), stop: () => setSheets(null) };
}
