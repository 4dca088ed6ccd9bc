/** How many random rigs the laws are held against, and which. */
import { judge, type Judgement } from '../src/verdict/judge';
import { buildRig, indexKit } from '../src/rig/rig';
import type { Verdict } from '../src/verdict/verdict';
import type { RandomRig } from './randomRig';

export const RUNS = Number(process.env.ERGON_LAW_RUNS ?? 10_000);
/**
 * The same rigs every time, so that a failure is the doing of the change at hand; `npm run laws:soak` goes hunting
 * among others.
 */
export const SEED = Number(process.env.ERGON_LAW_SEED ?? 20_261_125);
// No shrinking: a rig is hundreds of draws, and the failing light is named in the assertion.
export const options = { numRuns: RUNS, seed: SEED, endOnFailure: true };

export const judged = ({ kit, look }: RandomRig): Judgement => judge(buildRig(indexKit(kit), look));

/** A verdict's light and shot: one body may be held two ways. */
export const keyOf = ({ unit, shot, attitude }: Verdict): string => `${unit} ${shot} ${attitude}`;
