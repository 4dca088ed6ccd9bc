import type { Incident } from '@ergon/core/record/incident';
import { incidentText } from '@ergon/core/words/diagnosisWording';
import { format } from 'date-fns/format';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import type { useIncident } from './useIncident';

interface IncidentLogProps {
  judged: JudgedLook;
  incidents: ReturnType<typeof useIncident>;
  readOnly?: boolean;
}

/** What went wrong in this look before, what it was and how long it took. */
export function IncidentLog({ judged, incidents, readOnly = false }: IncidentLogProps) {
  const ended = incidents.all.filter((incident) => incident.ended != null);
  if (ended.length === 0) return null;
  return (
    <View role="region" aria-label="What went wrong before" style={styles.box}>
      <Words as="heading" level={2}>
        What went wrong before
      </Words>
      {ended.map((incident) => (
        <Entry
          key={incident.id}
          judged={judged}
          incident={incident}
          onRemove={readOnly ? null : () => incidents.remove(incident)}
        />
      ))}
    </View>
  );
}

function Entry({
  judged,
  incident,
  onRemove,
}: {
  judged: JudgedLook;
  incident: Incident;
  onRemove: (() => void) | null;
}) {
  const { names } = useRig();
  const colours = useColours();
  const { what, cause, minutes } = incidentText(incident, { rig: judged.judgement.rig, names }, Date.parse);
  return (
    <View style={[styles.entry, { borderColor: colours.rule }]}>
      <View style={styles.words}>
        <Words as="strong">{what}</Words>
        <Words>{cause}</Words>
        <Words as="small" tone="quiet">
          {[format(new Date(incident.at), 'd MMM yyyy, HH:mm'), minutes].join(' · ')}
        </Words>
      </View>
      {onRemove && <Button kind="quiet" label="Remove" hint={what} onPress={onRemove} />}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 620 },
  entry: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.small,
    paddingVertical: space.small,
    borderTopWidth: 1,
  },
  words: { flex: 1, gap: space.hair },
});
