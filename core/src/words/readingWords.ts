/** Readings of a meter as people say them. */
import { lightValue } from '../exposure/ambient.ts';
import { shownReading } from '../exposure/reading.ts';
import type { MeterAnswer } from '../prove/standinExchange.ts';
import type { Reading } from '../record/reading.ts';
import { listed, type Names } from './settingWords.ts';

/** "f/11.7" is f/11 and seven tenths, as a meter shows it; beyond what any shows, in stops. */
export function readingText(stops: number): string {
  const shown = shownReading(stops);
  if (!shown) return `${stops.toFixed(1)} stops above f/1`;
  const { number, tenths } = shown;
  return tenths === 0 ? `f/${number}` : `f/${number} and ${tenths}`;
}

/** Of which lights a reading is: "the room", "Light 3". */
export function readOf({ lights }: Pick<Reading, 'lights'>, names: Names): string {
  const ids = Object.keys(lights);
  return ids.length === 0 ? 'the room' : listed(ids.sort(), names);
}

/** "the reading of Light 3 at the face". */
export const readingName = (reading: Reading, names: Names): string =>
  `the reading of ${readOf(reading, names)}${reading.place == null ? '' : ` at ${reading.place}`}`;

/** "light value 6.3" of a reading of the room; null of any light, which the shutter does not touch. */
export const lightValueText = (reading: Reading): string | null =>
  Object.keys(reading.lights).length > 0 || reading.shutter === 'bulb'
    ? null
    : `light value ${lightValue(reading.stops, reading).toFixed(1)}`;

/** Why a meter on the wire has no reading of what it was asked for; null where it has one. */
export function meteredText({ stops, dark }: MeterAnswer, names: Names): string | null {
  if (dark.length > 0) return `${listed([...dark].sort(), names)} stayed dark: no reading.`;
  if (stops === null) return 'The meter read nothing.';
  return shownReading(stops) ? null : `Beyond what a meter shows: ${readingText(stops)}.`;
}
