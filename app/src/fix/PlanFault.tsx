import { fixesFor } from '@ergon/core/mend/fixes';
import type { Incident } from '@ergon/core/record/incident';
import { findingText } from '@ergon/core/words/findingWording';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { FixButton } from '../editing/FixButton';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { space, TOUCH } from '../theme/tokens';

/** The plan itself makes a light do what was seen: why, and the mend. */
export function PlanFault({ judged, incident }: { judged: JudgedLook; incident: Incident }) {
  const { names } = useRig();
  const { judgement, look } = judged;
  const wrong = new Set(incident.seen.filter(({ saw }) => saw !== 'fires').map(({ light }) => light));
  const finding = judgement.findings.find(
    ({ severity, units }) => severity !== 'A' && units.some((id) => wrong.has(id)),
  );
  const fixes = useMemo(() => (finding ? fixesFor(judgement, finding) : []), [judgement, finding]);
  if (!finding) return <Words>Nothing in the plan is wrong either: see whether it still is so.</Words>;
  const { what, why } = findingText(finding, names);
  return (
    <View style={styles.box}>
      <Words as="strong">{what}</Words>
      <Words>{why}</Words>
      {fixes[0] && <FixButton look={look.id} fix={fixes[0]} />}
      <LinkBox href={`/lines/${look.id}`} style={[styles.link]}>
        <Words as="strong">See its line</Words>
      </LinkBox>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 620 },
  link: { minHeight: TOUCH, justifyContent: 'center' },
});
