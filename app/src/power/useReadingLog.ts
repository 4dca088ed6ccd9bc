import { making, removing } from '@ergon/core/operation/editsOf';
import type { Reading } from '@ergon/core/record/reading';
import { readingName } from '@ergon/core/words/readingWords';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';

/** Writes down what was read, and takes it back. */
export function useReadingLog(look: string) {
  const { rig, queue, names } = useRig();
  return {
    add: (reading: Omit<Reading, 'id' | 'look' | 'at'>, what: string) => {
      const id = recordId('reading', new Set((rig?.readings ?? []).map((one) => one.id)));
      const doc: Reading = { ...reading, id, look, at: new Date().toISOString() };
      queue.submit(`reading of ${what}`, (_state, born) => [making({ kind: 'reading', id }, doc, born)]);
    },
    remove: (reading: Reading) =>
      queue.submit(`${readingName(reading, names)} removed`, (state) =>
        removing(state, { kind: 'reading', id: reading.id }),
      ),
  };
}
