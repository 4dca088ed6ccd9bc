/** The letters of one event: a plan for each net that has letters. */
import { type EventLooks, rigsOf } from '../air/eventAir.ts';
import { netsOfEvent } from '../air/nets.ts';
import { type FirstLetter, type GroupPlan, planGroups } from './groupPlan.ts';
import { groupTask, type GroupTask } from './groupWants.ts';

export interface NetGroups {
  task: GroupTask;
  /** Null where no light can be told by a letter. */
  plan: GroupPlan | null;
}

/** Nets without a light that a letter could reach are told too, with what is out of reach. */
export function planEventGroups(of: EventLooks, firstLetter?: FirstLetter): NetGroups[] {
  const rigs = rigsOf(of);
  const looks = of.looks.map(({ id }, index) => ({ id, rig: rigs[index]! }));
  return netsOfEvent(rigs)
    .map((net) => groupTask(net, looks))
    .filter(({ lights, outOfReach }) => lights.length + outOfReach.length > 0)
    .map((task) => ({ task, plan: task.lights.length === 0 ? null : planGroups(task, firstLetter) }));
}
