/** One letter per light for a whole evening, so that the least is walked. docs/model.md, Groups. */
import type { EventHead } from '../record/event.ts';
import { lettersCost, presentSeconds, type ToldKeys } from './groupCost.ts';
import type { GroupLight, GroupTask } from './groupWants.ts';

export type FirstLetter = EventHead['firstLetter'];

export interface LetterPlan {
  letter: string;
  lights: readonly string[];
  told: ToldKeys;
}

export interface GroupPlan {
  letters: readonly LetterPlan[];
  /** Seconds walked between the looks, and those walked with the letters there are now. */
  seconds: number;
  secondsNow: number;
  /** No other letters need less walking. */
  exact: boolean;
  /** No letters can need less than this, in seconds. */
  atLeast: number;
}

/** Lights up to which every way of sharing letters is weighed. */
export const EXACT_LIGHTS = 12;

/** What decides between plans, each only where all before it are equal: see docs/model.md. */
const WEIGHTS = { walk: 1e10, relettered: 1e5, habit: 1e2, changed: 1 } as const;

interface Priced {
  cost: number;
  seconds: number;
}

/** @throws RangeError where the lights know too few letters in common to be told at all. */
export function planGroups(task: GroupTask, firstLetter: FirstLetter = null): GroupPlan {
  const { lights } = task;
  const heaviest = [...lights].sort((a, b) => weightOf(b) - weightOf(a));
  const core = heaviest.slice(0, EXACT_LIGHTS);
  const rest = heaviest.slice(EXACT_LIGHTS);
  const pricing: Pricing = { task, firstLetter };
  const exact = exactLetters(pricing, core);
  const all = rest.length === 0 ? exact : improved(pricing, inserted(pricing, exact, rest));
  const letters = task.letters.flatMap((letter, index): LetterPlan[] => {
    const own = all[index]!;
    const { told } = lettersCost(own, task.looks.length);
    return own.length === 0 ? [] : [{ letter, lights: own.map(({ light }) => light).sort(), told }];
  });
  const seconds = secondsOf(task, all);
  const atLeast = rest.length === 0 ? seconds : secondsOf(task, exact);
  return { letters, seconds, secondsNow: presentSeconds(lights), exact: atLeast === seconds, atLeast };
}

interface Pricing {
  task: GroupTask;
  firstLetter: FirstLetter;
}

/** Lights by letter, in the order of the task's letters. */
type Shared = readonly (readonly GroupLight[])[];

const secondsOf = ({ looks }: GroupTask, shared: Shared): number =>
  shared.reduce((sum, own) => sum + (own.length === 0 ? 0 : lettersCost(own, looks.length).seconds), 0);

const weightOf = ({ wants }: GroupLight): number => Math.max(0, ...wants.map((want) => want?.seconds ?? 0));

/** Prices lights sharing a letter; null where one of them does not know it. */
function priceOf({ task, firstLetter }: Pricing, own: readonly GroupLight[], index: number): Priced | null {
  const letter = task.letters[index]!;
  if (own.some(({ letters }) => !letters.includes(letter))) return null;
  const { seconds } = lettersCost(own, task.looks.length);
  return { seconds, cost: seconds * WEIGHTS.walk + besidesWalking(own, { letter, index, firstLetter }) };
}

function besidesWalking(
  own: readonly GroupLight[],
  at: { letter: string; index: number; firstLetter: FirstLetter },
): number {
  const { letter, index, firstLetter } = at;
  const relettered = own.filter(({ dialled }) => dialled !== null && dialled !== letter);
  const changed = own.filter(({ planned }) => planned !== letter).length;
  const habit = firstLetter == null || own.length === 0 ? 0 : Math.abs(index - preferredIndex(own, firstLetter));
  const touching = relettered.reduce((sum, light) => sum + weightOf(light), 0);
  return touching * WEIGHTS.relettered + habit * WEIGHTS.habit + changed * WEIGHTS.changed;
}

/** What lights are for, in the order their letters follow by habit. */
const ORDER = [/key/i, /fill/i, /rim|hair|edge|kick/i, /back|wall|window|column/i];

function preferredIndex(own: readonly GroupLight[], firstLetter: NonNullable<FirstLetter>): number {
  const ranks = own.map(({ purpose }) => {
    const rank = ORDER.findIndex((pattern) => pattern.test(purpose));
    return rank === -1 ? ORDER.length : rank;
  });
  return Math.min(...ranks) + (firstLetter === 'camera' ? 1 : 0);
}

/** Letter by letter, every set of lights it could have out of those the letters before it left over. */
function exactLetters(pricing: Pricing, lights: readonly GroupLight[]): Shared {
  const full = 2 ** lights.length - 1;
  const prices = pricing.task.letters.map((_, index) => pricesOf(pricing, lights, index));
  // The cheapest way for the letters from `index` on to take exactly the lights of a set, and what the first takes.
  let after = new Float64Array(full + 1).fill(Infinity);
  after[0] = 0;
  const taken: Int32Array[] = [];
  for (let index = prices.length - 1; index >= 0; index--) {
    const own = prices[index]!;
    const next = new Float64Array(full + 1).fill(Infinity);
    const took = new Int32Array(full + 1);
    for (let set = 0; set <= full; set++) {
      for (let part = set; ; part = (part - 1) & set) {
        const cost = own[part]! + after[set ^ part]!;
        if (cost < next[set]!) {
          next[set] = cost;
          took[set] = part;
        }
        if (part === 0) break;
      }
    }
    after = next;
    taken.unshift(took);
  }
  if (!Number.isFinite(after[full]!)) throw new RangeError('the lights know no letters that reach them all');
  let left = full;
  return taken.map((took) => {
    const part = took[left]!;
    left ^= part;
    return lights.filter((_, bit) => part & (1 << bit));
  });
}

/** The price of every set of lights in one letter. What is walked is the same in all letters, and worked out once. */
const walked = new WeakMap<readonly GroupLight[], Float64Array>();

function pricesOf({ task, firstLetter }: Pricing, lights: readonly GroupLight[], index: number): Float64Array {
  const letter = task.letters[index]!;
  let seconds = walked.get(lights);
  if (!seconds) {
    seconds = Float64Array.from({ length: 2 ** lights.length }, (_, set) => {
      const own = lights.filter((__, bit) => set & (1 << bit));
      return own.length === 0 ? 0 : lettersCost(own, task.looks.length).seconds;
    });
    walked.set(lights, seconds);
  }
  const known = lights.reduce((bits, one, bit) => (one.letters.includes(letter) ? bits | (1 << bit) : bits), 0);
  return Float64Array.from(seconds, (walk, set) => {
    if (set & ~known) return Infinity;
    const own = lights.filter((_, bit) => set & (1 << bit));
    return walk * WEIGHTS.walk + besidesWalking(own, { letter, index, firstLetter });
  });
}

/** Beyond what is weighed whole: each light where it adds least. */
function inserted(pricing: Pricing, shared: Shared, rest: readonly GroupLight[]): Shared {
  return rest.reduce<Shared>((sets, light) => cheapestWith(pricing, sets, light), shared);
}

function cheapestWith(pricing: Pricing, sets: Shared, light: GroupLight): Shared {
  let best: { index: number; added: number } | null = null;
  sets.forEach((own, index) => {
    const [now, then] = [priceOf(pricing, own, index), priceOf(pricing, [...own, light], index)];
    if (now && then && (!best || then.cost - now.cost < best.added)) best = { index, added: then.cost - now.cost };
  });
  if (!best) throw new RangeError(`no letter reaches ${light.light}`);
  const { index } = best as { index: number };
  return sets.map((own, at) => (at === index ? [...own, light] : own));
}

/** Moves one light at a time for as long as that makes the whole cheaper. */
function improved(pricing: Pricing, shared: Shared): Shared {
  const total = (sets: Shared) => sets.reduce((sum, own, index) => sum + priceOf(pricing, own, index)!.cost, 0);
  let best = shared;
  for (let again = true; again;) {
    again = false;
    for (const light of best.flat()) {
      const without = best.map((own) => own.filter((one) => one !== light));
      const moved = cheapestWith(pricing, without, light);
      if (total(moved) < total(best)) {
        best = moved;
        again = true;
      }
    }
  }
  return best;
}
