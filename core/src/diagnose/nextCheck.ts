/** The check that finds the cause soonest. docs/model.md, Choice of checks. */
import type { Done } from '../record/incident.ts';
import type { Rig } from '../rig/rig.ts';
import { answersOf, type Possible, predicted, walkBetween } from './checks.ts';
import type { Reality } from './reality.ts';
import type { Suspect } from './suspects.ts';

/** With so many kinds of suspects left every order of checks is tried; with more the next one is chosen by itself. */
export const MOST_KINDS_ORDERED = 7;
/** Less likely than this share of all, a suspicion does not choose the next check. */
const LEAST_SHARE = 0.002;
/** So many suspects at most choose it: the likeliest. */
const MOST_CHOOSING = 40;
/** Of the checks that tell most a second, so many are looked at two checks ahead. */
const MOST_AHEAD = 8;

/** Suspects no check tells apart, as one; what each check would show of them. */
interface Kind {
  cause: string;
  weight: number;
  /** By check: the answers' bits that are possible. */
  answers: readonly number[];
}

/** A question of how to go on: what is left, the checks there are, and where somebody stands. */
export interface Search {
  rig: Rig;
  checks: readonly Possible[];
  kinds: readonly Kind[];
}

export interface Asked {
  reality: Reality;
  left: readonly Suspect[];
  checks: readonly Possible[];
  done: readonly Done[];
}

export function searchOf({ reality, left, checks, done }: Asked): Search {
  const total = left.reduce((sum, { weight }) => sum + weight, 0);
  const kinds = new Map<string, Kind>();
  for (const { cause, faults, weight } of left.slice(0, MOST_CHOOSING)) {
    if (weight < LEAST_SHARE * total) continue;
    const answers = checks.map((one) => {
      const words = answersOf(one);
      const said = predicted(reality, faults, one.check, done);
      return said === null ? 2 ** words.length - 1 : 2 ** Math.max(0, words.indexOf(said));
    });
    const key = `${cause} ${answers.join(',')}`;
    const known = kinds.get(key);
    if (known) known.weight += weight;
    else kinds.set(key, { cause, weight, answers });
  }
  const all = [...kinds.values()];
  const telling = checks
    .map((_, at) => at)
    .filter((at) => all.some((kind) => kind.answers[at] !== all[0]!.answers[at]));
  const told = all.map((kind) => ({ ...kind, answers: telling.map((at) => kind.answers[at]!) }));
  return { rig: reality.plan, checks: telling.map((at) => checks[at]!), kinds: told };
}

/** @param at where somebody stands; null at the camera. @returns null where no check tells the suspects apart. */
export function nextCheck(search: Search, at: string | null): Possible | null {
  const { kinds, checks } = search;
  if (new Set(kinds.map(({ cause }) => cause)).size < 2 || checks.length === 0) return null;
  if (kinds.length <= MOST_KINDS_ORDERED) return new BestOrder(search).from((1 << kinds.length) - 1, at).first;
  return mostTelling(search, at);
}

/** Seconds still needed on average, and the check to begin with. */
interface Way {
  seconds: number;
  first: Possible | null;
}

/** Every order of checks over what is left, each state worked out once. Exact. */
export class BestOrder {
  private readonly known = new Map<string, Way>();

  constructor(private readonly search: Search) {}

  /** @param mask which kinds are left, a bit each. */
  from(mask: number, at: string | null): Way {
    if (this.isSettled(mask)) return DONE;
    const key = `${mask} ${at}`;
    let way = this.known.get(key);
    if (!way) this.known.set(key, (way = this.best(mask, at)));
    return way;
  }

  private best(mask: number, at: string | null): Way {
    let best: Way | null = null;
    for (const [index, one] of this.search.checks.entries()) {
      const parts = partsOf(this.search, mask, index);
      if (parts.some(({ left }) => left === mask)) continue;
      const own = one.seconds + walkBetween(this.search.rig, at, one.place);
      if (best && own >= best.seconds) continue;
      const later = parts.reduce((sum, { left, share }) => sum + share * this.from(left, one.ends).seconds, 0);
      if (!best || own + later < best.seconds) best = { seconds: own + later, first: one };
    }
    return best ?? DONE;
  }

  private isSettled(mask: number): boolean {
    const causes = new Set(this.search.kinds.filter((_, at) => mask & (1 << at)).map(({ cause }) => cause));
    return causes.size < 2;
  }
}

const DONE: Way = { seconds: 0, first: null };

/** What each answer leaves of the kinds, and how likely it is; where nobody can say, each answer is as likely. */
function partsOf({ kinds, checks }: Search, mask: number, index: number): { left: number; share: number }[] {
  const count = answersOf(checks[index]!).length;
  let total = 0;
  const parts = Array.from({ length: count }, () => ({ left: 0, share: 0 }));
  kinds.forEach(({ weight, answers }, at) => {
    if (!(mask & (1 << at))) return;
    total += weight;
    const bits = answers[index]!;
    const ways = bitsIn(bits);
    for (let answer = 0; answer < count; answer++) {
      if (!(bits & (1 << answer))) continue;
      parts[answer]!.left |= 1 << at;
      parts[answer]!.share += weight / ways;
    }
  });
  return parts.filter(({ left }) => left !== 0).map(({ left, share }) => ({ left, share: share / total }));
}

function bitsIn(bits: number): number {
  let count = 0;
  for (let rest = bits; rest > 0; rest >>= 1) count += rest & 1;
  return count;
}

/** The most expected information a second, of a check alone or with the best one after each of its answers. */
function mostTelling(search: Search, at: string | null): Possible {
  const alone = search.checks
    .map((one, index) => ({ one, index, rate: rateOf(search, search.kinds, { index, at }) }))
    .sort((a, b) => b.rate - a.rate);
  const [first] = alone;
  let best = { one: first!.one, rate: first!.rate };
  for (const { one, index } of alone.slice(0, MOST_AHEAD)) {
    const rate = rateAhead(search, index, at);
    if (rate > best.rate) best = { one, rate };
  }
  return best.one;
}

interface Step {
  index: number;
  at: string | null;
}

/** Bits a second. */
function rateOf(search: Search, kinds: readonly Kind[], { index, at }: Step): number {
  return bitsOf(search, kinds, index) / secondsOf(search, index, at);
}

const secondsOf = ({ rig, checks }: Search, index: number, at: string | null): number =>
  checks[index]!.seconds + walkBetween(rig, at, checks[index]!.place);

/** What an answer tells on average, in bits, of which cause it is. */
function bitsOf(search: Search, kinds: readonly Kind[], index: number): number {
  const before = causesEntropy(kinds);
  return (
    before -
    branches(search, kinds, index).reduce((sum, { share, kinds: left }) => sum + share * causesEntropy(left), 0)
  );
}

function branches({ checks }: Search, kinds: readonly Kind[], index: number): { share: number; kinds: Kind[] }[] {
  const total = kinds.reduce((sum, { weight }) => sum + weight, 0);
  return answersOf(checks[index]!)
    .map((_, answer) => {
      const left = kinds
        .filter(({ answers }) => answers[index]! & (1 << answer))
        .map((kind) => ({ ...kind, weight: kind.weight / bitsIn(kind.answers[index]!) }));
      return { kinds: left, share: left.reduce((sum, { weight }) => sum + weight, 0) / total };
    })
    .filter(({ share }) => share > 0);
}

function causesEntropy(kinds: readonly Kind[]): number {
  const byCause = new Map<string, number>();
  for (const { cause, weight } of kinds) byCause.set(cause, (byCause.get(cause) ?? 0) + weight);
  const total = [...byCause.values()].reduce((sum, weight) => sum + weight, 0);
  return [...byCause.values()].reduce((sum, weight) => sum - (weight / total) * Math.log2(weight / total), 0);
}

function rateAhead(search: Search, index: number, at: string | null): number {
  const ends = search.checks[index]!.ends;
  let bits = bitsOf(search, search.kinds, index);
  let seconds = secondsOf(search, index, at);
  for (const { share, kinds } of branches(search, search.kinds, index)) {
    let next = { rate: 0, bits: 0, seconds: 0 };
    for (let other = 0; other < search.checks.length; other++) {
      if (other === index) continue;
      const told = bitsOf(search, kinds, other);
      const takes = secondsOf(search, other, ends);
      if (told / takes > next.rate) next = { rate: told / takes, bits: told, seconds: takes };
    }
    bits += share * next.bits;
    seconds += share * next.seconds;
  }
  return bits / seconds;
}
