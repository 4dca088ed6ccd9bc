/** What a meter found one unit to give counts before what its model is said to give. docs/model.md, Measured. */
import { type GuideNumber, guideNumberAt } from '../exposure/guideNumber.ts';
import type { LossAt } from '../exposure/highSpeedLoss.ts';
import type { Light } from '../rig/rig.ts';

/**
 * Its guide numbers by zoom, in metres: as said of its model, all of them shifted by what was measured at one. Measured
 * where nothing is said of its model, it stands beside the others.
 */
export function guideNumbersOf({ unit, profile }: Light): readonly GuideNumber[] {
  const stated = profile.guideNumbers ?? [];
  const real = unit.realGuideNumber;
  if (!real) return stated;
  const there = guideNumberAt(stated, real.zoomMm ?? null);
  if (there === null) return [...stated, { zoomMm: real.zoomMm ?? null, metres: real.metres }];
  return stated.map(({ zoomMm, metres }) => ({ zoomMm: zoomMm ?? null, metres: (metres * real.metres) / there }));
}

/** Stops of light for one stop on its dial, as measured; 1 where nobody did. */
export const dialStopOf = ({ unit }: Light): number => unit.realDialStop?.stops ?? 1;

/** What it loses in high-speed sync, as measured or as said of its model; null where nobody recorded it. */
export const lossOfTrain = (light: Light): LossAt | null => light.unit.realHssLoss ?? statedLoss(light);

/** As said of its model. */
export function statedLoss({ profile }: Light): LossAt | null {
  const { stops, shutter } = profile.hssLoss ?? {};
  return stops == null || shutter == null ? null : { stops, shutter };
}
