/** How bright a light is where it falls: from a reading of it, or from its guide number. docs/model.md, Levels. */
import { apertures } from '../exposure/aperture.ts';
import { guideNumberAt, readingByGuideNumber } from '../exposure/guideNumber.ts';
import { highSpeedLoss } from '../exposure/highSpeedLoss.ts';
import { isos } from '../exposure/iso.ts';
import { lossOf, stopsByDistance } from '../exposure/lightFall.ts';
import { stopsByPops } from '../exposure/pops.ts';
import type { MeteredLight, Reading } from '../record/reading.ts';
import type { Settings } from '../record/settings.ts';
import { type FieldRef, fieldRef, missing } from '../rig/check.ts';
import type { Body, Light } from '../rig/rig.ts';
import { usualAim } from './aims.ts';
import { dialStopOf, guideNumbersOf, lossOfTrain } from './realLight.ts';
import { popsOf } from '../shot/pulseShape.ts';

export interface LightLevel {
  /** Stops above f/1 at the body's ISO and shutter; null where it cannot be said. */
  stops: number | null;
  /** The reading it rests on; null where the guide number is all there is. */
  reading: Reading | null;
  /** What is not recorded where `stops` is null. */
  unknown: readonly FieldRef[];
}

/** What of a light and its shot its level hangs on. */
export interface Lit {
  light: Light;
  body: Body;
  /** In stops below full; null while metering decides, or nobody recorded it. */
  power: number | null;
  /** It fires in high-speed sync. */
  train: boolean;
}

/** What stands between a light and what it lights, as settings name it. */
export const lossIn = ({
  modifierLoss,
  gelLoss,
  densityLoss,
}: Pick<Settings, 'modifierLoss' | 'gelLoss' | 'densityLoss'>) =>
  lossOf({ modifier: modifierLoss, gel: gelLoss, density: densityLoss });

/** How a light stands as it is set, in the shape a reading keeps. */
export function brightnessOf({ settings }: Light): MeteredLight {
  const { power, subjectM, zoomMm, modifierLoss, gelLoss, densityLoss } = settings;
  return { power, subjectM, zoomMm, modifierLoss, gelLoss, densityLoss };
}

/** The light and the camera as they stood when a reading was taken. */
export function asMetered({ light, body, train }: Omit<Lit, 'power'>, { lights, iso, shutter }: Reading): Lit {
  const then = lights[light.id]!;
  const blank = { power: null, subjectM: null, zoomMm: null, modifierLoss: null, gelLoss: null, densityLoss: null };
  return {
    light: { ...light, settings: { ...light.settings, ...blank, ...then } },
    body: { ...body, settings: { ...body.settings, iso, shutter } },
    power: then.power ?? null,
    train,
  };
}

/** Readings closer than this to what was expected agree, in stops: a meter held a little otherwise. */
export const AGREE_STOPS = 0.2;

/** Readings of this light alone, the latest first. */
export const soloReadings = (readings: readonly Reading[], light: string): Reading[] =>
  readings
    .filter(({ lights }) => light in lights && Object.keys(lights).length === 1)
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));

/** @param readings of the look; the latest of this light alone counts. */
export function lightLevel(lit: Lit, readings: readonly Reading[]): LightLevel {
  const [reading] = soloReadings(readings, lit.light.id);
  return reading ? levelByReading(lit, reading) : levelByGuideNumber(lit);
}

/** What a reading of a light alone says of it as it is set now. */
export function levelByReading(lit: Lit, reading: Reading): LightLevel {
  const { light, body, power } = lit;
  const then = reading.lights[light.id]!;
  const { settings } = light;
  const zoom = zoomBetween(light, then.zoomMm ?? null);
  const distance = distanceBetween(light, then.subjectM ?? null);
  const train = trainBetween(lit, reading);
  const unknown = [
    ...missing([body.id, 'iso', body.settings.iso], [light.id, 'power', power], [light.id, 'power', then.power]),
    ...zoom.unknown,
    ...distance.unknown,
    ...train.unknown,
  ];
  if (unknown.length > 0) return { stops: null, reading, unknown };
  const stops =
    reading.stops +
    dialStopOf(light) * (power! - then.power!) +
    (isos.stopsOf(body.settings.iso!) - isos.stopsOf(reading.iso)) -
    (lossIn(settings) - lossIn(then)) +
    distance.stops +
    zoom.stops +
    train.stops;
  return { stops, reading, unknown: [] };
}

interface Shift {
  stops: number;
  unknown: readonly FieldRef[];
}
const NO_SHIFT: Shift = { stops: 0, unknown: [] };

function distanceBetween({ id, settings }: Light, then: number | null): Shift {
  const now = settings.subjectM ?? null;
  if (now === then) return NO_SHIFT;
  if (now === null || then === null) return { stops: 0, unknown: [fieldRef(id, 'subjectM')] };
  return { stops: stopsByDistance(then, now), unknown: [] };
}

function zoomBetween(light: Light, then: number | null): Shift {
  const { id, settings } = light;
  const now = settings.zoomMm ?? null;
  if (now === then) return NO_SHIFT;
  if (now === null || then === null) return { stops: 0, unknown: [fieldRef(id, 'zoomMm')] };
  const [a, b] = [then, now].map((zoom) => guideNumberAt(guideNumbersOf(light), zoom));
  if (a == null || b == null) return { stops: 0, unknown: [fieldRef(id, 'profile.guideNumbers')] };
  return { stops: 2 * Math.log2(b / a), unknown: [] };
}

/** In high-speed sync the shutter counts: what the reading was taken at, and what is set. */
function trainBetween({ light, body, train }: Lit, reading: Reading): Shift {
  const { shutter } = body.settings;
  if (!train || shutter == null || shutter === reading.shutter) return NO_SHIFT;
  const lost = lossOfTrain(light);
  if (lost === null) return { stops: 0, unknown: [fieldRef(light.id, 'profile.hssLoss.stops')] };
  const loss = (label: string) => highSpeedLoss(lost, label);
  // A reading at a slower shutter was taken without the train, as far as that shutter took nothing by it.
  return { stops: loss(reading.shutter) - loss(shutter), unknown: [] };
}

export function levelByGuideNumber({ light, body, power, train }: Lit): LightLevel {
  const { settings } = light;
  const { iso, shutter } = body.settings;
  const numbers = guideNumbersOf(light);
  const zoom = settings.zoomAuto === true ? null : (settings.zoomMm ?? null);
  const guideNumber = guideNumberAt(numbers, zoom);
  const loss = train ? lossOfTrain(light) : null;
  const isZoomOpen = numbers.length > 0 && guideNumber === null && zoom === null;
  const unknown = missing(
    [body.id, 'iso', iso],
    [light.id, 'power', power],
    [light.id, 'subjectM', settings.subjectM],
    [light.id, isZoomOpen ? 'zoomMm' : 'profile.guideNumbers', guideNumber],
    ...(train
      ? ([
          [light.id, 'profile.hssLoss.stops', loss],
          [body.id, 'shutter', shutter],
        ] as const)
      : []),
  );
  if (unknown.length > 0) return { stops: null, reading: null, unknown };
  const stops =
    readingByGuideNumber({
      guideNumber: guideNumber!,
      metres: settings.subjectM!,
      isoStops: isos.stopsOf(iso!),
      power: dialStopOf(light) * power!,
      loss: lossIn(settings),
    }) +
    stopsByPops(popsOf(light)) -
    (train ? highSpeedLoss(loss!, shutter!) : 0);
  return { stops, reading: null, unknown: [] };
}

/** What a light is to read against the aperture: what somebody said, or else what is usual for its purpose. */
export const aimOf = ({ settings }: Light): number | null => settings.aim ?? usualAim(settings.purpose);

/** The same in stops above f/1; null where nothing tells, or the body's aperture is not recorded. */
export function aimedAt(light: Light, body: Body): number | null {
  const aim = aimOf(light);
  return aim === null || body.settings.aperture == null ? null : apertures.stopsOf(body.settings.aperture) + aim;
}
