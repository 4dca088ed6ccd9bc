/** What members do with a plan: applied over all looks of an event as one operation. */
import type { LookChanges } from '@ergon/core/air/airChanges';
import type { CrewState } from '@ergon/core/operation/crewState';
import type { Edit } from '@ergon/core/operation/edit';
import { settingEdits } from '@ergon/core/operation/editsOf';

export const changesEdits = (state: CrewState, all: readonly LookChanges[]): Edit[] =>
  all.flatMap(({ look, changes }) => settingEdits(state, look, changes));

/** "14 settings in 3 looks". */
export function changesText(all: readonly LookChanges[]): string {
  const settings = all.reduce((sum, { changes }) => sum + changes.length, 0);
  const count = (many: number, one: string) => `${many} ${one}${many === 1 ? '' : 's'}`;
  return `${count(settings, 'setting')} in ${count(all.length, 'look')}`;
}
