/** A plan of the air as changes of the looks of its event. */
import type { Change } from '../record/change.ts';
import type { Look } from '../record/look.ts';
import { readSetting, type SettingPath } from '../record/settings.ts';
import type { AirPlan, NetPlan } from './airPlan.ts';
import { codeSetting } from './nets.ts';

export interface LookChanges {
  look: string;
  changes: readonly Change[];
}

/** What the plan sets in each look, where it is not set so already; looks without a change are left out. */
export function airChanges(plan: Pick<AirPlan, 'nets'>, looks: readonly Look[]): LookChanges[] {
  return looks.flatMap((look) => {
    const changes = plan.nets.flatMap((net) => netChanges(net, look));
    return changes.length === 0 ? [] : [{ look: look.id, changes }];
  });
}

function netChanges({ net, to }: NetPlan, look: Look): Change[] {
  return net.members.flatMap(({ unit, hasCode }) => {
    const wanted: [SettingPath, number | null][] = [['channel', to.channel]];
    if (hasCode) wanted.push([codeSetting(net.codeSort), to.code]);
    const settings = look.units[unit];
    if (!settings) return [];
    return wanted.flatMap(([setting, value]): Change[] => {
      const now = readSetting(settings, setting);
      return now === value || value === null ? [] : [{ unit, setting, from: now, to: value }];
    });
  });
}
