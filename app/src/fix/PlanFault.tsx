import { fixesFor } from '@ergon/core/mend/fixes';
import type { Incident, Sighting } from '@ergon/core/record/incident';
import type { ShotRef } from '@ergon/core/shot/lightRun';
import { findingText } from '@ergon/core/words/findingWording';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { FixButton } from '../editing/FixButton';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import type { useIncident } from './useIncident';
import { space, TOUCH } from '../theme/tokens';

interface PlanFaultProps {
  judged: JudgedLook;
  incident: Incident;
  incidents: ReturnType<typeof useIncident>;
}

/** The plan itself makes a light do what was seen: why, and the mend, and once it is mended what is left to do. */
export function PlanFault({ judged, incident, incidents }: PlanFaultProps) {
  const { names } = useRig();
  const { judgement, look } = judged;
  const wrong = incident.seen.filter(({ saw }) => saw !== 'fires');
  const finding = judgement.findings.find(
    ({ severity, units, shots }) => severity !== 'A' && wrong.some((seen) => isOf(seen, units, shots)),
  );
  const fixes = useMemo(() => (finding ? fixesFor(judgement, finding) : []), [judgement, finding]);
  if (isMended(incident))
    return <Words as="sentence">The plan is mended. Set it so on the unit, press the shutter again and look.</Words>;
  if (!finding) return <Words>Nothing in the plan is wrong either: see whether it still is so.</Words>;
  const { what, why } = findingText(finding, names);
  return (
    <View style={styles.box}>
      <Words as="strong">{what}</Words>
      <Words>{why}</Words>
      {fixes[0] && (
        <View style={styles.fix}>
          <FixButton
            look={look.id}
            fix={fixes[0]}
            onApply={(label) => incidents.mendPlan(incident, fixes[0]!.changes, label)}
          />
        </View>
      )}
      <LinkBox href={`/lines/${look.id}`} style={[styles.link]}>
        <Words as="strong">See its line</Words>
      </LinkBox>
    </View>
  );
}

/** Whether a finding is of that light in that very shot. */
const isOf = ({ light, body, attitude }: Sighting, units: readonly string[], shots: readonly ShotRef[]): boolean =>
  units.includes(light) && shots.some((shot) => shot.body === body && shot.attitude === attitude);

/** Whether the plan was changed since it was seen. */
export const isMended = ({ was }: Incident): boolean => (was?.length ?? 0) > 0;

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 620 },
  fix: { maxWidth: 360 },
  link: { minHeight: TOUCH, justifyContent: 'center' },
});
