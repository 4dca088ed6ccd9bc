/** Channels, IDs and PINs for all nets of an event at once. docs/model.md, Air. */
import { inRange } from '../measure/range.ts';
import { FIRST_FREE_ID } from '../rig/net.ts';
import { isSeated, movingSeconds, type Net, type Seat } from './nets.ts';
import { closeness, type Outside, type Trouble, troublesAlone, troublesBetween, TROUBLES } from './troubles.ts';

/** Counts of troubles, the worst first, then seconds of work, then closeness to emitters: the earlier decides. */
export type AirScore = readonly number[];

export interface NetPlan {
  net: Net;
  to: Seat;
  /** Its members that must be set anew. */
  touched: readonly string[];
  seconds: number;
  /** What was wrong where it is now, with the others where the plan puts them. */
  was: readonly Trouble[];
  /** What the plan could not get rid of. */
  left: readonly Trouble[];
  /** For each channel it could be on with its planned code, what would be wrong there. */
  channels: readonly { channel: number; troubles: readonly Trouble[] }[];
}

export interface AirPlan {
  nets: readonly NetPlan[];
  score: AirScore;
  /** Nothing else is better; false where there were too many nets to try everything. */
  exact: boolean;
  /** Families with too few channels and codes to keep everybody apart. */
  exhausted: readonly string[];
}

/** Places of the score after the troubles. */
const SECONDS = TROUBLES.length;
const CLOSE = SECONDS + 1;
/** Choices the search may try before it stops at a good plan. */
const MOST_TRIED = 400_000;

const zero = (): number[] => Array.from({ length: CLOSE + 1 }, () => 0);
const plus = (a: AirScore, b: AirScore): number[] => a.map((value, index) => value + b[index]!);

/** Negative where `a` is the better. Sums of closeness in another order differ in their last bits. */
export function compareScores(a: AirScore, b: AirScore): number {
  for (let index = 0; index < a.length; index++) {
    const difference = a[index]! - b[index]!;
    if (Math.abs(difference) > 1e-6) return difference;
  }
  return 0;
}

function countInto(score: number[], troubles: readonly Trouble[]): void {
  for (const { code } of troubles) score[TROUBLES.indexOf(code)]!++;
}

const secondsTo = (net: Net, seat: Seat): number =>
  net.members.reduce((sum, member) => sum + movingSeconds(member, seat), 0);

/** What one net in one seat costs by itself. */
export function seatScore(net: Net, seat: Seat, outside: Outside): AirScore {
  const score = zero();
  countInto(score, troublesAlone(net, seat, outside));
  score[SECONDS] = secondsTo(net, seat);
  score[CLOSE] = closeness(net, seat, outside);
  return score;
}

export function pairScore(a: Net, seatA: Seat, b: Net, seatB: Seat): AirScore {
  const score = zero();
  countInto(score, troublesBetween(a, seatA, b, seatB));
  return score;
}

/**
 * Seats worth trying: every channel, with every code anybody of the family has at present, or as many free ones as there
 * are nets of the family. Codes matter only in being equal or not, so that more need not be tried.
 */
export function seatsOf(net: Net, nets: readonly Net[], outside: Outside): Seat[] {
  const codes = codesWorthTrying(net, nets, outside);
  const channels = net.channels.length > 0 ? net.channels : [net.now.channel];
  return channels.flatMap((channel) => codes.map((code) => ({ channel, code })));
}

function codesWorthTrying(net: Net, nets: readonly Net[], outside: Outside): (number | null)[] {
  const { codes } = net;
  if (!codes) return [net.codeSort === 'id' ? 0 : null];
  const family = nets.filter((one) => one.family.id === net.family.id);
  const present = family.flatMap((one) => [one.now.code, ...one.members.map(({ now }) => now.code)]);
  const theirs = outside.crews.flatMap(({ family: id, networkId }) =>
    id === net.family.id ? [networkId ?? null] : [],
  );
  const taken = new Set<number | null>([...present, ...theirs]);
  const kept = [...new Set(present)].filter((code): code is number => code !== null && inRange(code, codes));
  const free: number[] = [];
  const from = Math.min(codes.to, Math.max(codes.from, FIRST_FREE_ID));
  for (let step = 0; step <= codes.to - codes.from && free.length < family.length; step++) {
    const code = codes.from + ((from - codes.from + step) % (codes.to - codes.from + 1));
    if (!taken.has(code)) free.push(code);
  }
  const own = theirs.filter((code): code is number => code !== null && inRange(code, codes));
  // Where too few codes are nobody's, the crews' own are better than none: they may be on other channels.
  const all = free.length < family.length ? [...kept, ...free, ...own] : [...kept, ...free];
  return all.length > 0 ? [...new Set(all)] : [codes.from];
}

interface Option {
  seat: Seat;
  score: AirScore;
}

/** @param nets as netsOfEvent gives them; the order decides nothing but which of two equals is told first. */
export function planAir(nets: readonly Net[], outside: Outside): AirPlan {
  const options = nets.map((net) =>
    seatsOf(net, nets, outside)
      .map((seat): Option => ({ seat, score: seatScore(net, seat, outside) }))
      .sort((a, b) => compareScores(a.score, b.score)),
  );
  const { seats, score, exact } = search(nets, options);
  const plans = nets.map((net, index) => netPlan(index, nets, seats, outside));
  const short = plans.filter(({ left }) => left.some(({ code }) => code === 'ours' || code === 'theirs'));
  return { nets: plans, score, exact, exhausted: [...new Set(short.map(({ net }) => net.family.id))] };
}

/** Depth first, the best seat of each net first, leaving whatever cannot become better than what is known. */
function search(
  nets: readonly Net[],
  options: readonly Option[][],
): { seats: Seat[]; score: AirScore; exact: boolean } {
  // What the nets still to come cost at least: their own best seats.
  const atLeast = [...options].reverse().reduce((sums, own) => [plus(sums[0]!, own[0]!.score), ...sums], [zero()]);
  let best: { seats: Seat[]; score: AirScore } | null = null;
  let tried = 0;
  const go = (chosen: readonly Seat[], score: AirScore): void => {
    const index = chosen.length;
    if (index === nets.length) {
      best = { seats: [...chosen], score };
      return;
    }
    for (const option of options[index]!) {
      if (tried++ > MOST_TRIED && best) return;
      const alone = plus(score, option.score);
      // Seats come the best first: once one by itself is no better, none after it is.
      if (best && compareScores(plus(alone, atLeast[index + 1]!), best.score) >= 0) return;
      const paired = chosen.reduce<AirScore>(
        (sum, seat, other) => plus(sum, pairScore(nets[other]!, seat, nets[index]!, option.seat)),
        alone,
      );
      if (best && compareScores(plus(paired, atLeast[index + 1]!), best.score) >= 0) continue;
      go([...chosen, option.seat], paired);
    }
  };
  go([], zero());
  return { ...(best as unknown as { seats: Seat[]; score: AirScore }), exact: tried <= MOST_TRIED };
}

function netPlan(index: number, nets: readonly Net[], seats: readonly Seat[], outside: Outside): NetPlan {
  const [net, to] = [nets[index]!, seats[index]!];
  const at = (seat: Seat): Trouble[] => [
    ...troublesAlone(net, seat, outside),
    ...nets.flatMap((other, at) => (at === index ? [] : troublesBetween(net, seat, other, seats[at]!))),
  ];
  return {
    net,
    to,
    touched: net.members.filter((member) => !isSeated(member, to)).map(({ unit }) => unit),
    seconds: secondsTo(net, to),
    was: at(net.now),
    left: at(to),
    channels: net.channels.map((channel) => ({ channel, troubles: at({ channel, code: to.code }) })),
  };
}
