/** What of a unit can be looked at, tried and set in a drill. docs/model.md, Drills. */
import { cureOf, isReadOff, SURROUNDINGS } from '../diagnose/checks.ts';
import type { FaultField } from '../diagnose/fault.ts';
import { faultLibrary } from '../diagnose/faultLibrary.ts';
import { isAtCamera, placeOf, UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import type { Done } from '../record/incident.ts';
import { channelRangeOf } from '../rig/net.ts';
import { isFlash, isTrigger, type Placed, type Rig } from '../rig/rig.ts';

/** One thing of a unit. */
export interface Reading {
  field: string;
  /** What puts it as planned; null for what nobody sets. */
  cure: Done | null;
}

export interface Panel {
  unit: string;
  readings: Reading[];
  /** Of a flash, and of a sender. */
  hasButton: boolean;
  /** Whether it could be held close to the camera for one press. */
  isCarried: boolean;
  /** Channels it can be set to; none where it has none. */
  channels: { from: number; to: number } | null;
}

/** What is found out about what is around, by the sender it gets at. */
export interface Question {
  unit: string;
  field: string;
}

const BY_AIR: ReadonlySet<string> = new Set(['radio', 'optical', 'eye']);

/** Units at the camera first, then in the order of their walks; those of one walk by their labels, as people look for them. */
export function panelsOf(rig: Rig): Panel[] {
  const byUnit = new Map<string, Set<string>>();
  for (const { unit, field } of faultLibrary(rig)) {
    if (SURROUNDINGS.has(field) || !isReadOff(field)) continue;
    byUnit.set(unit, (byUnit.get(unit) ?? new Set()).add(field));
  }
  return [...byUnit]
    .map(([unit, fields]) => panelOf(rig, rig.placed.get(unit)!, [...fields]))
    .sort((a, b) => walkOf(rig, a) - walkOf(rig, b) || (labelOf(rig, a) < labelOf(rig, b) ? -1 : 1));
}

/** Seconds there and back; null where nobody recorded it, and 0 at the camera. */
export const walkTo = (rig: Rig, unit: string): number | null =>
  isAtCamera(rig, unit) ? 0 : (rig.placed.get(placeOf(rig, unit))?.settings.walkSeconds ?? null);

const walkOf = (rig: Rig, { unit }: Panel): number => walkTo(rig, unit) ?? UNMEASURED_WALK_SECONDS;
const labelOf = (rig: Rig, { unit }: Panel): string => rig.placed.get(unit)!.unit.label;

function panelOf(rig: Rig, placed: Placed, fields: readonly string[]): Panel {
  const { id: unit, settings } = placed;
  const readings = fields.map((field): Reading => ({ field, cure: cureOf(rig, { unit, field: field as FaultField }) }));
  return {
    unit,
    readings,
    hasButton: isFlash(placed) || (isTrigger(placed) && settings.role === 'master'),
    isCarried: isFlash(placed) && BY_AIR.has(settings.link ?? '') && !isAtCamera(rig, unit),
    channels: settings.channel == null ? null : channelRangeOf(rig, placed),
  };
}

/** Who or what else may be about. */
export const questionsOf = (rig: Rig): Question[] =>
  faultLibrary(rig)
    .filter(({ field }) => SURROUNDINGS.has(field))
    .map(({ unit, field }) => ({ unit, field }));
