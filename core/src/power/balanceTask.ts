/** A look as a task of balance, and a plan as changes of it. docs/model.md, Balance. */
import { apertures } from '../exposure/aperture.ts';
import { isos } from '../exposure/iso.ts';
import { timesAsFar } from '../exposure/lightFall.ts';
import { shutterMicroseconds, THIRD_LABELS } from '../measure/stops.ts';
import { AT_UNIT_SECONDS, CAMERA_SECONDS, SWAP_SECONDS, UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import { shutterInUse } from '../path/bodyStation.ts';
import type { Change } from '../record/change.ts';
import type { Reading } from '../record/reading.ts';
import type { FieldRef } from '../rig/check.ts';
import type { Body, Light } from '../rig/rig.ts';
import type { Judgement } from '../verdict/judge.ts';
import {
  type BalancePart,
  type BalancePlan,
  type BalanceTask,
  balance,
  DIALS,
  type Lever,
  type LeverSeconds,
} from './balance.ts';
import { cameraOf, dialChanges } from './cameraDials.ts';
import { aimOf } from './lightLevel.ts';
import { type LightPower, lightPowers } from './lightPower.ts';
import { sharedLetters } from './letters.ts';
import { planPowers, type PowerPlan, SAME_STOPS } from './powerPlan.ts';
import { dialStopOf } from './realLight.ts';
import { roomReading } from './room.ts';

/** ISO nobody leaves without need: below it nothing is gained, above it the picture suffers. */
export const LEAST_ISO = 100;
export const MOST_ISO = 6400;
/** Openings most lenses have. */
export const WIDEST_APERTURE = 1.4;
export const SMALLEST_APERTURE = 16;
/** Filters a crew carries for a light, in stops. */
export const DENSITIES_STOPS = [1, 2, 3] as const;
/** As far as a light is moved, in thirds of a stop: to half or to twice its distance. */
const MOST_MOVED_THIRDS = 6;
/** The slowest shutter a camera is held by hand at. */
const SLOWEST = '1/60';

export interface LeftOut {
  light: string;
  why: 'metered' | 'aim' | 'level' | 'control';
  /** What is not recorded of it. */
  unknown: readonly FieldRef[];
  /** The key of the part whose power it has. */
  part: string;
}

export interface LookTask {
  task: BalanceTask;
  body: Body;
  /** Lights that take no part; metered ones set themselves. */
  open: readonly LeftOut[];
  /** The room is to come out somehow, and nobody metered it. */
  roomOpen: boolean;
}

export interface Wanted {
  /** F-number; left out: the body's own. */
  aperture?: number | undefined;
  /** Aims by light, in the place of those recorded. */
  aims?: ReadonlyMap<string, number> | undefined;
  /** How far below or above the aperture the room is wanted; left out: as recorded on the body. */
  room?: number | undefined;
}

export type TaskOrUnknown = LookTask | { task: null; unknown: readonly FieldRef[] };

/** @param readings of the look. */
export function balanceTask(judgement: Judgement, readings: readonly Reading[], wanted: Wanted = {}): TaskOrUnknown {
  const body = cameraOf(judgement.rig);
  if (!body) return { task: null, unknown: [] };
  const { iso, shutter } = body.settings;
  const aperture = wanted.aperture ?? body.settings.aperture;
  if (aperture == null || iso == null || shutter == null) return { task: null, unknown: cameraFields(body, aperture) };
  const open: LeftOut[] = [];
  const byPower = new Map<string, LightPower[]>();
  const powers = lightPowers(judgement, readings);
  const letters = sharedLetters(powers);
  for (const power of powers) {
    const why = leftOut(power, aimIn(power.light, wanted));
    const part = letters.get(power.light.id)?.lights[0]!.light.id ?? power.light.id;
    if (why) open.push({ light: power.light.id, why, unknown: why === 'level' ? power.level.unknown : [], part });
    else byPower.set(part, [...(byPower.get(part) ?? []), power]);
  }
  const parts = [...byPower].map(([key, lights]) => partOf(key, lights, wanted));
  const level = wanted.room ?? body.settings.roomAim ?? null;
  const room = roomReading(body, readings);
  const task: BalanceTask = {
    parts,
    aperture: apertures.stopsOf(aperture),
    dials: dialsOf(body, { iso, shutter, aperture }),
    room: room === null || level === null ? null : { reading: room, level },
  };
  return { task, body, open, roomOpen: room === null && level !== null };
}

const cameraFields = ({ id, settings }: Body, aperture: number | null | undefined): FieldRef[] => [
  ...(aperture == null ? [{ unit: id, field: 'aperture' as const }] : []),
  ...(settings.iso == null ? [{ unit: id, field: 'iso' as const }] : []),
  ...(settings.shutter == null ? [{ unit: id, field: 'shutter' as const }] : []),
];

const aimIn = (light: Light, { aims }: Wanted): number | null => aims?.get(light.id) ?? aimOf(light);

function leftOut({ mode, from, level }: LightPower, aim: number | null): LeftOut['why'] | null {
  if (mode === 'ttl') return 'metered';
  if (from.kind === 'unknown') return 'control';
  if (aim === null) return 'aim';
  return level.stops === null ? 'level' : null;
}

/** Lights told one power count as one: what they give adds up, and the brightest aim among them is theirs. */
function partOf(key: string, lights: readonly LightPower[], wanted: Wanted): BalancePart {
  const [first] = lights;
  const profiles = lights.map(({ light }) => light.profile.power);
  const steps = profiles.flatMap(({ step }) => step ?? []);
  const floors = profiles.flatMap(({ floor }) => floor ?? []);
  const walks = lights.map(({ light }) => light.settings.walkSeconds ?? UNMEASURED_WALK_SECONDS);
  return {
    key,
    lights: lights.map(({ light }) => light.id),
    readings: lights.map(({ light, level }) => ({ stops: level.stops!, dialStop: dialStopOf(light) })),
    // As powerPlan moves them: the brightest stands for all.
    power: Math.max(...lights.map(({ wanted }) => wanted!)),
    range: {
      floor: floors.length === 0 ? null : Math.max(...floors),
      ceiling: Math.min(...profiles.map(({ ceiling }) => ceiling ?? 0)),
      step: steps.length === 0 ? null : Math.max(...steps),
    },
    aim: Math.max(...lights.map(({ light }) => aimIn(light, wanted)!)),
    train: lights.some(({ train }) => train),
    levers: lights.length === 1 ? leversOf(first!.light) : { 'second light': [1] },
    walkSeconds: Math.max(...walks),
  };
}

function leversOf({ settings }: Light): BalancePart['levers'] {
  const { densityLoss, modifierLoss, subjectM } = settings;
  const thirds = Array.from({ length: 2 * MOST_MOVED_THIRDS + 1 }, (_, index) => (index - MOST_MOVED_THIRDS) / 3);
  return {
    density: [...(densityLoss ? [densityLoss] : []), ...DENSITIES_STOPS.map((stops) => -stops)],
    ...(modifierLoss ? { modifier: [modifierLoss] } : {}),
    ...(subjectM == null
      ? {}
      : { distance: thirds.filter((stops) => stops !== 0).sort((a, b) => Math.abs(a) - Math.abs(b)) }),
    'second light': [1],
  };
}

function dialsOf(body: Body, at: { iso: number; shutter: string; aperture: number }): BalanceTask['dials'] {
  const sync = shutterInUse(body)?.syncTime ?? at.shutter;
  const fastest = Math.min(shutterMicroseconds(sync), shutterMicroseconds(at.shutter));
  const slowest = Math.max(shutterMicroseconds(SLOWEST), shutterMicroseconds(at.shutter));
  const times = THIRD_LABELS.map(shutterMicroseconds).filter((us) => us >= fastest - 1 && us <= slowest + 1);
  const within = (label: number, least: number, most: number, own: number) =>
    label >= Math.min(least, own) && label <= Math.max(most, own);
  return {
    iso: isos.thirds
      .filter((label) => within(label, LEAST_ISO, MOST_ISO, at.iso))
      .map((label) => isos.stopsOf(label) - isos.stopsOf(at.iso)),
    shutter: nearestZero(times.map((us) => Math.log2(us / shutterMicroseconds(at.shutter)))),
    aperture: nearestZero(
      apertures.thirds
        .filter((label) => within(label, WIDEST_APERTURE, SMALLEST_APERTURE, at.aperture))
        .map((label) => apertures.stopsOf(label) - apertures.stopsOf(at.aperture)),
    ),
  };
}

/** A dial in halves may stand between thirds; where it stands is always a choice. */
const nearestZero = (stops: readonly number[]): number[] =>
  stops.some((one) => Math.abs(one) < 1e-9) ? stops.map((one) => (Math.abs(one) < 1e-9 ? 0 : one)) : [0, ...stops];

const LEVER_SECONDS: Readonly<Record<Lever, number>> = {
  density: AT_UNIT_SECONDS,
  modifier: AT_UNIT_SECONDS,
  distance: AT_UNIT_SECONDS,
  'second light': SWAP_SECONDS,
};
export const SECONDS: LeverSeconds = { dial: CAMERA_SECONDS, lever: (lever) => LEVER_SECONDS[lever] };

/** Lights told the power of a part of which nobody knows what they add to it. */
export const unmeteredIn = ({ open }: LookTask, { key }: Pick<BalancePart, 'key'>): string[] =>
  open.filter(({ why, part }) => why === 'level' && part === key).map(({ light }) => light);

export const balanceOf = ({ task }: LookTask): BalancePlan | null => balance(task, SECONDS);

/** A plan as changes of the look, with what the simulator says comes of them; a second light is put up by hand. */
export function balanceChanges(
  judgement: Judgement,
  { body }: LookTask,
  plan: BalancePlan,
  wanted: Wanted = {},
): PowerPlan {
  const asked = new Map(
    plan.parts.flatMap(({ part, power }) =>
      part.lights.filter((_, index) => index === 0).map((id) => [id, power - part.power] as const),
    ),
  );
  return planPowers(judgement, asked, [
    ...cameraChanges(judgement, body, plan, wanted),
    ...lightChanges(judgement, plan),
  ]);
}

/** What is wanted of the aperture is turned to first, and what the plan turns comes on top. */
function cameraChanges({ rig }: Judgement, body: Body, { dials }: BalancePlan, wanted: Wanted): Change[] {
  const { aperture } = body.settings;
  const asked =
    wanted.aperture == null || aperture == null ? 0 : apertures.stopsOf(wanted.aperture) - apertures.stopsOf(aperture);
  return DIALS.flatMap((dial) => {
    const stops = (dials.find((one) => one.dial === dial)?.stops ?? 0) + (dial === 'aperture' ? asked : 0);
    return Math.abs(stops) < SAME_STOPS ? [] : dialChanges(rig, dial, stops);
  });
}

/** Metres to the centimetre: nobody places a light nearer than that. */
const centimetres = (metres: number): number => Math.round(metres * 100) / 100;

function lightChanges({ rig }: Judgement, { parts }: BalancePlan): Change[] {
  return parts.flatMap(({ part, levers }) => {
    const { id, settings } = rig.placed.get(part.lights[0]!)!;
    return levers.flatMap(({ lever, stops }): Change[] => {
      if (lever === 'second light') return [];
      if (lever === 'distance') {
        const to = centimetres(settings.subjectM! * timesAsFar(stops));
        return [{ unit: id, setting: 'subjectM', from: settings.subjectM, to }];
      }
      const setting = lever === 'density' ? 'densityLoss' : 'modifierLoss';
      return [
        { unit: id, setting, from: settings[setting], to: Math.max(0, (settings[setting] ?? 0) - stops) || null },
      ];
    });
  });
}
