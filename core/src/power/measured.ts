/** What readings tell of one unit itself: its guide number, its loss in high-speed sync, what its dial really gives. docs/model.md, Measured. */
import { guideNumberAt, guideNumberByReading } from '../exposure/guideNumber.ts';
import { highSpeedLoss, type LossAt, lossByReadings } from '../exposure/highSpeedLoss.ts';
import { isos } from '../exposure/iso.ts';
import { stopsByPops } from '../exposure/pops.ts';
import { shutterMicroseconds } from '../measure/stops.ts';
import type { Tri } from '../measure/tri.ts';
import { shutterInUse } from '../path/bodyStation.ts';
import { dialStopSchema, guideNumberSchema, hssLossSchema } from '../record/brightnessSchema.ts';
import type { Reading } from '../record/reading.ts';
import type { Body, Light } from '../rig/rig.ts';
import { popsOf } from '../shot/pulseShape.ts';
import { AGREE_STOPS, asMetered, levelByReading, lossIn, soloReadings } from './lightLevel.ts';
import { dialStopOf, guideNumbersOf, statedLoss } from './realLight.ts';

export interface FoundGuideNumber {
  /** In metres, at full power and ISO 100; null where the two readings do not agree. */
  metres: number | null;
  zoomMm: number | null;
  /** Stops between what the two tell. */
  apart: number;
  /** What its model is said to give there; null where nobody recorded it. */
  stated: number | null;
  /** It is what counts of this unit already. */
  kept: boolean;
}

/** From the last two readings of it alone at known distances, powers and one zoom; null where there are not two. */
export function foundGuideNumber(light: Light, body: Body, readings: readonly Reading[]): FoundGuideNumber | null {
  const told = soloReadings(readings, light.id).flatMap((reading) => {
    const metres = guideNumberOf(light, body, reading);
    return metres === null ? [] : [{ metres, zoomMm: reading.lights[light.id]!.zoomMm ?? null }];
  });
  const [later] = told;
  const earlier = told.slice(1).find(({ zoomMm }) => zoomMm === later!.zoomMm);
  if (!later || !earlier) return null;
  const { zoomMm } = later;
  const apart = Math.abs(2 * Math.log2(later.metres / earlier.metres));
  const metres = apart > AGREE_STOPS ? null : Math.sqrt(later.metres * earlier.metres);
  const counts = light.unit.realGuideNumber ? guideNumberAt(guideNumbersOf(light), zoomMm) : null;
  return {
    metres,
    zoomMm,
    apart,
    stated: guideNumberAt(light.profile.guideNumbers ?? [], zoomMm),
    kept: metres !== null && counts !== null && isAsKept(2 * Math.log2(metres / counts)),
  };
}

/** What is kept is rounded: closer than this, in stops, it is the same. */
const KEPT_STOPS = 0.02;
const isAsKept = (stops: number): boolean => Math.abs(stops) < KEPT_STOPS;

/** Null where the reading does not tell: under metering, in high-speed sync, or with a distance or a zoom nobody recorded. */
function guideNumberOf(light: Light, body: Body, reading: Reading): number | null {
  const { power, subjectM, ...then } = reading.lights[light.id]!;
  if (power == null || subjectM == null || isTrain(light, body, reading) !== false) return null;
  if (then.zoomMm == null && doesZoom(light)) return null;
  const metres = guideNumberByReading(reading.stops, {
    metres: subjectM,
    isoStops: isos.stopsOf(reading.iso),
    power: dialStopOf(light) * power + stopsByPops(popsOf(light)),
    loss: lossIn(then),
  });
  return guideNumberSchema.shape.metres.safeParse(metres).success ? metres : null;
}

const doesZoom = ({ profile }: Light): boolean =>
  profile.zoomMm != null || (profile.guideNumbers ?? []).some(({ zoomMm }) => zoomMm != null);

export interface FoundLoss {
  loss: LossAt;
  /** What its model is said to lose, at some shutter time. */
  stated: LossAt | null;
  /** It is what counts of this unit already. */
  kept: boolean;
}

/** From its last reading alone in high-speed sync, and the last one without; null where there are not both. */
export function foundLoss(light: Light, body: Body, readings: readonly Reading[]): FoundLoss | null {
  const solo = soloReadings(readings, light.id);
  const train = solo.find((reading) => isTrain(light, body, reading) === true);
  const single = solo.find(
    (reading) => isTrain(light, body, reading) === false && (reading.place ?? null) === (train?.place ?? null),
  );
  if (!train || !single) return null;
  const { stops: without } = levelByReading(asMetered({ light, body, train: false }, train), single);
  if (without === null) return null;
  const loss = lossByReadings(without, train.stops, train.shutter);
  if (!hssLossSchema.safeParse(loss).success) return null;
  const { realHssLoss } = light.unit;
  const kept = realHssLoss != null && isAsKept(highSpeedLoss(realHssLoss, loss.shutter) - loss.stops);
  return { loss, stated: statedLoss(light), kept };
}

/** Readings at powers nearer to each other than this, in stops, do not tell what the dial gives. */
export const LEAST_DIAL_SPAN = 2;

export interface FoundDialStop {
  /** Stops of light for one on its dial. */
  stops: number;
  /** The powers of both readings, the lower one first. */
  between: readonly [number, number];
}

/**
 * From its last reading alone, and the one before it at the same place and a power far enough from it. Null where there
 * are not both, where they agree with what counts already, or where they are further off than any dial.
 */
export function foundDialStop(light: Light, body: Body, readings: readonly Reading[]): FoundDialStop | null {
  const solo = soloReadings(readings, light.id).filter((reading) => isTrain(light, body, reading) === false);
  const powerIn = ({ lights }: Reading) => lights[light.id]!.power;
  const [later] = solo;
  const top = later && powerIn(later);
  if (top == null) return null;
  const earlier = solo.find((one) => {
    const power = powerIn(one);
    const isThere = (one.place ?? null) === (later!.place ?? null);
    return isThere && power != null && Math.abs(power - top) >= LEAST_DIAL_SPAN;
  });
  if (!earlier) return null;
  const from = powerIn(earlier)!;
  // As it stood at the later one, but for its power: what is left is what the dial did.
  const asThen = { ...asMetered({ light, body, train: false }, later!), power: from };
  const { stops: before } = levelByReading(asThen, earlier);
  if (before === null) return null;
  const stops = (later!.stops - before) / (top - from);
  const apart = Math.abs(stops - dialStopOf(light)) * Math.abs(top - from);
  if (apart <= AGREE_STOPS || !dialStopSchema.safeParse({ stops }).success) return null;
  return { stops, between: [Math.min(top, from), Math.max(top, from)] };
}

/** Taken faster than sync, with a light that is set to high-speed sync; null where nobody recorded the sync time. */
function isTrain({ settings }: Light, body: Body, { shutter }: Reading): Tri {
  if (settings.hss !== true) return false;
  const sync = shutterInUse(body)?.syncTime;
  return sync == null ? null : shutterMicroseconds(shutter) < shutterMicroseconds(sync);
}
