/** Who walks where: units dealt to members so that the longest round is as short as it can be. docs/model.md, Rounds. */
import { AT_UNIT_SECONDS, CAMERA_SECONDS } from '../mend/cost.ts';
import { UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import { type Card, leftOn } from './cards.ts';

/** What is done in one go: all units at one place, or all that is in the photographer's hands. */
export interface Stop {
  /** Null at the camera. */
  place: string | null;
  units: readonly string[];
  /** The way there and back, in seconds; 0 at the camera, null where nobody measured it. */
  walkSeconds: number | null;
  /** The way there and back, once, and the work there. */
  seconds: number;
}

export interface Rounds {
  /** For each member the stops they make, in the order of the cards. */
  stops: readonly (readonly Stop[])[];
  /** Of the longest round. */
  seconds: number;
  /** No other dealing has a shorter longest round. */
  exact: boolean;
}

/** Stops up to which every dealing is weighed. */
export const EXACT_STOPS = 12;

/** Stops for what is left to do, in the order of the cards. A light nobody said where it stands is a place of its own. */
export function stopsOf(cards: readonly Card[]): Stop[] {
  const byPlace = new Map<string, Card[]>();
  for (const card of cards) {
    if (leftOn(card) === 0) continue;
    const key = card.atCamera ? 'camera' : card.place === null ? `unit ${card.unit}` : `place ${card.place}`;
    byPlace.set(key, [...(byPlace.get(key) ?? []), card]);
  }
  return [...byPlace.values()].map((own) => ({
    place: own[0]!.atCamera ? null : own[0]!.place,
    units: own.map(({ unit }) => unit),
    walkSeconds: own[0]!.atCamera ? 0 : wayTo(own),
    seconds: own[0]!.atCamera ? cameraSeconds(own) : walkedSeconds(own),
  }));
}

/** The farthest way somebody measured to what stands at one place. */
function wayTo(cards: readonly Card[]): number | null {
  const measured = cards.flatMap(({ walkSeconds }) => walkSeconds ?? []);
  return measured.length === 0 ? null : Math.max(...measured);
}

const cameraSeconds = (cards: readonly Card[]): number =>
  cards.reduce((sum, card) => sum + leftOn(card) * CAMERA_SECONDS, 0);

/** The way is walked once for all that stands there. */
function walkedSeconds(cards: readonly Card[]): number {
  const ways = cards.map(({ walkSeconds }) => walkSeconds ?? UNMEASURED_WALK_SECONDS);
  return Math.max(...ways) + cards.length * AT_UNIT_SECONDS;
}

const sum = (stops: readonly Stop[]): number => stops.reduce((total, { seconds }) => total + seconds, 0);

/** @param members how many share the work, at least one. */
export function dealRounds(stops: readonly Stop[], members: number): Rounds {
  const longestFirst = [...stops].sort((a, b) => b.seconds - a.seconds);
  const greedy = greedyDeal(longestFirst, members);
  const isSmall = stops.length <= EXACT_STOPS;
  const best = isSmall ? exactDeal(longestFirst, members, greedy) : greedy;
  const seconds = Math.max(0, ...best.map(sum));
  const atLeast = Math.max(sum(stops) / members, longestFirst[0]?.seconds ?? 0);
  const order = new Map(stops.map((stop, index) => [stop, index]));
  return {
    stops: best.map((own) => [...own].sort((a, b) => order.get(a)! - order.get(b)!)),
    seconds,
    exact: isSmall || seconds <= atLeast,
  };
}

/** The longest stop left to whoever has least to do. */
function greedyDeal(longestFirst: readonly Stop[], members: number): Stop[][] {
  const rounds: Stop[][] = Array.from({ length: members }, () => []);
  for (const stop of longestFirst) {
    const loads = rounds.map(sum);
    rounds[loads.indexOf(Math.min(...loads))]!.push(stop);
  }
  return rounds;
}

function exactDeal(longestFirst: readonly Stop[], members: number, greedy: Stop[][]): Stop[][] {
  let best = greedy;
  let least = Math.max(0, ...greedy.map(sum));
  const rounds: Stop[][] = Array.from({ length: members }, () => []);
  const loads = rounds.map(() => 0);
  const go = (index: number): void => {
    if (Math.max(...loads) >= least) return;
    if (index === longestFirst.length) {
      best = rounds.map((own) => [...own]);
      least = Math.max(...loads);
      return;
    }
    const stop = longestFirst[index]!;
    // Two members with the same load are the same to whatever comes next.
    const tried = new Set<number>();
    for (let member = 0; member < members; member++) {
      if (tried.has(loads[member]!)) continue;
      tried.add(loads[member]!);
      rounds[member]!.push(stop);
      loads[member]! += stop.seconds;
      go(index + 1);
      loads[member]! -= stop.seconds;
      rounds[member]!.pop();
    }
  };
  go(0);
  return best;
}
