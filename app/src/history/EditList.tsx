import type { Edit } from '@ergon/core/operation/edit';
import { editText, type Told } from '@ergon/core/words/operationWords';
import { Words } from '../components/Words';

/** Edits written out; of an import there may be hundreds. */
const SHOWN = 8;

/** What is changed, one line each, and how many more. */
export function EditList({ edits, told }: { edits: readonly Edit[]; told: Told }) {
  const shown = edits.slice(0, SHOWN);
  return (
    <>
      {shown.map((edit, index) => (
        <Words key={index} as="small">
          {editText(edit, told)}
        </Words>
      ))}
      {edits.length > shown.length && (
        <Words as="small" tone="quiet">{`and ${edits.length - shown.length} more`}</Words>
      )}
    </>
  );
}
