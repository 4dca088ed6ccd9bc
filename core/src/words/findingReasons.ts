/** Why each finding is so, code by code: the five words at the gap, one sentence, and the values that disagree. */
import { ADVICE } from './adviceReasons.ts';
import { BODY_AND_SENDER } from './bodyAndSenderReasons.ts';
import type { Code } from '../rig/codes.ts';
import { HEARER } from './hearerReasons.ts';
import { LAMP_AND_FRAME } from './lampAndFrameReasons.ts';
import type { Sayer } from './saying.ts';

export const REASONS: Readonly<Record<Code, Sayer>> = { ...BODY_AND_SENDER, ...HEARER, ...LAMP_AND_FRAME, ...ADVICE };
