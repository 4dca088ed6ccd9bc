/** How many random rigs the laws are held against, and which. */
import { buildRig, indexKit } from '../src/rig/rig';
import { judge, type Judgement } from '../src/verdict/judge';
import type { Verdict } from '../src/verdict/verdict';
import { withBlanks } from './blankedRig';
import { Draw } from './draw';
import { MOST, type Most, randomRig, type RandomRig } from './randomRig';

/** `npm run night` holds the laws against many more, and others every time. */
export const RUNS = Number(process.env.ERGON_LAW_RUNS ?? 600);
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

/** What a law has to meet to have been tried at all: how often it came up, and how often it has to. */
export type Met = Readonly<Record<string, readonly [times: number, least: number]>>;

/** How many rigs at least; or also until what is met. */
export type Wanted = number | { runs: number; met: () => Met };

/**
 * Numbers of rigs: so many, and on until what the test is about has come up often enough, so that its meaning does not hang on how
 * many are asked for.
 * @throws Error where it hardly ever comes up.
 */
export function* rigNumbers(wanted: Wanted): Generator<number> {
  const { runs, met } = typeof wanted === 'number' ? { runs: wanted, met: (): Met => ({}) } : wanted;
  const most = 10 * runs + 2000;
  const missing = () => Object.entries(met()).filter(([, [times, least]]) => times < Math.max(1, Math.floor(least)));
  for (let index = 0; index < runs || missing().length > 0; index++) {
    if (index === most) {
      const rare = missing().map(([what, [times, least]]) => `${what} ${times} times of ${Math.floor(least)}`);
      throw new Error(`of ${most} rigs of seed ${SEED} too few had what this is about: ${rare.join(', ')}`);
    }
    yield index;
  }
}

/** Holds a law against that many rigs, and against more until it has met all it is about; the first that breaks it is named by seed and number. */
export function forEachRig(wanted: Wanted, holds: (random: RandomRig, draw: Draw, index: number) => void): void {
  for (const index of rigNumbers(wanted)) {
    try {
      // What the law itself draws is not what the rig was made from.
      holds(rigAt(index), drawFor(-1 - index), index);
    } catch (error) {
      throw new Error(`rig ${index} of seed ${SEED}: ${(error as Error).message}`, { cause: error });
    }
  }
}

export const smallRig = (index: number, most: Most): RandomRig => randomRig(drawFor(index), most);

export const judgedAfresh = ({ kit, look }: RandomRig): Judgement => judge(buildRig(indexKit(kit), look));

const judgements = new WeakMap<RandomRig, Judgement>();

/** Each rig is judged once for all laws of a file: no law may change what it is given. */
export function judged(random: RandomRig): Judgement {
  const earlier = judgements.get(random);
  if (earlier) return earlier;
  const judgement = judgedAfresh(random);
  judgements.set(random, judgement);
  return judgement;
}

const blanks = new WeakMap<RandomRig, RandomRig>();

/** A rig of which something is not recorded, the same for all laws of a file. @param draw that of the rig's number, of which nothing was drawn yet. */
export function blanked(whole: RandomRig, draw: Draw): RandomRig {
  const earlier = blanks.get(whole);
  if (earlier) return earlier;
  const made = withBlanks(whole, draw);
  blanks.set(whole, made);
  return made;
}

/** As rare as two standard deviations below the mean of a normal distribution. */
const UNLIKELY = 0.0228;

/**
 * The share that so many draws have to reach where each hits with the probability `share`: by chance alone, one sample in 44 falls
 * below it. From the binomial distribution, since the normal one is wrong for few draws of which hardly any misses.
 * @param share between 0 and 1, without either.
 */
export function leastShare(share: number, of: number): number {
  // As a logarithm: none missed of thousands is rarer than the smallest number there is.
  let [misses, logarithm] = [0, of * Math.log(share)];
  for (let upTo = Math.exp(logarithm); 1 - upTo > UNLIKELY && misses < of; upTo += Math.exp(logarithm)) {
    logarithm += Math.log(((of - misses) / (misses + 1)) * ((1 - share) / share));
    misses++;
  }
  return (of - misses) / of;
}

/** A verdict's light and shot: one body may be held two ways. */
export const keyOf = ({ unit, shot, attitude }: Verdict): string => `${unit} ${shot} ${attitude}`;
