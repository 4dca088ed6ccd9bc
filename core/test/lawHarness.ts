/** How many random rigs the laws are held against, and which. */
import { buildRig, indexKit } from '../src/rig/rig';
import { judge, type Judgement } from '../src/verdict/judge';
import type { Verdict } from '../src/verdict/verdict';
import { Draw } from './draw';
import { MOST, type Most, randomRig, type RandomRig } from './randomRig';

export const RUNS = Number(process.env.ERGON_LAW_RUNS ?? 2000);
/**
 * The same rigs every time, so that a failure is the doing of the change at hand; `npm run laws:soak` goes hunting
 * among others.
 */
export const SEED = Number(process.env.ERGON_LAW_SEED ?? 20_261_125);

/** Seeds of neighbouring rigs must not be neighbours: a large odd step spreads them over all 32 bits. */
const SEED_STEP = 0x9e3779b1;

/** Rigs kept for the next law of the same file; a soak makes its many afresh. */
const KEPT = 5000;
const kept: RandomRig[] = [];

export const drawFor = (index: number): Draw => new Draw((SEED + index * SEED_STEP) | 0);

function rigAt(index: number): RandomRig {
  if (index >= KEPT) return randomRig(drawFor(index), MOST);
  return (kept[index] ??= randomRig(drawFor(index), MOST));
}

/** Holds a law against that many rigs; the first that breaks it is named by seed and number. */
export function forEachRig(runs: number, holds: (random: RandomRig, draw: Draw, index: number) => void): void {
  for (let index = 0; index < runs; index++) {
    try {
      // What the law itself draws is not what the rig was made from.
      holds(rigAt(index), drawFor(-1 - index), index);
    } catch (error) {
      throw new Error(`rig ${index} of seed ${SEED}: ${(error as Error).message}`, { cause: error });
    }
  }
}

export const smallRig = (index: number, most: Most): RandomRig => randomRig(drawFor(index), most);

export const judged = ({ kit, look }: RandomRig): Judgement => judge(buildRig(indexKit(kit), look));

/** A verdict's light and shot: one body may be held two ways. */
export const keyOf = ({ unit, shot, attitude }: Verdict): string => `${unit} ${shot} ${attitude}`;
