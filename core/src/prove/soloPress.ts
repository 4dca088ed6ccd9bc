/** What should be seen when one letter is fired alone. */
import type { Change } from '../record/change.ts';
import { groupPath, readSetting } from '../record/settings.ts';
import type { Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { isOurMaster } from '../rig/serving.ts';
import { judge } from '../verdict/judge.ts';
import type { Verdict } from '../verdict/verdict.ts';
import type { Press } from './testOrder.ts';

/** The other letters switched off on every sender of ours; nothing for a press of everything together. */
export function soloChanges(rig: Rig, letter: string | null): Change[] {
  if (letter === null) return [];
  return rig.senders
    .filter((sender) => isOurMaster(rig, sender))
    .flatMap((sender) =>
      Object.keys(sender.settings.groups ?? {})
        .filter((other) => other !== letter)
        .flatMap((other): Change[] => {
          const setting = groupPath(other, 'on');
          const from = readSetting(sender.settings, setting);
          return from === false ? [] : [{ unit: sender.id, setting, from, to: false }];
        }),
    );
}

/** What each light of ours does in a press, by the simulator; a light whose letter is off stays dark. */
export function expectedOf(rig: Rig, { shot, letter }: Pick<Press, 'shot' | 'letter'>): Verdict[] {
  const { verdicts } = judge(withRigChanges(rig, soloChanges(rig, letter)));
  return verdicts.filter((verdict) => verdict.shot === shot.body && verdict.attitude === shot.attitude);
}
