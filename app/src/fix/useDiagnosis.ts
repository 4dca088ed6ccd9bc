import type { Diagnosis } from '@ergon/core/diagnose/diagnosis';
import { type Change, withChangedUnits } from '@ergon/core/record/change';
import type { Done, Incident } from '@ergon/core/record/incident';
import { useMemo } from 'react';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import type { DiagnoseProgress, DiagnoseRequest } from '../workers/diagnose.worker';
import { startDiagnose } from '../workers/startWorkers';
import { useWorker } from '../workers/useWorker';
import { wholeKit } from '../workers/wholeKit';

/** What an incident may be and what to do next. An answer or a change of the look starts afresh. */
export function useDiagnosis({ look, judgement }: JudgedLook, incident: Incident) {
  const { kit, rig } = useRig();
  const said = JSON.stringify([incident.seen, incident.checks, incident.was ?? []]);
  const request = useMemo((): DiagnoseRequest => {
    const [seen, checks, was] = JSON.parse(said) as [Incident['seen'], Incident['checks'], Done[]];
    // What was seen is held against the plan as it was then.
    const then = withChangedUnits(look.units, was.map(asChange));
    return {
      kit: wholeKit(kit),
      look: { ...look, units: then },
      onAir: rig?.onAir ?? [],
      incident: { seen, checks },
      incidents: rig?.incidents ?? [],
    };
    // A change of the kit or of the air makes a new judgement; what others log meanwhile changes no answer on its way.
  }, [look, judgement, said]); // eslint-disable-line react-hooks/exhaustive-deps
  return useWorker<DiagnoseRequest, DiagnoseProgress, Diagnosis>(startDiagnose, request);
}

const asChange = ({ unit, setting, to }: Done): Change => ({
  unit,
  setting: setting as Change['setting'],
  from: null,
  to: to as Change['to'],
});
