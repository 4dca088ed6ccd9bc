/** What a member's drills show: how fast against the best order of checks, and what they tend to miss. docs/model.md, Drills. */
import type { FaultField } from '../diagnose/fault.ts';
import { weighedAs } from '../diagnose/faultWeights.ts';
import type { Drill } from '../record/drill.ts';

/** All drills in which a kind of fault was hidden. */
export interface Missed {
  /** A row of the table of weights. */
  row: string;
  count: number;
  /** How many of them ended before all fired as planned. */
  givenUp: number;
  /** Seconds taken for each second of the best, over those that were solved; null where none was. */
  times: number | null;
}

/** Seconds taken for each second of the best; null where it was given up. */
export const timesBest = ({ solved, took, best }: Pick<Drill, 'solved' | 'took' | 'best'>): number | null =>
  solved && best.seconds > 0 ? took.seconds / best.seconds : null;

/** By kind of fault: what was given up most often first, then what took longest. */
export function missedBy(drills: readonly Drill[]): Missed[] {
  const byRow = new Map<string, Drill[]>();
  for (const drill of drills) {
    const rows = new Set(drill.hidden.map(({ field }) => weighedAs(field as FaultField)));
    for (const row of rows) byRow.set(row, [...(byRow.get(row) ?? []), drill]);
  }
  return [...byRow]
    .map(([row, own]): Missed => {
      const times = own.flatMap((drill) => timesBest(drill) ?? []);
      const mean = times.length === 0 ? null : times.reduce((sum, one) => sum + one, 0) / times.length;
      return { row, count: own.length, givenUp: own.length - times.length, times: mean };
    })
    .sort((a, b) => b.givenUp / b.count - a.givenUp / a.count || (b.times ?? 0) - (a.times ?? 0));
}

/** The drills of others that are the very same, and one's own again: the quickest first, then those that were given up. */
export const sameDrill = (drills: readonly Drill[], { source, level, seed, look, hidden }: Drill): Drill[] =>
  drills
    .filter(
      (other) =>
        other.source === source &&
        (other.level ?? null) === (level ?? null) &&
        other.seed === seed &&
        other.look.id === look.id &&
        JSON.stringify(other.hidden) === JSON.stringify(hidden),
    )
    .sort((a, b) => Number(b.solved) - Number(a.solved) || a.took.seconds - b.took.seconds);
