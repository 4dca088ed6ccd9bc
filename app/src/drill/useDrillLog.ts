import { making, removing } from '@ergon/core/operation/editsOf';
import type { Drill } from '@ergon/core/record/drill';
import { drillTitle } from '@ergon/core/words/drillWording';
import { recordId } from '../rig/recordId';
import { useRig } from '../rig/Rig';
import type { OpenDrill } from './openDrill';

interface End {
  took: Drill['took'];
  solved: boolean;
}

/** The drills this crew has played, the latest first. */
export function useDrillLog() {
  const { rig, queue } = useRig();
  const all = [...(rig?.drills ?? [])].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
  return {
    all,
    /** @returns its id. */
    end: ({ staged, steps }: OpenDrill, { took, solved }: End): string => {
      const id = recordId('drill', new Set(all.map((drill) => drill.id)));
      const { id: member = '', name: by = '' } = rig?.member ?? {};
      const doc: Drill = { id, ...staged, member, by, steps, took, solved, at: new Date().toISOString() };
      queue.submit(`drill ${drillTitle(staged)}`, (_state, born) => [making({ kind: 'drill', id }, doc, born)]);
      return id;
    },
    remove: (drill: Drill) =>
      queue.submit(`drill ${drillTitle(drill)} removed`, (state) => removing(state, { kind: 'drill', id: drill.id })),
  };
}
