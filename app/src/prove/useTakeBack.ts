import { removing } from '@ergon/core/operation/editsOf';
import type { LoggedTest } from '@ergon/core/record/testFire';
import { useRig } from '../rig/Rig';

/** Takes test fires out of the record again; undo brings them back. */
export function useTakeBack(): (tests: readonly LoggedTest[]) => void {
  const { queue } = useRig();
  return (tests) => {
    const label = tests.length === 1 ? 'a test fire taken back' : `${tests.length} test fires taken back`;
    queue.submit(label, (state) => tests.flatMap(({ id }) => removing(state, { kind: 'test', id })));
  };
}
