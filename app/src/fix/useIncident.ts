import { UNSURE } from '@ergon/core/diagnose/evidence';
import { making, removing } from '@ergon/core/operation/editsOf';
import type { Change } from '@ergon/core/record/change';
import type { Check, Incident, Sighting } from '@ergon/core/record/incident';
import { recordName } from '@ergon/core/words/operationWords';
import type { JudgedLook } from '../rig/judgedLook';
import { recordId } from '../rig/recordId';
import { useRig } from '../rig/Rig';
import { changed, type End, ending, mendingPlan } from './incidentEdits';

/** What a look's incidents are, the latest first, and everything that is done about the open one. */
export function useIncident(judged: JudgedLook) {
  const { look } = judged;
  const { rig, queue, names } = useRig();
  const all = (rig?.incidents ?? [])
    .filter((incident) => incident.look === look.id)
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
  const newIncident = () => recordId('incident', new Set((rig?.incidents ?? []).map((one) => one.id)));
  const change = (incident: Incident, next: Partial<Incident>, label: string) =>
    queue.submit(label, (state) => changed(state, incident, next));
  const nameOf = ({ id }: Incident) => (rig ? recordName({ kind: 'incident', id }, { names, state: rig }) : id);
  return {
    all,
    open: all.find(({ ended }) => ended == null) ?? null,
    begin: (seen: readonly Sighting[]) => {
      const id = newIncident();
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
      queue.submit(`${nameOf(incident)} dropped`, (state) => removing(state, { kind: 'incident', id: incident.id })),
    mendPlan: (incident: Incident, changes: readonly Change[], label: string) =>
      queue.submit(label, (state) => mendingPlan(state, incident, changes)),
    end: (incident: Incident, end: End, cure: Check | null) => {
      const made = { by: rig?.member.name ?? '', next: newIncident(), at: new Date().toISOString() };
      queue.submit(end.proven ? 'the cure proven' : 'the search ended', (state, born) =>
        ending(judged, incident, { ...end, cure }, { ...made, state, born }),
      );
    },
    giveUp: (incident: Incident) =>
      change(incident, { ended: { cause: [], proven: false, at: new Date().toISOString() } }, 'the search ended'),
  };
}
