/** A light that cannot be fired alone, from a reading of several and what the others read alone. docs/model.md, Readings. */
import { differenceOfReadings } from '../exposure/reading.ts';
import { canonical } from '../measure/canonical.ts';
import type { Reading } from '../record/reading.ts';
import { soloReadings } from './lightLevel.ts';

/** A light that gives less than this part of the whole, in stops below it, is lost in what a meter rounds. */
export const LEAST_SHARE_STOPS = 2;

/** Worked out, not read. */
export interface Difference extends Reading {
  differenceOf: string;
}

export const isDifference = (reading: Reading): reading is Difference => 'differenceOf' in reading;

/**
 * Readings with those of lights that were never read alone, where the last reading of several tells one: all others in it
 * were read alone, set as they were then, at the same ISO, shutter and place.
 */
export function withDifferences(readings: readonly Reading[]): readonly (Reading | Difference)[] {
  const lights = new Set(readings.flatMap((reading) => Object.keys(reading.lights)));
  const told = [...lights].flatMap((light) => {
    if (soloReadings(readings, light).length > 0) return [];
    const several = readings.filter((reading) => light in reading.lights).sort((a, b) => (a.at < b.at ? 1 : -1));
    return several.map((all) => leftFor(light, all, readings)).find((one) => one !== null) ?? [];
  });
  return told.length === 0 ? readings : [...readings, ...told];
}

function leftFor(light: string, all: Reading, readings: readonly Reading[]): Difference | null {
  let left: number | null = all.stops;
  for (const [other, then] of Object.entries(all.lights)) {
    if (other === light) continue;
    // Under metering it may have given anything.
    const alone = soloReadings(readings, other).find(
      (reading) =>
        then.power != null && isLikewise(reading, all) && canonical(reading.lights[other]) === canonical(then),
    );
    left = alone === undefined || left === null ? null : differenceOfReadings(left, alone.stops);
  }
  if (left === null || left < all.stops - LEAST_SHARE_STOPS) return null;
  return {
    ...all,
    id: `${all.id} less others`,
    stops: left,
    lights: { [light]: all.lights[light]! },
    differenceOf: all.id,
  };
}

const isLikewise = (a: Reading, b: Reading): boolean =>
  a.iso === b.iso && a.shutter === b.shutter && (a.place ?? null) === (b.place ?? null);
