/** The energy of an evening: what every light is left with after each moment. docs/model.md, Energy of an evening. */
import type { Moment } from '../record/event.ts';
import { wantedPower } from '../path/delivery.ts';
import { type FieldRef, missing } from '../rig/check.ts';
import type { Light, Rig } from '../rig/rig.ts';
import { popsOf } from '../shot/pulseShape.ts';
import { cellsFactor, popsBorne } from '../shot/recycle.ts';
import { type Discharge, discharge, LOW_CHARGE, NEARLY_EMPTY_CHARGE, type Row } from './discharge.ts';

/** What metering is taken to ask for: nobody knows, and in a room it is seldom full. */
export const METERED_POWER = -3;
/** A set is changed before a moment that would leave less than this: what is left then charges too slowly. */
export const RESERVE_CHARGE = 0.1;
/** A new set. */
const FRESH = 1;

/** A moment with the look it uses, joined with the kit; null where it uses none. */
export interface EveningMoment {
  moment: Pick<Moment, 'id' | 'name' | 'time' | 'minutes' | 'frames' | 'noFlash'>;
  rig: Rig | null;
}

export interface LightMoment {
  moment: string;
  light: string;
  /** Pops of all its frames. */
  pops: number;
  /** Stops below full, as it is counted. */
  power: number;
  /** Metering decides: it is counted as METERED_POWER. */
  metered: boolean;
  /** A set is put in before it begins. */
  swapBefore: boolean;
  before: number;
  result: Discharge;
  /** Seconds from frame to frame as they are wanted; null where nobody recorded frames and minutes, or a pace. */
  between: number | null;
}

export interface LightEvening {
  light: string;
  /** On mains, and so always charged. */
  mains: boolean;
  moments: readonly LightMoment[];
  /** Sets of cells put in over the evening. */
  swaps: number;
  /** What is not recorded, so that its charge, its pace or its heat cannot be said. */
  unknown: readonly FieldRef[];
}

export interface Evening {
  lights: readonly LightEvening[];
  /** Moments whose frames nobody recorded: they are left out. */
  unframed: readonly string[];
  /** Moments of which nobody recorded the pace, so that no frame can be called late. */
  unpaced: readonly string[];
}

/** How powers and gear are tried otherwise. */
export interface Trial {
  /** Stops all lights give less. */
  less?: number;
  /** Stops one of them gives less. */
  of?: { light: string; less: number };
}

export function eveningOf(moments: readonly EveningMoment[], trial: Trial = {}): Evening {
  const lights = new Map<string, LightMoment[]>();
  const unknown = new Map<string, Map<string, FieldRef>>();
  const mains = new Map<string, boolean>();
  const charges = new Map<string, number>();
  const unframed: string[] = [];
  const unpaced: string[] = [];
  for (const { moment, rig } of moments) {
    if (!rig || moment.noFlash === true) continue;
    if (moment.frames == null) {
      unframed.push(moment.id);
      continue;
    }
    if (paceOfMoment(rig, moment) === null) unpaced.push(moment.id);
    for (const light of rig.lights) {
      if (rig.strangers.has(light.id) || light.settings.on === false || light.settings.lamp === false) continue;
      note(unknown, light.id, missingOf(light));
      mains.set(light.id, isOnMains(light));
      const spent = spend(light, moment, { rig, charge: charges.get(light.id) ?? startingCharge(light), trial });
      if (!spent) continue;
      charges.set(light.id, spent.result.left);
      lights.set(light.id, [...(lights.get(light.id) ?? []), spent]);
    }
  }
  const all = [...unknown.keys()].map((light): LightEvening => {
    const of = lights.get(light) ?? [];
    const swaps = of.reduce((sum, { swapBefore, result }) => sum + Number(swapBefore) + result.swaps.length, 0);
    return { light, mains: mains.get(light)!, moments: of, swaps, unknown: [...unknown.get(light)!.values()] };
  });
  return { lights: all.sort((a, b) => (a.light < b.light ? -1 : 1)), unframed, unpaced };
}

const isOnMains = ({ profile }: Light): boolean => profile.cells?.kind?.toLowerCase() === 'mains';

/** What somebody noted of its cells; a fresh set where nobody did. */
function startingCharge({ settings: { cells } }: Light): number {
  if (cells === 'low') return LOW_CHARGE;
  if (cells === 'nearly empty') return NEARLY_EMPTY_CHARGE;
  return cells === 'flat' ? 0 : FRESH;
}

function note(unknown: Map<string, Map<string, FieldRef>>, light: string, fields: readonly FieldRef[]): void {
  const known = unknown.get(light) ?? new Map<string, FieldRef>();
  for (const ref of fields) known.set(ref.field, ref);
  unknown.set(light, known);
}

const missingOf = (light: Light): FieldRef[] => {
  const { profile, settings } = light;
  return missing(
    ...(isOnMains(light) ? [] : ([[light.id, 'profile.cells.fullPops', profile.cells?.fullPops]] as const)),
    [light.id, 'profile.recycle.full', profile.recycle?.full],
    [light.id, 'profile.recycle.floor', profile.recycle?.floor],
    ...(settings.mode === 'ttl' ? [] : ([[light.id, 'power', settings.power]] as const)),
  );
};

interface Spending {
  rig: Rig;
  charge: number;
  trial: Trial;
}

/** Null where nobody recorded at what power it fires. */
function spend(light: Light, moment: EveningMoment['moment'], { rig, charge, trial }: Spending): LightMoment | null {
  const metered = light.settings.mode === 'ttl';
  const set = metered ? METERED_POWER : wantedPower(light);
  if (set === null) return null;
  const less = (trial.less ?? 0) + (trial.of?.light === light.id ? trial.of.less : 0);
  const power = Math.max(light.profile.power.floor ?? -Infinity, set - less);
  const between = paceOfMoment(rig, moment);
  const row = rowOf(light, power, { frames: moment.frames!, between: between ?? 0 });
  const needs = row.frames * row.each;
  const swapBefore = needs > 0 && charge < FRESH && charge - needs < RESERVE_CHARGE;
  const before = swapBefore ? FRESH : charge;
  const result = discharge(row, before);
  const pops = row.frames * popsOf(light);
  return { moment: moment.id, light: light.id, pops, power, metered, swapBefore, before, result, between };
}

/** Seconds from frame to frame: as a body shoots in this look, or else the frames spread over the moment. */
function paceOfMoment({ bodies, strangers }: Rig, { frames, minutes }: EveningMoment['moment']): number | null {
  const paces = bodies.flatMap(({ id, settings }) => (strangers.has(id) ? [] : (settings.secondsBetween ?? [])));
  if (paces.length > 0) return Math.min(...paces);
  return minutes == null || frames == null ? null : (minutes * 60) / frames;
}

/** @param power in stops below full. */
export function rowOf(light: Light, power: number, { frames, between }: { frames: number; between: number }): Row {
  const { recycle, cells, heat } = light.profile;
  // The pops of one frame come out of one charge.
  const energy = popsOf(light) * 2 ** power;
  const borne = popsBorne(light, Math.log2(energy));
  const seconds = recycle?.full == null || recycle.floor == null ? 0 : Math.max(recycle.floor, recycle.full * energy);
  const isCounted = !isOnMains(light) && cells?.fullPops != null;
  return {
    frames,
    each: isCounted ? energy / cells!.fullPops! : 0,
    recycle: seconds * (light.settings.cells === 'cold' ? cellsFactor(light) : 1),
    between,
    heat: borne === null || heat?.restSeconds == null ? null : { frames: borne, restSeconds: heat.restSeconds },
  };
}

/** Whether a light gives every frame of every moment in time, without a set put in on the way and without a pause. */
export const holds = ({ moments }: LightEvening): boolean =>
  moments.every(({ result }) => result.swaps.length === 0 && result.slowFrom === null && result.pauses === 0);
