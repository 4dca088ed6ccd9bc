/** One thing that is not as planned, and the rig as it then really is. docs/model.md, Faults. */
import { type Change } from '../record/change.ts';
import type { Emitter } from '../record/look.ts';
import type { SettingPath, SettingValue } from '../record/settings.ts';
import { type Placed, type Rig, rigOf } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';

/** What of a unit is not as it should be: a setting, its firmware, or who or what else is about. */
export type FaultField = SettingPath | 'firmware' | 'crew' | 'guest' | 'emitter';

export interface Fault {
  /** The unit at which it shows; of what else is about, the one it gets at. */
  unit: string;
  field: FaultField;
  /** How the unit is really set, or what its firmware really is; null for what else is about. */
  to: SettingValue;
  /** Another crew, or a guest with a flash. */
  visitor?: Placed;
  /** Something else that sends. */
  emitter?: Emitter;
  /** How likely before anything was seen, beside the other faults. */
  weight: number;
}

/** The same for every value a field may really have: what is cured by one act is one cause. */
const causeOf = ({ unit, field }: Pick<Fault, 'unit' | 'field'>): string => `${unit} ${field}`;
export const causeOfAll = (faults: readonly Fault[]): string => faults.map(causeOf).sort().join(' + ');

/** Faults that come by themselves while nobody touches anything. */
const COMES_BY_ITSELF: ReadonlySet<string> = new Set([
  'asleep',
  'broken',
  'cells',
  'hot',
  'secondsBetween',
  'seated',
  'plugs',
  'inSun',
  'sight',
  'sightUpright',
  'covered',
  'offAxis',
  'distanceM',
  'heardShare',
  'crew',
  'guest',
  'emitter',
]);
export const comesByItself = ({ field }: Fault): boolean => COMES_BY_ITSELF.has(field);

const isSetting = ({ field }: Fault): boolean =>
  field !== 'firmware' && field !== 'crew' && field !== 'guest' && field !== 'emitter';

/** The rig as it is with these faults in it. */
export function withFaults(rig: Rig, faults: readonly Fault[]): Rig {
  const changes = faults.filter(isSetting).map(({ unit, field, to }): Change => {
    const setting = field as SettingPath;
    return { unit, setting, from: null, to };
  });
  const set = changes.length === 0 ? rig : withRigChanges(rig, changes);
  return faults.some((fault) => !isSetting(fault)) ? withSurroundings(set, faults) : set;
}

function withSurroundings(rig: Rig, faults: readonly Fault[]): Rig {
  const placed = new Map(rig.placed);
  const emitters = [...rig.around.emitters];
  for (const { unit, field, to, visitor, emitter } of faults) {
    const one = placed.get(unit)!;
    if (field === 'firmware') placed.set(unit, { ...one, unit: { ...one.unit, firmware: to as string } });
    if (visitor) placed.set(visitor.id, visitor);
    if (field === 'guest' && visitor)
      placed.set(unit, { ...one, settings: { ...one.settings, sees: [...(one.settings.sees ?? []), visitor.id] } });
    if (emitter) emitters.push(emitter);
  }
  const inOrder = [...placed.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
  return rigOf(rig.families, inOrder, { ...rig.around, emitters });
}
