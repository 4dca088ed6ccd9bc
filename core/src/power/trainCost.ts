/** What high-speed sync takes from a light, in stops and in metres. docs/model.md, Exposure. */
import { guideNumberAt, reachByGuideNumber } from '../exposure/guideNumber.ts';
import { highSpeedLoss } from '../exposure/highSpeedLoss.ts';
import { isos } from '../exposure/iso.ts';
import type { Body, Light } from '../rig/rig.ts';
import { aimedAt, lossIn } from './lightLevel.ts';
import { guideNumbersOf, lossOfTrain } from './realLight.ts';

export interface TrainCost {
  shutter: string;
  /** Stops lost. */
  stops: number;
  /** Null where nobody can say. */
  reach: Reach | null;
}

/** How far it reaches at full power with what stands in front of it, in metres. */
interface Reach {
  /** What it is to read there, in stops above f/1. */
  aperture: number;
  single: number;
  train: number;
}

/** @param shutter a label faster than sync. @returns null where nobody recorded what it loses. */
export function trainCost(light: Light, body: Body, shutter: string): TrainCost | null {
  const loss = lossOfTrain(light);
  if (loss === null) return null;
  const stops = highSpeedLoss(loss, shutter);
  const guideNumber = guideNumberAt(guideNumbersOf(light), light.settings.zoomMm ?? null);
  const { iso } = body.settings;
  const aperture = aimedAt(light, body);
  if (guideNumber === null || iso == null || aperture === null) return { shutter, stops, reach: null };
  const at = (train: number) =>
    reachByGuideNumber(aperture, {
      guideNumber,
      isoStops: isos.stopsOf(iso),
      power: light.profile.power.ceiling ?? 0,
      loss: lossIn(light.settings) + train,
    });
  return { shutter, stops, reach: { aperture, single: at(0), train: at(stops) } };
}
