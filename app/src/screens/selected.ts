/** The station that is looked at, and where the arrow keys lead from it. */
import type { SignalLine } from '@ergon/core/verdict/signalLine';

export interface Selected {
  light: string;
  station: number;
}

export const isSelected = (kept: unknown): kept is Selected =>
  typeof kept === 'object' && kept !== null && 'light' in kept && typeof (kept as Selected).station === 'number';

/** The station where a line stops, or its lamp. */
export function firstTrouble(line: SignalLine): number {
  const at = line.stations.findIndex(
    (station) => station.state === 'fail' || station.state === 'loss' || station.state === 'unknown',
  );
  return at === -1 ? line.stations.findIndex((station) => station.stage === 'lamp') : at;
}

/** The neighbouring station, or the same station of the neighbouring line; null at an edge. */
export function moved(lines: readonly SignalLine[], from: Selected | null, key: string): Selected | null {
  const row = lines.findIndex((line) => line.light.id === from?.light);
  if (!from || row === -1) return lines[0] ? { light: lines[0].light.id, station: firstTrouble(lines[0]) } : null;
  if (key === 'ArrowUp' || key === 'ArrowDown') {
    const next = lines[row + (key === 'ArrowUp' ? -1 : 1)];
    if (!next) return null;
    return { light: next.light.id, station: nearest(next, from.station) };
  }
  const step = key === 'ArrowLeft' ? -1 : 1;
  const { stations } = lines[row]!;
  for (let at = from.station + step; at >= 0 && at < stations.length; at += step) {
    if (stations[at]!.state !== 'none') return { light: from.light, station: at };
  }
  return null;
}

/** The same station, or the next one the other line has. */
function nearest(line: SignalLine, station: number): number {
  const at = line.stations.findIndex((one, index) => index >= station && one.state !== 'none');
  return at === -1 ? station : at;
}
