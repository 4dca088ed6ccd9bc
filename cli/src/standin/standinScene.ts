/** How bright it is where the stand-in kit stands: as metered before, as recorded, or else as in any such room. */
import { ambientReading } from '@ergon/core/exposure/ambient';
import { levelByGuideNumber, lightLevel, type Lit } from '@ergon/core/power/lightLevel';
import { roomReadings } from '@ergon/core/power/room';
import type { Reading } from '@ergon/core/record/reading';
import type { Body, Light } from '@ergon/core/rig/rig';

/** A dim hall: what it reads at one second and ISO 100, in stops above f/1. */
const HALL = { stops: 5, shutter: '1', iso: 100 };
/** From a light to what it lights, in metres. */
const METRES = 3;
/** Guide number of one watt-second, in metres; it grows with the root of the energy. */
const GUIDE_NUMBER = 4.5;
const ENERGY_WS = 50;
const TRAIN_LOSS = { stops: 2.5, shutter: '1/500' };

/** What a simulated light reads, in stops above f/1; null where the camera's ISO is not set. */
export const standinLevel = (lit: Lit, readings: readonly Reading[]): number | null =>
  lightLevel(lit, readings).stops ?? levelByGuideNumber({ ...lit, light: assumed(lit.light) }).stops;

function assumed(light: Light): Light {
  const { settings, profile } = light;
  const metres = GUIDE_NUMBER * Math.sqrt(profile.power.energyWs ?? ENERGY_WS);
  return {
    ...light,
    settings: { ...settings, subjectM: settings.subjectM ?? METRES },
    profile: { ...profile, guideNumbers: [{ metres }], hssLoss: TRAIN_LOSS },
  };
}

/** The room; null where the camera's ISO or shutter is not set. */
export function standinRoom({ settings: { iso, shutter } }: Body, readings: readonly Reading[]): number | null {
  if (iso == null || shutter == null || shutter === 'bulb') return null;
  const { stops, ...at } = roomReadings(readings)[0] ?? HALL;
  return ambientReading(stops, at, { iso, shutter });
}
