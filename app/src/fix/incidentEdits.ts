/** What the end of a search and a mend of the plan change, each as one operation. */
import { cardLines } from '@ergon/core/cards/cardLines';
import type { CrewState } from '@ergon/core/operation/crewState';
import { dialling } from '@ergon/core/operation/dialling';
import type { Edit } from '@ergon/core/operation/edit';
import { changing, logging, making, settingEdits } from '@ergon/core/operation/editsOf';
import type { Change } from '@ergon/core/record/change';
import type { Check, Done, Incident, PressCheck } from '@ergon/core/record/incident';
import type { Dialled } from '@ergon/core/record/unit';
import { isMeantFor } from '@ergon/core/rig/meantFor';
import type { Light, Rig } from '@ergon/core/rig/rig';
import { madeWith } from '@ergon/core/verdict/fingerprint';
import type { JudgedLook } from '../rig/judgedLook';

/** What it was, and the places of what was seen beside it and is something else. */
export interface End {
  cause: NonNullable<Incident['ended']>['cause'];
  later: readonly number[];
  /** The unit another one did in place of. */
  swapped?: string | null;
  /** A press was seen to fire. */
  proven: boolean;
}

/** An incident with some of it changed, made on what this member sees of it. */
export const changed = (state: CrewState, incident: Incident, next: Partial<Incident>): Edit[] =>
  changing(state, { on: { kind: 'incident', id: incident.id }, seen: incident, doc: { ...incident, ...next } });

/** Mends the plan; what was seen stays seen of the plan as it was. */
export function mendingPlan(state: CrewState, incident: Incident, changes: readonly Change[]): Edit[] {
  const was = changes.map(({ unit, setting, from }): Done => ({ unit, setting, to: (from ?? null) as Done['to'] }));
  return [...settingEdits(state, incident.look, changes), ...changed(state, incident, { was })];
}

type Judged = Pick<JudgedLook, 'look' | 'judgement'>;

interface Ending {
  state: CrewState;
  born: string;
  by: string;
  /** The id of the search for what is something else, should there be one. */
  next: string;
  at: string;
}

/**
 * Ends a search. What a press proved is a test fire too, and what was set for it is ticked on the card; what is something
 * else is a search of its own.
 */
export function ending(
  judged: Judged,
  incident: Incident,
  { cause, later, swapped, proven, cure }: End & { cure: Check | null },
  { state, born, by, next, at }: Ending,
): Edit[] {
  const isLast = cure !== null && JSON.stringify(incident.checks.at(-1)?.check) === JSON.stringify(cure);
  const checks =
    cure && !isLast
      ? [...incident.checks, { check: cure, answer: isToFire(judged.judgement.rig, cure) ? 'fires' : 'dark' }]
      : incident.checks;
  const rest: Incident = { ...incident, id: next, seen: seenStill(incident, later), checks: [], at };
  return [
    ...changed(state, incident, { checks, ended: { cause, proven, ...(swapped != null && { swapped }), at } }),
    ...(later.length > 0 ? [making({ kind: 'incident', id: next }, rest, born)] : []),
    ...(cure?.kind === 'press' ? proving(judged, cure, { state, born, by, at }) : []),
  ];
}

/** What was right, and what was something else. */
const seenStill = ({ seen }: Incident, later: readonly number[]): Incident['seen'] =>
  seen.filter(({ saw }, index) => saw === 'fires' || later.includes(index));

/** Whether the light that is watched is meant for that shutter. */
function isToFire(rig: Rig, cure: Check): boolean {
  if (cure.kind !== 'press') return true;
  const light = rig.placed.get(cure.light) as Light | undefined;
  const body = rig.bodies.find(({ id }) => id === cure.body);
  return light !== undefined && body !== undefined && isMeantFor(rig, light, body) === true;
}

function proving(
  { look, judgement: { rig } }: Judged,
  cure: PressCheck,
  { state, born, by, at }: Omit<Ending, 'next'>,
): Edit[] {
  const light = rig.placed.get(cure.light) as Light | undefined;
  const body = rig.bodies.find(({ id }) => id === cure.body);
  const ticks = cure.done.flatMap(({ unit, setting }) => {
    const placed = rig.placed.get(unit);
    const line = placed && cardLines(rig, placed).find((one) => one.setting === setting);
    if (line?.planned == null) return [];
    const dialled: Dialled = { value: line.planned as Dialled['value'], by, at };
    return dialling(state, unit, [{ setting, dialled }]);
  });
  // That a light rightly stayed dark is no test fire.
  if (!light || !body || !isToFire(rig, cure)) return ticks;
  const test = {
    look: look.id,
    light: light.id,
    body: body.id,
    attitude: cure.attitude,
    result: 'fired' as const,
    ...madeWith(rig, light, body),
    at,
    by,
  };
  return [...ticks, ...logging([test], born)];
}
