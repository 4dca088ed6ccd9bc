/** Where the lines of a look lie together. Plain numbers in px; the drawings only draw what this says. */
import type { SignalLine, Station } from '@ergon/core/verdict/signalLine';

/** How many stations a sender's lines share: body, shoe, sender. */
export const TRUNK_STATIONS = 3;

export interface FanRow {
  line: SignalLine;
  y: number;
}

export interface Trunk {
  sender: string;
  /** The lines that leave it, in order. */
  rows: readonly FanRow[];
  y: number;
}

export interface FanLayout {
  rows: readonly FanRow[];
  trunks: readonly Trunk[];
  height: number;
}

/** Rows of lines with a shared trunk for each sender, so that a shared fault is seen as one fault. */
export function fanLayout(lines: readonly SignalLine[], rowHeight: number, top: number): FanLayout {
  const bySender = new Map<string, SignalLine[]>();
  const alone: SignalLine[] = [];
  for (const line of lines) {
    if (line.sender === null) alone.push(line);
    else bySender.set(line.sender, [...(bySender.get(line.sender) ?? []), line]);
  }
  let index = 0;
  const place = (line: SignalLine): FanRow => ({ line, y: top + rowHeight * (index++ + 0.5) });
  const trunks = [...bySender].map(([sender, members]): Trunk => {
    const rows = members.map(place);
    return { sender, rows, y: (rows[0]!.y + rows.at(-1)!.y) / 2 };
  });
  const rows = [...trunks.flatMap((trunk) => trunk.rows), ...alone.map(place)];
  return { rows, trunks, height: top + rowHeight * index };
}

/** The fate of the shared part: its first station that is not whole, as the trunk's lines agree on it. */
export function trunkStations(trunk: Trunk): readonly Station[] {
  const shared = trunk.rows[0]!.line.stations.slice(0, TRUNK_STATIONS);
  return shared.map((station, index): Station => {
    const all = trunk.rows.map((row) => row.line.stations[index]!);
    // A group switched off stops some lines and not others: that gap belongs to the branch.
    if (all.every((other) => other.state === station.state && other.code === station.code)) return station;
    return all.find((other) => other.state === 'ok' || other.state === 'loss') ?? station;
  });
}

/** More branches than this would run into one black wedge as curves; they share an upright spine instead. */
export const MOST_CURVES = 8;

interface Point {
  x: number;
  y: number;
}

/** From the sender, level, to a row, level: as a curve, or along a spine with a small bend. */
export function branchPath(from: Point, to: Point, spine = false): string {
  const { x: x1, y: y1 } = from;
  const { x: x2, y: y2 } = to;
  if (!spine) {
    const middle = (x1 + x2) / 2;
    return `M ${x1} ${y1} C ${middle} ${y1}, ${middle} ${y2}, ${x2} ${y2}`;
  }
  const x = x1 + (x2 - x1) / 3;
  const bend = Math.min(8, Math.abs(y2 - y1)) * Math.sign(y2 - y1);
  return `M ${x1} ${y1} H ${x} V ${y2 - bend} Q ${x} ${y2}, ${x + Math.abs(bend)} ${y2} H ${x2}`;
}
