/** A plan of groups as changes of the looks of its event, and as a table of light by look. */
import type { LookChanges } from '../air/airChanges.ts';
import type { Change } from '../record/change.ts';
import type { Look } from '../record/look.ts';
import { groupPath, readSetting } from '../record/settings.ts';
import { GROUP_FIELDS } from '../record/settingTerms.ts';
import { isWalk } from './groupCost.ts';
import type { GroupPlan } from './groupPlan.ts';
import type { GroupTask } from './groupWants.ts';

export interface GroupCell {
  /** `told` by its sender; `hand` dialled on the light; null where it is not in the look. */
  by: 'told' | 'hand' | null;
  /** Somebody walks to it before this look. */
  walk: boolean;
}

export interface GroupRow {
  light: string;
  letter: string;
  cells: readonly GroupCell[];
}

/** A row for each light with a letter, by letter and then as the task has them. */
export function groupTable(task: GroupTask, plan: GroupPlan): GroupRow[] {
  return plan.letters.flatMap(({ letter, lights, told }) =>
    lights.map((id): GroupRow => {
      const { wants } = task.lights.find(({ light }) => light === id)!;
      const cells = wants.map((want, index): GroupCell => {
        if (!want) return { by: null, walk: false };
        const walk = isWalk(wants[index - 1] ?? null, told[index - 1] ?? null, want, told[index]!);
        return { by: !want.forced && want.key === told[index] ? 'told' : 'hand', walk };
      });
      return { light: id, letter, cells };
    }),
  );
}

/** What the plan sets in each look, where it is not set so already; looks without a change are left out. */
export function groupChanges(task: GroupTask, plan: GroupPlan, looks: readonly Look[]): LookChanges[] {
  return task.looks.flatMap((id, index) => {
    const look = looks.find((one) => one.id === id);
    if (!look) return [];
    const changes = plan.letters.flatMap((letter) => changesIn(task, letter, index, look));
    return changes.length === 0 ? [] : [{ look: id, changes }];
  });
}

function changesIn(
  task: GroupTask,
  { letter, lights, told }: GroupPlan['letters'][number],
  index: number,
  look: Look,
): Change[] {
  const own = task.lights.filter(({ light, wants }) => lights.includes(light) && wants[index] !== null);
  const lettered = own.flatMap(({ hearer }) => change(look, hearer, 'group', letter));
  const wanted = own.map(({ wants }) => wants[index]!).find((want) => !want.forced && want.key === told[index]);
  if (!wanted) return lettered;
  const tellings = task.net.masters.flatMap((sender) =>
    GROUP_FIELDS.flatMap((field) => {
      const value = wanted.told[field];
      return value == null ? [] : change(look, sender, groupPath(letter, field), value);
    }),
  );
  return [...lettered, ...tellings];
}

function change(look: Look, unit: string, setting: Change['setting'], to: Change['to']): Change[] {
  const settings = look.units[unit];
  if (!settings) return [];
  const from = readSetting(settings, setting);
  return from === to ? [] : [{ unit, setting, from, to }];
}
