/**
 * Powers that make every light read what it is to read, and the fewest changes where powers alone do not. docs/model.md,
 * Balance. All in stops; readings above f/1.
 */
import { POWER_TOLERANCE_STOPS } from '../exposure/powerScale.ts';
import { exactStep, nearestPower, type PowerRange } from '../exposure/powerSteps.ts';
import { sumOfReadings } from '../exposure/reading.ts';

/** What may be done at a light, besides its power. */
export const LEVERS = ['density', 'modifier', 'distance', 'second light'] as const;
export type Lever = (typeof LEVERS)[number];
export const DIALS = ['iso', 'shutter', 'aperture'] as const;
export type Dial = (typeof DIALS)[number];

export interface PartReading {
  stops: number;
  /** Stops of light for one on its dial. */
  dialStop: number;
}

/** Lights that share one power. */
export interface BalancePart {
  key: string;
  lights: readonly string[];
  /** What each of them reads at `power`. */
  readings: readonly PartReading[];
  power: number;
  range: PowerRange;
  /** What they are to read, above the camera's aperture. */
  aim: number;
  /** They fire in high-speed sync: the shutter counts for them. */
  train: boolean;
  /** Stops each lever can add, none of them 0; the nearest to 0 first. */
  levers: Readonly<Partial<Record<Lever, readonly number[]>>>;
  /** Seconds it takes to walk there and back. */
  walkSeconds: number;
}

export interface BalanceTask {
  parts: readonly BalancePart[];
  /** The camera's aperture, above f/1. */
  aperture: number;
  /** Stops each dial may be turned, 0 among them: more ISO, a longer time, a smaller opening are over 0. */
  dials: Readonly<Record<Dial, readonly number[]>>;
  /** The light of the room, and how far below or above the aperture it is wanted; null where that is no matter. */
  room: { reading: number; level: number } | null;
}

export interface PartPlan {
  part: BalancePart;
  power: number;
  predicted: number;
  /** Predicted less wanted. */
  off: number;
  levers: readonly { lever: Lever; stops: number }[];
}

export interface BalancePlan {
  dials: readonly { dial: Dial; stops: number }[];
  parts: readonly PartPlan[];
  /** All lights together, at one place. */
  total: number;
  /** The camera's aperture then. */
  aperture: number;
  /** What the room reads then; null where it is not recorded. */
  room: number | null;
  changes: number;
  seconds: number;
}

/** Half a third: the room is as wanted within the rounding of a dial. */
const ROOM_TOLERANCE_STOPS = 1 / 6;
/** Rounding of thirds. */
const STOPS_SLACK = 1e-6;

/** What a change costs in seconds: at the camera, at the light, another light put up. */
export interface LeverSeconds {
  dial: number;
  lever: (lever: Lever) => number;
}

/** @returns null where no set of the changes allowed makes it fit. */
export function balance(task: BalanceTask, seconds: LeverSeconds): BalancePlan | null {
  let best: BalancePlan | null = null;
  const known = new Map<string, PartPlan | null>();
  for (const turned of turnsOf(task)) {
    const dials = turned.filter(({ stops }) => stops !== 0);
    // Nothing that turns more dials than the best has changes can be better.
    if (best && dials.length > best.changes) continue;
    const parts = task.parts.map((part) => fitted(task, part, turned, { seconds, known }));
    if (!parts.every((part) => part !== null)) continue;
    const plan = planOf(task, dials, parts, seconds);
    if (!best || isBetter(plan, best)) best = plan;
  }
  return best;
}

type Turned = readonly { dial: Dial; stops: number }[];
const by = (turned: Turned, dial: Dial): number => turned.find((one) => one.dial === dial)!.stops;

/** Every way to turn the camera's dials that leaves the room as wanted, the least turned first. */
function turnsOf({ dials, room, aperture, parts }: BalanceTask): Turned[] {
  const turns: Turned[] = [];
  const followsShutter = parts.some(({ train }) => train);
  for (const iso of dials.iso) {
    for (const opening of dials.aperture) {
      for (const shutter of dials.shutter) {
        const off = room === null ? 0 : room.reading + iso + shutter - (aperture + opening) - room.level;
        if (Math.abs(off) > ROOM_TOLERANCE_STOPS + STOPS_SLACK) continue;
        // The shutter is left alone where it does nothing that anybody asked for.
        if (shutter !== 0 && room === null && !followsShutter) continue;
        turns.push([
          { dial: 'iso', stops: iso },
          { dial: 'shutter', stops: shutter },
          { dial: 'aperture', stops: opening },
        ]);
      }
    }
  }
  return turns.sort((a, b) => count(a) - count(b));
}

const count = (turned: Turned): number => turned.filter(({ stops }) => stops !== 0).length;

interface Search {
  seconds: LeverSeconds;
  /** By part and by what the dials do to it: many ways to turn them come to the same. */
  known: Map<string, PartPlan | null>;
}

/** The fewest levers with which a part comes out right; null where none do. */
function fitted(task: BalanceTask, part: BalancePart, turned: Turned, { seconds, known }: Search): PartPlan | null {
  const given = by(turned, 'iso') + (part.train ? by(turned, 'shutter') : 0);
  const wanted = task.aperture + by(turned, 'aperture') + part.aim;
  const key = `${part.key} ${(wanted - given).toFixed(6)}`;
  let plan = known.get(key);
  if (plan === undefined) known.set(key, (plan = leastLevers(part, wanted - given, seconds)));
  return plan && { ...plan, predicted: plan.predicted + given, levers: plan.levers };
}

/** @param wanted what it must read with the dials as they are now. */
function leastLevers(part: BalancePart, wanted: number, seconds: LeverSeconds): PartPlan | null {
  let best: { plan: PartPlan; cost: number; moved: number } | null = null;
  for (const levers of leverSets(part)) {
    if (best && levers.length > best.plan.levers.length) break;
    const moved = levers.reduce((sum, { stops }) => sum + stops, 0);
    const power = nearestPower(powerReading(part, wanted - moved), part.range);
    const predicted = readingAt(part, power) + moved;
    if (Math.abs(predicted - wanted) > toleranceOf(part) + STOPS_SLACK) continue;
    const cost = levers.reduce((sum, { lever }) => sum + seconds.lever(lever), 0);
    const size = levers.reduce((sum, { stops }) => sum + Math.abs(stops), 0);
    const isCheaper = best === null || cost < best.cost || (cost === best.cost && size < best.moved - STOPS_SLACK);
    if (isCheaper) best = { plan: { part, power, predicted, off: predicted - wanted, levers }, cost, moved: size };
  }
  return best?.plan ?? null;
}

/** What they read together at a power of their dials. */
export const readingAt = ({ readings, power }: BalancePart, at: number): number =>
  sumOfReadings(readings.map(({ stops, dialStop }) => stops + dialStop * (at - power)));

/** The power at which they read that together, beyond their limits too: p' = p + (T - R) / k. */
function powerReading(part: BalancePart, wanted: number): number {
  const dialStops = part.readings.map(({ dialStop }) => dialStop);
  const [least, most] = [Math.min(...dialStops), Math.max(...dialStops)];
  const short = wanted - readingAt(part, part.power);
  if (least === most) return part.power + short / least;
  // Dials of their own: what they give together lies between the flattest and the steepest of them.
  let [low, high] = [part.power + short / least, part.power + short / most].sort((a, b) => a - b) as [number, number];
  while (high - low > STOPS_SLACK) {
    const middle = (low + high) / 2;
    if (readingAt(part, middle) > wanted) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/** Rounding to its own steps is no fault: half a step, and at least what nobody sees. */
export const toleranceOf = ({ range: { step }, readings }: Pick<BalancePart, 'range' | 'readings'>): number =>
  step == null
    ? POWER_TOLERANCE_STOPS
    : Math.max(POWER_TOLERANCE_STOPS, (exactStep(step) / 2) * Math.max(...readings.map(({ dialStop }) => dialStop)));

/** Every choice of levers, the fewest first. */
function leverSets({ levers }: BalancePart): { lever: Lever; stops: number }[][] {
  let sets: { lever: Lever; stops: number }[][] = [[]];
  for (const lever of LEVERS) {
    const each = (levers[lever] ?? []).map((stops) => ({ lever, stops }));
    sets = [...sets, ...sets.flatMap((set) => each.map((one) => [...set, one]))];
  }
  return sets.sort((a, b) => a.length - b.length);
}

function planOf(
  { aperture, room }: BalanceTask,
  dials: BalancePlan['dials'],
  parts: readonly PartPlan[],
  seconds: LeverSeconds,
): BalancePlan {
  const turned = (dial: Dial) => dials.find((one) => one.dial === dial)?.stops ?? 0;
  const atLights = parts.filter(({ levers }) => levers.length > 0);
  return {
    dials,
    parts,
    total: sumOfReadings(parts.map(({ predicted }) => predicted)),
    aperture: aperture + turned('aperture'),
    room: room && room.reading + turned('iso') + turned('shutter'),
    changes: dials.length + atLights.reduce((sum, { levers }) => sum + levers.length, 0),
    seconds:
      dials.length * seconds.dial +
      atLights.reduce(
        (sum, { part, levers }) =>
          sum + part.walkSeconds + levers.reduce((all, { lever }) => all + seconds.lever(lever), 0),
        0,
      ),
  };
}

/** Fewer changes, then fewer seconds, then what turns the dials least, then what gives the most light away last. */
function isBetter(a: BalancePlan, b: BalancePlan): boolean {
  if (a.changes !== b.changes) return a.changes < b.changes;
  if (a.seconds !== b.seconds) return a.seconds < b.seconds;
  const size = ({ dials, parts }: BalancePlan) =>
    [...dials, ...parts.flatMap(({ levers }) => levers)].reduce((sum, { stops }) => sum + Math.abs(stops), 0);
  if (Math.abs(size(a) - size(b)) > STOPS_SLACK) return size(a) < size(b);
  const place = ({ dials }: BalancePlan) => dials.reduce((sum, { dial }) => sum + DIALS.indexOf(dial), 0);
  return place(a) < place(b);
}
