/** What this crew's own incidents turned out to be: it weighs beside the table. docs/model.md, Weights of faults. */
import type { Incident } from '../record/incident.ts';
import type { FaultField } from './fault.ts';
import { weighedAs } from './faultWeights.ts';

/** How often each row of the table was a proven cause. */
export function foundBefore(incidents: readonly Incident[]): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  for (const { ended } of incidents) {
    if (ended?.proven !== true) continue;
    for (const { field } of ended.cause) {
      const row = weighedAs(field as FaultField);
      found.set(row, (found.get(row) ?? 0) + 1);
    }
  }
  return found;
}
