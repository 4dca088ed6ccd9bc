/** The light of the room, as it was metered and as the camera sees it. docs/model.md, Balance. */
import { ambientReading } from '../exposure/ambient.ts';
import { apertures } from '../exposure/aperture.ts';
import type { Reading } from '../record/reading.ts';
import type { Body } from '../rig/rig.ts';

const isOfRoom = ({ lights }: Reading): boolean => Object.keys(lights).length === 0;

/** Readings of the room alone, the latest first. */
export const roomReadings = (readings: readonly Reading[]): Reading[] =>
  readings.filter(isOfRoom).sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));

/** What the room reads with the camera as it is set, in stops above f/1; null where it was not metered, or ISO or shutter are not recorded. */
export function roomReading({ settings: { iso, shutter } }: Body, readings: readonly Reading[]): number | null {
  const [last] = roomReadings(readings);
  if (!last || iso == null || shutter == null || shutter === 'bulb') return null;
  return ambientReading(last.stops, last, { iso, shutter });
}

/** How far above or below its aperture the room comes out, in stops. */
export function roomLevel(body: Body, readings: readonly Reading[]): number | null {
  const reading = roomReading(body, readings);
  const { aperture } = body.settings;
  return reading === null || aperture == null ? null : reading - apertures.stopsOf(aperture);
}
