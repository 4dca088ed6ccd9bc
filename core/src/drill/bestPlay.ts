/** What a drill takes by the checks that tell most, from what was seen first to all firing as planned. docs/model.md, Drills. */
import { PRESS_SECONDS, standsAt, walkBetween } from '../diagnose/checks.ts';
import { type Fault } from '../diagnose/fault.ts';
import { Reality } from '../diagnose/reality.ts';
import { errandOf, SWAP_SECONDS } from '../mend/cost.ts';
import type { Taken } from '../record/drill.ts';
import type { Done, Sighting } from '../record/incident.ts';
import type { Symptom } from '../record/incidentTerms.ts';
import { channelRangeOf } from '../rig/net.ts';
import type { Rig } from '../rig/rig.ts';
import { hunt } from './hunt.ts';
import { StagedGear } from './stagedGear.ts';

/** More searches one after the other are in no drill. */
const MOST_SEARCHES = 6;

/** @returns null where no order of checks comes to an end of it. */
export function bestPlay(plan: Rig, faults: readonly Fault[], seen: readonly Sighting[]): Taken | null {
  let gear = new StagedGear(plan, faults);
  let reality = new Reality(plan);
  let now: readonly Sighting[] = seen;
  const taken: Taken = { seconds: 0, steps: 0 };
  for (let search = 0; search < MOST_SEARCHES; search++) {
    const before = stateOf(gear);
    const found = hunt(gear, now, { reality });
    add(taken, found);
    if (!gear.isWell) {
      const otherwise = mendedOtherwise(gear, found.last.causes[0]?.faults ?? []);
      add(taken, otherwise);
      if (otherwise.moved.length > 0) {
        gear = gear.planned(otherwise.moved);
        reality = new Reality(gear.plan);
      }
    }
    const shots = gear.shots();
    add(taken, { steps: shots.length, seconds: PRESS_SECONDS * shots.length });
    if (gear.isWell) return taken;
    if (stateOf(gear) === before) return null;
    now = firstOdd(gear);
  }
  return null;
}

function add(taken: Taken, more: Taken): void {
  taken.seconds += more.seconds;
  taken.steps += more.steps;
}

/** Everything anybody can see. */
const stateOf = (gear: StagedGear): string => JSON.stringify([gear.sightings(), [...gear.strays()]]);

/**
 * All lights in the first shot in which one does otherwise than planned, or else when one fires for others; none where all do
 * as planned.
 */
export function firstOdd(gear: StagedGear): Sighting[] {
  const plain = new StagedGear(gear.plan, []);
  const shots = gear.shots();
  for (const shot of shots) {
    const [really, planned] = [gear.press(shot), plain.press(shot)];
    if ([...really].some(([light, saw]) => saw !== planned.get(light))) return sightingsOf(shot, really);
  }
  const [shot] = shots;
  const planned = plain.strays();
  const strays = [...gear.strays()].filter((light) => !planned.has(light));
  if (!shot || strays.length === 0) return [];
  const others = strays.map((light): Sighting => ({ light, ...shot, saw: 'others' }));
  return [...others, ...sightingsOf(shot, gear.press(shot)).filter(({ light }) => !strays.includes(light))];
}

const sightingsOf = (
  shot: Pick<Sighting, 'body' | 'attitude'>,
  seen: ReadonlyMap<string, Symptom | null>,
): Sighting[] => [...seen].flatMap(([light, saw]) => (saw === null ? [] : [{ light, ...shot, saw }]));

interface Otherwise extends Taken {
  /** What is now planned otherwise. */
  moved: Done[];
}

/** What no setting of the unit puts right: another unit, or another channel. */
function mendedOtherwise(gear: StagedGear, faults: readonly Fault[]): Otherwise {
  const all: Otherwise = { seconds: 0, steps: 0, moved: [] };
  for (const { unit, field } of faults) {
    if (field === 'firmware') {
      gear.swap(unit);
      add(all, { steps: 1, seconds: SWAP_SECONDS + there(gear.plan, unit) });
    }
    if (field !== 'crew' && field !== 'emitter') continue;
    const moves = freeChannel(gear, unit);
    gear.set(moves);
    all.moved.push(...moves);
    add(all, movingCost(gear.plan, moves));
  }
  return all;
}

/** Out and back. */
const there = (rig: Rig, unit: string): number => 2 * walkBetween(rig, null, standsAt(rig, unit));

/** One visit to each unit that is moved. */
const movingCost = (rig: Rig, moves: readonly Done[]): Taken => ({
  steps: moves.length,
  seconds: moves.reduce((sum, { unit, to }) => {
    const change = { unit, setting: 'channel', from: null, to } as const;
    return sum + (errandOf(rig, { ...change, to: to as number })?.seconds ?? 0) + there(rig, unit);
  }, 0),
});

/** Everything on a sender's net moved to the first channel on which the fewest lights do otherwise than planned. */
function freeChannel(gear: StagedGear, sender: string): Done[] {
  const { plan } = gear;
  const own = plan.placed.get(sender);
  const range = own && channelRangeOf(plan, own);
  if (!own || !range) return [];
  const { channel, family } = own.settings;
  const units = [...plan.placed.values()].filter(
    ({ settings }) => settings.channel === channel && (family == null || settings.family === family),
  );
  let best: { moves: Done[]; odd: number } = { moves: [], odd: oddCount(gear) };
  for (let to = range.from; to <= range.to; to++) {
    if (to === channel) continue;
    const moves = units.map(({ id }): Done => ({ unit: id, setting: 'channel', to }));
    const odd = oddCount(gear.with(moves));
    if (odd < best.odd) best = { moves, odd };
  }
  return best.moves;
}

function oddCount(gear: StagedGear): number {
  const plain = new StagedGear(gear.plan, []);
  const [planned, strays] = [new Set(plain.sightings().map((one) => JSON.stringify(one))), plain.strays()];
  return (
    gear.sightings().filter((one) => !planned.has(JSON.stringify(one))).length +
    [...gear.strays()].filter((light) => !strays.has(light)).length
  );
}
