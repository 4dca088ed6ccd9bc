/** Makes a drill: a look, faults hidden in it that can be found, and what is seen to begin with. docs/model.md, Drills. */
import { type Fault } from '../diagnose/fault.ts';
import { faultLibrary } from '../diagnose/faultLibrary.ts';
import { FAULT_WEIGHTS, weighedAs } from '../diagnose/faultWeights.ts';
import { SeededDraw } from '../measure/seededDraw.ts';
import { leastWork } from '../mend/leastWork.ts';
import { isSameValue, withChanges } from '../record/change.ts';
import type { Hidden, Staged, Taken } from '../record/drill.ts';
import type { Incident, Sighting } from '../record/incident.ts';
import type { Look } from '../record/look.ts';
import { buildRig, type KitIndex, type Rig } from '../rig/rig.ts';
import { likelihoodOf } from '../verdict/symptom.ts';
import { bestPlay, firstOdd } from './bestPlay.ts';
import { drillLook } from './drillLook.ts';
import { type Level, LEVELS, OTHERS, WEATHER } from './levels.ts';
import { StagedGear } from './stagedGear.ts';

/** So many sets of faults are tried before a look is given up. */
const MOST_SETS_TRIED = 40;

export interface Staging {
  kit: KitIndex;
  source: 'look' | 'practice';
  /** One of them is drawn. */
  looks: readonly Look[];
  /** From 1. */
  level: number;
  seed: string;
  /** Told the share of the tries made, 0 to 1. */
  onStep?: (share: number) => void;
}

/** @returns null where nothing can be hidden in any of the looks so that it can be found. */
export function stageDrill({ kit, source, looks, level, seed, onStep }: Staging): Staged | null {
  const how = LEVELS[level - 1];
  if (!how) return null;
  const draw = new SeededDraw(`${level} ${seed}`);
  const whole = source === 'practice' ? looks.map((look) => mended(kit, look)) : looks;
  const small = draw.shuffled(whole).flatMap((look) => drillLook(kit, look, how, draw) ?? []);
  for (const [at, look] of fullest(kit, small, how).entries()) {
    const plan = buildRig(kit, look);
    const hide = () => drawFaults(plan, how, draw);
    const found = hiddenWell(plan, hide, (share) => onStep?.((at + share) / small.length));
    if (found) return { source, level, seed, look, ...found };
  }
  return null;
}

/** What the planner makes of it: what ships with the app is full of faults of its own. */
export const mended = (kit: KitIndex, look: Look): Look => withChanges(look, leastWork(buildRig(kit, look)).changes);

/** Those with as many lights as are wanted come first, in the order drawn. */
function fullest(kit: KitIndex, looks: readonly Look[], { lights }: Level): Look[] {
  const countOf = (look: Look) => Math.min(lights, buildRig(kit, look).lights.length);
  return [...looks].sort((a, b) => countOf(b) - countOf(a));
}

/** The same fault once more; of what it was set to only the unit and the field are known. */
export function stageIncident(kit: KitIndex, look: Look, { id, ended }: Incident): Staged | null {
  const causes = ended?.cause ?? [];
  const draw = new SeededDraw(id);
  const plan = buildRig(kit, look);
  const library = faultLibrary(plan);
  const hide = (): Fault[] =>
    causes.flatMap(
      ({ unit, field }) => draw.pick(library.filter((one) => one.unit === unit && one.field === field)) ?? [],
    );
  const found = hiddenWell(plan, () => {
    const faults = hide();
    return faults.length === causes.length ? faults : [];
  });
  return found && { source: 'incident', seed: id, look, ...found };
}

type Found = Pick<Staged, 'hidden' | 'seen' | 'best'>;

/** Tries sets of faults until one shows, and can be found. */
function hiddenWell(plan: Rig, hide: () => readonly Fault[], onStep?: (share: number) => void): Found | null {
  for (let tries = 0; tries < MOST_SETS_TRIED; tries++) {
    onStep?.(tries / MOST_SETS_TRIED);
    const faults = hide();
    if (faults.length === 0) continue;
    const seen = shown(plan, faults);
    const best: Taken | null = seen && bestPlay(plan, faults, seen);
    if (seen && best) return { hidden: faults.map(asHidden), seen, best };
  }
  return null;
}

const asHidden = ({ unit, field, to }: Fault): Hidden => ({ unit, field, to: to as Hidden['to'] });

/** As it was hidden; null where the kit is no longer one in which it could be. */
export function faultsOf(plan: Rig, hidden: readonly Hidden[]): Fault[] | null {
  const library = faultLibrary(plan);
  const faults = hidden.map(({ unit, field, to }) =>
    library.find((one) => one.unit === unit && one.field === field && isSameValue(one.to, (to ?? null) as Fault['to'])),
  );
  return faults.includes(undefined) ? null : (faults as Fault[]);
}

/** At different units, each from a row drawn as often as it comes. */
function drawFaults(plan: Rig, level: Level, draw: SeededDraw): Fault[] {
  const byRow = new Map<string, Fault[]>();
  for (const fault of faultLibrary(plan)) {
    const row = weighedAs(fault.field);
    if (!OTHERS.includes(row) || level.isEvening) byRow.set(row, [...(byRow.get(row) ?? []), fault]);
  }
  const among = (rows: readonly string[], taken: readonly Fault[]): Fault | undefined => {
    const row = draw.weighed(rows, (one) => FAULT_WEIGHTS[one] ?? 0);
    const open = row === undefined ? [] : byRow.get(row)!;
    return draw.pick(open.filter(({ unit }) => !taken.some((one) => one.unit === unit)));
  };
  const all = [...byRow.keys()];
  const common = all.filter((row) => !OTHERS.includes(row) && FAULT_WEIGHTS[row]! >= level.leastWeight);
  const kinds = level.isEvening ? [OTHERS, WEATHER] : [];
  const faults: Fault[] = [];
  for (let index = 0; index < level.faults; index++) {
    const rows = kinds[index]?.filter((row) => byRow.has(row)) ?? common;
    const fault = among(rows, faults);
    if (!fault || !shown(plan, [fault])) return [];
    faults.push(fault);
  }
  return faults;
}

/** The first press in which something is seen that is not as planned; null where nobody would notice, or could say. */
function shown(plan: Rig, faults: readonly Fault[]): Sighting[] | null {
  const gear = new StagedGear(plan, faults);
  const plain = new StagedGear(plan, []);
  const seen = firstOdd(gear);
  const isOdd = seen.some(({ light, body, attitude, saw }) => {
    if (saw === 'others') return true;
    const verdict = plain.verdict(light, { body, attitude });
    return verdict !== null && likelihoodOf(saw, verdict) === 0;
  });
  return isOdd && gear.sightings().length === plain.sightings().length ? seen : null;
}
