/** Why each finding is so, code by code: the five words at the gap, one sentence, and the values that disagree. */
import type { Fault } from '../rig/check.ts';
import type { Code } from '../rig/codes.ts';
import { ADVICE } from './adviceReasons.ts';
import { BODY_AND_SENDER } from './bodyAndSenderReasons.ts';
import { HEARER } from './hearerReasons.ts';
import { LAMP_AND_FRAME } from './lampAndFrameReasons.ts';
import type { Reason, ReasonFor, Reasons } from './saying.ts';
import type { Names } from './settingWords.ts';

export const REASONS: Reasons = { ...BODY_AND_SENDER, ...HEARER, ...LAMP_AND_FRAME, ...ADVICE };

/** Why a fault is one. */
export function reasonOf<C extends Code>({ code, subject, params }: Fault<C>, names: Names): Reason {
  const say: ReasonFor<C> = REASONS[code];
  return say(params, names.unit(subject), names);
}
