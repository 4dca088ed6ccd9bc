/** What is said of letters: what they save, and what no letter reaches. */
import type { GroupPlan } from '../groups/groupPlan.ts';
import type { OutOfReach } from '../groups/groupWants.ts';
import { gapText } from './findingWording.ts';
import type { Names } from './settingWords.ts';
import { durationText } from './saying.ts';

/** "Nobody walks between looks. The letters there are now: 3 min 10 s of walking." */
export function groupSentence({ seconds, secondsNow, exact, atLeast }: GroupPlan): string {
  const now = secondsNow > seconds ? ` The letters of now need ${durationText(secondsNow)}.` : '';
  const walk =
    seconds === 0 ? 'Nobody walks to a light for any look.' : `${durationText(seconds)} of walking for the looks.`;
  const bound = exact ? '' : ` A good plan; none can need less than ${durationText(atLeast)}.`;
  return `${walk}${now}${bound}`;
}

/** "Light 9: no sender sets it: receiver hands on no power." */
export const outOfReachText = ({ light, fault }: OutOfReach, names: Names): string =>
  `${names.unit(light)}: ${fault === null ? 'what it would need is not recorded' : gapText(fault, names)}`;
