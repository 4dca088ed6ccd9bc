/** The light of the room, and what each dial of the camera moves. docs/model.md, Exposure. */
import { shutterMicroseconds } from '../measure/stops.ts';
import { apertures } from './aperture.ts';
import { isos } from './iso.ts';

/** Camera settings, by their labels. */
export interface Exposure {
  shutter: string;
  aperture: number;
  iso: number;
}

const secondsStops = (shutter: string): number => Math.log2(shutterMicroseconds(shutter) / 1e6);

/** A room reading, in stops above f/1, taken at one shutter and ISO, for another. */
export const ambientReading = (
  reading: number,
  at: Pick<Exposure, 'shutter' | 'iso'>,
  to: Pick<Exposure, 'shutter' | 'iso'>,
): number =>
  reading + secondsStops(to.shutter) - secondsStops(at.shutter) + isos.stopsOf(to.iso) - isos.stopsOf(at.iso);

/** What a room reads at a shutter time, in stops above f/1, where a meter set to an aperture asks for another time. */
export const readingByTime = (aperture: number, asked: string, shutter: string): number =>
  apertures.stopsOf(aperture) + secondsStops(shutter) - secondsStops(asked);

/** A flash reading for another ISO; below sync the shutter does nothing to it. */
export const flashReading = (reading: number, isoAt: number, isoTo: number): number =>
  reading + isos.stopsOf(isoTo) - isos.stopsOf(isoAt);

/** How bright a reading comes out at an aperture: 0 as metered, -2 two stops darker. */
export const levelAt = (reading: number, aperture: number): number => reading - apertures.stopsOf(aperture);

/** The light value at ISO 100 of a reading in stops above f/1: log2(N^2 / t), t in seconds. */
export const lightValue = (reading: number, { shutter, iso }: Pick<Exposure, 'shutter' | 'iso'>): number =>
  reading - secondsStops(shutter) - isos.stopsOf(iso);

export interface DialEffect {
  /** Stops by which a third of a stop on the dial, towards more light, moves each; 0 is not at all. */
  ambient: number;
  flash: number;
}

/** How a light gets its exposure: what the shutter and the aperture do to it hangs on that. */
export type FlashMode = 'manual' | 'metered' | 'train';

/** What a dial of the camera moves; a metered flash makes up for aperture and ISO itself, until its limits. */
export function dialMoves(dial: keyof Exposure, mode: FlashMode): DialEffect {
  const third = 1 / 3;
  if (dial === 'shutter') return { ambient: third, flash: mode === 'train' ? third : 0 };
  return { ambient: third, flash: mode === 'metered' ? 0 : third };
}
