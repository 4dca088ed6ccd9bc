/** What readings tell of one unit itself: its guide number, and what it loses in high-speed sync. docs/model.md, Measured. */
import { guideNumberAt, guideNumberByReading } from '../exposure/guideNumber.ts';
import { type LossAt, lossByReadings } from '../exposure/highSpeedLoss.ts';
import { isos } from '../exposure/iso.ts';
import { shutterMicroseconds } from '../measure/stops.ts';
import { shutterInUse } from '../path/bodyStation.ts';
import type { Reading } from '../record/reading.ts';
import type { Body, Light } from '../rig/rig.ts';
import { AGREE_STOPS } from './agreement.ts';
import { asMetered, levelByReading, lossIn, soloReadings } from './lightLevel.ts';
import { statedLoss } from './realLight.ts';

/** Two readings that tell one thing of a unit. */
interface FromReadings {
  readings: readonly [later: Reading, earlier: Reading];
}

export interface FoundGuideNumber extends FromReadings {
  /** In metres, at full power and ISO 100; null where the two readings do not agree. */
  metres: number | null;
  zoomMm: number | null;
  /** Stops between what the two tell. */
  apart: number;
  /** What its model is said to give there; null where nobody recorded it. */
  stated: number | null;
}

/** From the last two readings of it alone at known distances, powers and one zoom; null where there are not two. */
export function foundGuideNumber(light: Light, body: Body, readings: readonly Reading[]): FoundGuideNumber | null {
  const told = soloReadings(readings, light.id).flatMap((reading) => {
    const metres = guideNumberOf(light, body, reading);
    return metres === null ? [] : [{ reading, metres, zoomMm: reading.lights[light.id]!.zoomMm ?? null }];
  });
  const [later] = told;
  const earlier = told.slice(1).find(({ zoomMm }) => zoomMm === later!.zoomMm);
  if (!later || !earlier) return null;
  const apart = Math.abs(2 * Math.log2(later.metres / earlier.metres));
  return {
    readings: [later.reading, earlier.reading],
    metres: apart > AGREE_STOPS ? null : Math.sqrt(later.metres * earlier.metres),
    zoomMm: later.zoomMm,
    apart,
    stated: guideNumberAt(light.profile.guideNumbers ?? [], later.zoomMm),
  };
}

/** Null where the reading does not tell: under metering, in high-speed sync, or with a distance nobody recorded. */
function guideNumberOf(light: Light, body: Body, reading: Reading): number | null {
  const { power, subjectM, ...then } = reading.lights[light.id]!;
  if (power == null || subjectM == null || couldBeTrain(light, body, reading)) return null;
  return guideNumberByReading(reading.stops, {
    metres: subjectM,
    isoStops: isos.stopsOf(reading.iso),
    power,
    loss: lossIn(then),
  });
}

export interface FoundLoss extends FromReadings {
  loss: LossAt;
  /** What its model is said to lose at that shutter time. */
  stated: LossAt | null;
}

/** From its last reading alone in high-speed sync, and the last one without; null where there are not both. */
export function foundLoss(light: Light, body: Body, readings: readonly Reading[]): FoundLoss | null {
  const solo = soloReadings(readings, light.id);
  const later = solo.find((reading) => couldBeTrain(light, body, reading));
  const earlier = solo.find(
    (reading) => !couldBeTrain(light, body, reading) && (reading.place ?? null) === (later?.place ?? null),
  );
  if (!later || !earlier) return null;
  const { stops: without } = levelByReading(asMetered({ light, body, train: false }, later), earlier);
  if (without === null) return null;
  const loss = lossByReadings(without, later.stops, later.shutter);
  return loss.stops < 0 ? null : { readings: [later, earlier], loss, stated: statedLoss(light) };
}

/** Taken faster than sync, with a light that is set to high-speed sync. */
function couldBeTrain({ settings }: Light, body: Body, { shutter }: Reading): boolean {
  const sync = shutterInUse(body)?.syncTime;
  return settings.hss === true && sync != null && shutterMicroseconds(shutter) < shutterMicroseconds(sync);
}
