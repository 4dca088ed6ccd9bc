/** How likely each kind of fault is before anything was seen. docs/model.md, Weights of faults. */
import { groupPartsOf } from '../record/settingPath.ts';
import type { FaultField } from './fault.ts';

/**
 * Out of a thousand dark lights, roughly: what is forgotten or worn every evening first, then what is knocked or turned by
 * mistake, then what hardly ever happens.
 */
export const FAULT_WEIGHTS: Readonly<Record<string, number>> = {
  on: 75,
  asleep: 65,
  cells: 60,
  channel: 55,
  group: 50,
  'groups.on': 50,
  seated: 45,
  plugs: 45,
  sight: 45,
  dialledPower: 40,
  'groups.power': 40,
  distanceM: 40,
  networkId: 40,
  role: 40,
  secondsBetween: 35,
  shutter: 35,
  hot: 35,
  inSun: 35,
  covered: 35,
  offAxis: 35,
  heardShare: 35,
  crew: 35,
  shutterType: 30,
  flashFiring: 30,
  mode: 30,
  'groups.mode': 30,
  emitter: 30,
  trim: 30,
  eye: 30,
  hss: 30,
  family: 25,
  guest: 25,
  lamp: 25,
  selector: 25,
  sightUpright: 25,
  popupUp: 25,
  compensation: 25,
  sees: 25,
  exposureMode: 25,
  pin: 25,
  passThrough: 25,
  startedInOrder: 25,
  passive: 20,
  curtain: 20,
  redEye: 20,
  tailDelayUs: 15,
  broken: 20,
  firmware: 15,
};

/** What this crew's own log can make of a weight at least, so that nothing becomes impossible. */
export const LEAST_WEIGHT = 5;
/** So many incidents of its own weigh as much as the table. */
export const TABLE_COUNTS_AS = 20;
/** Two faults that have nothing to do with each other come together so rarely. */
export const PAIR_SHARE = 0.02;
/** That the plan itself explains it, beside any single fault. */
export const PLAN_WEIGHT = 1000;

const WEIGHTS_TOTAL = Object.values(FAULT_WEIGHTS).reduce((sum, weight) => sum + weight, 0);

/** Which row of the table a field is weighed by. */
export function weighedAs(field: FaultField): string {
  const group = groupPartsOf(field);
  return group ? `groups.${group.field}` : field;
}

/** @param found causes of earlier incidents of this crew, by their row. */
export function weightOf(field: FaultField, found: ReadonlyMap<string, number> = NONE): number {
  const row = weighedAs(field);
  const table = FAULT_WEIGHTS[row] ?? LEAST_WEIGHT;
  const all = [...found.values()].reduce((sum, count) => sum + count, 0);
  if (all === 0) return table;
  const seen = (WEIGHTS_TOTAL * (found.get(row) ?? 0)) / all;
  return Math.max(LEAST_WEIGHT, (table * TABLE_COUNTS_AS + seen * all) / (TABLE_COUNTS_AS + all));
}

const NONE: ReadonlyMap<string, number> = new Map();
