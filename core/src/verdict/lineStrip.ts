/** Where the parts of one signal line lie along a row. Plain numbers; drawings only draw what this says. */
import type { SignalLine, Station } from './signalLine.ts';

/** A piece of a line: drawn whole, dotted where something is not recorded, faint where the signal does not come. */
export interface Segment {
  x1: number;
  x2: number;
  y: number;
  kind: 'whole' | 'unknown' | 'beyond';
}

export interface PlacedStation {
  station: Station;
  x: number;
}

export interface StripLayout {
  stations: readonly PlacedStation[];
  segments: readonly Segment[];
  /** Where the end bar stands, or null for a line drawn to its end. */
  barX: number | null;
}

/** One line along a row, its stations at the given places. */
export function stripLayout(line: SignalLine, xs: readonly number[], y: number): StripLayout {
  const stations = line.stations
    .map((station, index) => ({ station, x: xs[index]! }))
    .filter(({ station }) => station.state !== 'none');
  const segments: Segment[] = [];
  let barX: number | null = null;
  for (let i = 1; i < stations.length; i++) {
    const from = stations[i - 1]!;
    const to = stations[i]!;
    if (to.station.state === 'fail') {
      // The gap lies before the station that fails: that is as far as the signal came.
      barX = from.x + (to.x - from.x) * 0.55;
      segments.push({ x1: from.x, x2: barX, y, kind: 'beyond' }, { x1: barX, x2: to.x, y, kind: 'beyond' });
    } else {
      segments.push({ x1: from.x, x2: to.x, y, kind: segmentKind(from.station, to.station) });
    }
  }
  const first = stations[0];
  if (first?.station.state === 'fail') barX = first.x - 14;
  return { stations, segments, barX };
}

function segmentKind(from: Station, to: Station): Segment['kind'] {
  if (to.state === 'beyond' || from.state === 'fail') return 'beyond';
  return from.state === 'unknown' || to.state === 'unknown' ? 'unknown' : 'whole';
}

/** Even places for `count` stations over a width, half a step in from each end. */
export const evenly = (width: number, count: number): number[] =>
  Array.from({ length: count }, (_, index) => ((index + 0.5) * width) / count);
