import { cardLines } from '@ergon/core/cards/cardLines';
import { UNSURE } from '@ergon/core/diagnose/evidence';
import { dialling } from '@ergon/core/operation/dialling';
import { changing, logging, making, removing } from '@ergon/core/operation/editsOf';
import type { Check, Incident, Sighting } from '@ergon/core/record/incident';
import type { Dialled } from '@ergon/core/record/unit';
import type { Light } from '@ergon/core/rig/rig';
import { fingerprint, fingerprintParts } from '@ergon/core/verdict/fingerprint';
import { recordName } from '@ergon/core/words/operationWords';
import type { JudgedLook } from '../rig/judgedLook';
import { recordId } from '../rig/recordId';
import { useRig } from '../rig/Rig';

/** What it was, and the places of what was seen beside it and is something else. */
export interface End {
  cause: NonNullable<Incident['ended']>['cause'];
  later: readonly number[];
  /** A press was seen to fire. */
  proven: boolean;
}

/** What a look's incidents are, the latest first, and everything that is done about the open one. */
export function useIncident({ look, judgement }: JudgedLook) {
  const { rig, queue, names } = useRig();
  const all = (rig?.incidents ?? [])
    .filter((incident) => incident.look === look.id)
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
  const open = all.find(({ ended }) => ended == null) ?? null;
  const change = (incident: Incident, next: Partial<Incident>, label: string) =>
    queue.submit(label, (state) =>
      changing(state, { on: { kind: 'incident', id: incident.id }, seen: incident, doc: { ...incident, ...next } }),
    );
  return {
    all,
    open,
    begin: (seen: readonly Sighting[]) => {
      const id = recordId('incident', new Set((rig?.incidents ?? []).map((one) => one.id)));
      const doc: Incident = { id, look: look.id, seen: [...seen], checks: [], at: new Date().toISOString() };
      queue.submit(`what was seen in ${look.name}`, (_state, born) => [making({ kind: 'incident', id }, doc, born)]);
    },
    answer: (incident: Incident, check: Check, answer: string) =>
      change(incident, { checks: [...incident.checks, { check, answer }] }, 'an answer'),
    unsure: (incident: Incident, check: Check) =>
      change(incident, { checks: [...incident.checks, { check, answer: UNSURE }] }, 'an answer'),
    /** As if the last check had not been made yet. */
    back: (incident: Incident) =>
      change(incident, { checks: incident.checks.slice(0, -1) }, 'the last answer taken back'),
    remove: (incident: Incident) =>
      queue.submit(
        `${rig ? recordName({ kind: 'incident', id: incident.id }, { names, state: rig }) : 'it'} dropped`,
        (state) => removing(state, { kind: 'incident', id: incident.id }),
      ),
    /** Found and, where a press proved it, logged as a test fire; what was set for it is ticked on the card. */
    end: (incident: Incident, { cause, later, proven }: End, cure: Check | null) => {
      const at = new Date().toISOString();
      const next = recordId('incident', new Set((rig?.incidents ?? []).map((one) => one.id)));
      const isLast = cure !== null && JSON.stringify(incident.checks.at(-1)?.check) === JSON.stringify(cure);
      const last = cure && !isLast ? [...incident.checks, { check: cure, answer: 'fires' }] : incident.checks;
      queue.submit('the cure proven', (state, born) => [
        ...changing(state, {
          on: { kind: 'incident', id: incident.id },
          seen: incident,
          doc: { ...incident, checks: last, ended: { cause, proven, at } },
        }),
        ...(later.length > 0
          ? [
              making(
                { kind: 'incident', id: next },
                { ...incident, id: next, seen: seenStill(incident, later), checks: [], at },
                born,
              ),
            ]
          : []),
        ...(cure?.kind === 'press'
          ? provenEdits({ look, judgement, state, born, by: rig?.member.name ?? '' }, cure, at)
          : []),
      ]);
    },
    giveUp: (incident: Incident) =>
      change(incident, { ended: { cause: [], proven: false, at: new Date().toISOString() } }, 'the search ended'),
  };
}

/** What was right, and what was something else. */
const seenStill = ({ seen }: Incident, later: readonly number[]): Incident['seen'] =>
  seen.filter(({ saw }, index) => saw === 'fires' || later.includes(index));

type State = Parameters<typeof changing>[0];

interface Proven extends Pick<JudgedLook, 'look' | 'judgement'> {
  state: State;
  born: string;
  by: string;
}

function provenEdits(
  { look, judgement, state, born, by }: Proven,
  cure: Extract<Check, { kind: 'press' }>,
  at: string,
) {
  const { rig } = judgement;
  const light = rig.placed.get(cure.light) as Light | undefined;
  const body = rig.bodies.find(({ id }) => id === cure.body);
  const ticks = cure.done.flatMap(({ unit, setting }) => {
    const placed = rig.placed.get(unit);
    const line = placed && cardLines(rig, placed).find((one) => one.setting === setting);
    const dialled: Dialled | null =
      line && line.planned != null ? { value: line.planned as Dialled['value'], by, at } : null;
    return dialled ? dialling(state, unit, [{ setting, dialled }]) : [];
  });
  if (!light || !body) return ticks;
  const made = { fingerprint: fingerprint(rig, light, body), parts: fingerprintParts(rig, light, body) };
  const { attitude } = cure;
  return [
    ...ticks,
    ...logging([{ look: look.id, light: light.id, body: body.id, attitude, result: 'fired', ...made, at }], born),
  ];
}
