import type { Change } from '@ergon/core/record/change';
import { createContext, useContext } from 'react';
import { useRig } from '../rig/Rig';

export type Edit = (look: string, changes: readonly Change[], label: string) => void;

/** Where edits go while something is tried out on paper; null when they are real. */
export const EditContext = createContext<Edit | null>(null);

/** Makes an edit: for real, or on paper where the place says so. */
export function useEdit(): Edit {
  const { queue } = useRig();
  const onPaper = useContext(EditContext);
  return onPaper ?? ((look, changes, label) => queue.edit(look, changes, label));
}
