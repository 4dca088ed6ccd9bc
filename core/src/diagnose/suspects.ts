/** Which faults reproduce what was seen: one, or two that have nothing to do with each other. docs/model.md, Diagnosis. */
import { type Evidence, likelihood, LIT } from './evidence.ts';
import { causeOfAll, type Fault } from './fault.ts';
import { PAIR_SHARE, PLAN_WEIGHT } from './faultWeights.ts';
import type { Reality } from './reality.ts';

/** What may be so: no fault at all stands for the plan itself. */
export interface Suspect {
  faults: readonly Fault[];
  cause: string;
  /** How likely after all that was seen, beside the others. */
  weight: number;
  /** How well it reproduces all that was seen, 0 to 1. */
  fit: number;
  /** Places of the evidence it does not reproduce. */
  misses: readonly number[];
  /** How much of it nobody could say anything of. */
  open: number;
}

/** Share of answers that are given wrong; of what everybody saw hardly any. */
const WRONG_ANSWERS = 0.04;
const WRONG_SIGHTINGS = 0.005;
/** Where nobody can say what a light would do, it is as likely as not. */
const OPEN = 0.5;
/** More pairs than this are not tried: the likeliest are. */
const MOST_PAIRS = 1000;
/** With so much of what was right against it a suspicion is given up: nobody asks how the rest would look. */
const MOST_MISSES = 2;

/** @param onStep told the share done, 0 to 1. */
export function suspectsFor(
  reality: Reality,
  library: readonly Fault[],
  evidence: readonly Evidence[],
  onStep: (share: number) => void = () => undefined,
): Suspect[] {
  const inOrder = [...evidence].sort((a, b) => Number(isSound(b)) - Number(isSound(a)));
  const none = judged(reality, [], inOrder, PLAN_WEIGHT);
  const singles = library.map((fault, index) => {
    if (index % 50 === 0) onStep((0.7 * index) / library.length);
    return judged(reality, [fault], inOrder, fault.weight);
  });
  const all = [none, ...singles];
  const pairs = all.some((one) => one.misses.length === 0 && luckOf(one) === 0)
    ? []
    : pairsFor(reality, singles, inOrder);
  onStep(1);
  return [...all, ...pairs].sort((a, b) => b.weight - a.weight);
}

/** Saw it as it should be: two faults hide each other so rarely that each must leave it alone. */
const isSound = ({ answer }: Evidence): boolean => answer === 'fires' || answer === 'right';

/** Goes through what was right first: most suspicions spoil so much of it that nobody need ask about the rest. */
function judged(reality: Reality, faults: readonly Fault[], evidence: readonly Evidence[], prior: number): Suspect {
  let fit = 1;
  let open = 0;
  const misses: number[] = [];
  for (const one of evidence) {
    const said = likelihood(reality, faults, one);
    const share = said ?? OPEN;
    if (said === null) open++;
    if (share === 0) misses.push(one.index);
    fit *= Math.max(share, one.isCheck ? WRONG_ANSWERS : WRONG_SIGHTINGS);
    if (misses.length >= MOST_MISSES && isSound(one)) break;
  }
  return { faults, cause: causeOfAll(faults), weight: prior * fit, fit, misses, open };
}

/** Each of the two explains what the other does not; the simulator is asked whether both together do. */
function pairsFor(reality: Reality, singles: readonly Suspect[], evidence: readonly Evidence[]): Suspect[] {
  const sound = new Set(evidence.filter(isSound).map(({ index }) => index));
  const harmless = singles.filter(({ misses }) => misses.every((index) => !sound.has(index)));
  const total = evidence.length - sound.size;
  const helpful = harmless.filter(({ misses }) => misses.length < total);
  const pairs: { a: Suspect; b: Suspect; prior: number }[] = [];
  for (const [at, a] of helpful.entries()) {
    const missed = new Set(a.misses);
    for (const b of helpful.slice(at + 1)) {
      if (a.cause === b.cause || b.misses.some((index) => missed.has(index))) continue;
      pairs.push({ a, b, prior: pairWeight(a.faults[0]!, b.faults[0]!) });
    }
  }
  return pairs
    .sort((one, other) => other.prior - one.prior)
    .slice(0, MOST_PAIRS)
    .map(({ a, b, prior }) => judged(reality, [...a.faults, ...b.faults], evidence, prior));
}

/** In units of a single fault's weight. */
const pairWeight = (a: Fault, b: Fault): number => (a.weight * b.weight * PAIR_SHARE) / 100;

/**
 * Those that ask least to be believed: one fault that reproduces all; or else two that do, and one with a single check
 * answered wrong.
 * @param sightings how many of the evidence were seen by everybody: to have seen wrong is believed last.
 */
export function leftOf(suspects: readonly Suspect[], sightings: number): readonly Suspect[] {
  const [plan] = suspects.filter(({ faults }) => faults.length === 0);
  // Where the plan explains it, so does all that makes no difference.
  if (plan?.misses.length === 0)
    return suspects.filter((one) => one === plan || (one.misses.length === 0 && one.fit > plan.fit));
  const asks = (one: Suspect) => asksOf(one, sightings);
  const least = Math.min(...suspects.map(asks));
  return suspects.filter((suspect) => asks(suspect) === least);
}

/** How much has to be believed beside one fault: a second one, an answer given wrong, luck, something nobody can say. */
const asksOf = (suspect: Suspect, sightings: number): number =>
  Math.max(0, suspect.faults.length - 1) +
  luckOf(suspect) +
  suspect.misses.reduce((sum, index) => sum + (index < sightings ? SEEN_WRONG : 1), 0);

/** What is looked for now, and the places of the sightings that are something else and come after it. */
export interface Parted {
  evidence: readonly Evidence[];
  later: readonly number[];
}

/**
 * Where neither one fault nor two explain all that was seen wrong, what the likeliest single fault does not explain is set
 * aside; that a light fired all the same still counts.
 */
export function parted(reality: Reality, suspects: readonly Suspect[], evidence: readonly Evidence[]): Parted {
  const sightings = evidence.filter(({ isCheck }) => !isCheck).length;
  const wrong = new Map(evidence.filter((one) => !one.isCheck && !isSound(one)).map((one) => [one.index, one]));
  const whole = { evidence, later: [] };
  if (wrong.size < 2 || suspects.some((one) => asksOf(one, sightings) < SEEN_WRONG)) return whole;
  const isLit = ({ faults }: Suspect, index: number) => {
    const one = wrong.get(index);
    return one !== undefined && (one.answer === 'dark' || likelihood(reality, faults, { ...one, answer: LIT }) !== 0);
  };
  const [best] = suspects
    .filter((one) => one.faults.length === 1 && one.misses.length < wrong.size)
    .filter((one) => one.misses.every((index) => isLit(one, index)))
    .sort((a, b) => a.misses.length - b.misses.length || b.weight - a.weight);
  if (!best) return whole;
  const later = new Set(best.misses);
  return {
    later: [...later],
    evidence: evidence.flatMap((one) => {
      if (!later.has(one.index)) return [one];
      return one.answer === 'dark' ? [] : [{ ...one, answer: LIT }];
    }),
  };
}

/** It only may have done all that, and not as a rule; or nobody can say what it does. */
function luckOf({ open, fit, misses }: Suspect): number {
  if (open > MOST_OPEN) return SEEN_WRONG;
  return Number(misses.length === 0 && fit < LEAST_FIT);
}

/** What reproduces all no more often than this was lucky. */
const LEAST_FIT = 0.4;
/** What leaves more than this open explains nothing. */
const MOST_OPEN = 2;
/** So many checks answered wrong are as likely as one thing seen wrong. */
const SEEN_WRONG = 2;
