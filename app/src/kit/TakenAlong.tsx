import { takenAlongText } from '@ergon/core/words/operationWords';
import { applyOperation } from '@ergon/core/operation/applyOperation';
import type { RecordRef } from '@ergon/core/operation/crewState';
import { removing } from '@ergon/core/operation/editsOf';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';

/** What goes with a record when it is removed, said before it is. */
export function TakenAlong({ on }: { on: RecordRef }) {
  const { rig, names } = useRig();
  if (!rig) return null;
  const { taken } = applyOperation(rig, removing(rig, on));
  const text = takenAlongText(on, taken, { names, state: rig });
  return text === '' ? null : (
    <Words as="small" tone="quiet">
      {text}
    </Words>
  );
}
