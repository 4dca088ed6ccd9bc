/** Whether a light's pulse is short enough to hold what moves. docs/model.md, Exposure. */
import { longestPulseUs, movedMm } from '../exposure/movement.ts';
import { powersOf } from '../exposure/powerSteps.ts';
import type { Light } from '../rig/rig.ts';
import { pulseDecayUs } from '../shot/pulseShape.ts';

/** Metres a second of somebody who dances: arms and skirts. */
export const DANCER_SPEED = 3;
/** What moves less than this while the pulse lasts, in millimetres, is sharp in a picture of a whole person. */
export const SHARP_MM = 2;

export interface Motion {
  power: number;
  /** How long the pulse lasts by t.1, in microseconds. */
  pulseUs: number;
  /** How far a dancer moves in it, in millimetres. */
  movedMm: number;
  /** The powers it can be set to that hold a dancer, from lowest to highest; null where none does. */
  sharp: readonly [number, number] | null;
}

/** Null where its duration is not recorded, or it fires in a train that lasts as long as the shutter. */
export function motionOf(light: Light, power: number | null, train: boolean): Motion | null {
  if (power === null || train) return null;
  const pulseUs = lastsUs(light, power);
  if (pulseUs === null) return null;
  const longest = longestPulseUs(DANCER_SPEED, SHARP_MM);
  const sharp = (powersOf(light.profile.power) ?? []).filter((one) => lastsUs(light, one)! <= longest);
  return {
    power,
    pulseUs,
    movedMm: movedMm(DANCER_SPEED, pulseUs),
    sharp: sharp.length === 0 ? null : [Math.min(...sharp), Math.max(...sharp)],
  };
}

/** By t.1: a tenth of the peak is left then. */
function lastsUs(light: Light, power: number): number | null {
  const decay = pulseDecayUs(light, power);
  return decay === null ? null : decay * Math.LN10;
}
