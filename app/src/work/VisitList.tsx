import { durationText, type Visit, visitLines, visitsOf } from '@ergon/core/words/workWording';
import type { Change } from '@ergon/core/record/change';
import type { Rig } from '@ergon/core/rig/rig';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { howTosFor } from '../editing/howTo';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** What to do at the camera, then at each place somebody walks to. */
export const VisitList = ({ rig, changes }: { rig: Rig; changes: readonly Change[] }) =>
  visitsOf(rig, { changes }).map((visit) => <VisitShown key={visit.unit ?? ''} visit={visit} />);

function VisitShown({ visit }: { visit: Visit }) {
  const { names, kit } = useRig();
  const colours = useColours();
  const walk =
    visit.unit === null
      ? ''
      : visit.walkSeconds === null
        ? ' · walk not measured'
        : ` · ${durationText(visit.walkSeconds)} walk`;
  return (
    <View style={[styles.visit, { borderColor: colours.ink }]}>
      <Words as="strong">{visit.unit === null ? 'At the camera' : `${names.unit(visit.unit)}${walk}`}</Words>
      {visitLines(visit.changes, names).map((line) => (
        <Words key={line}>{line}</Words>
      ))}
      {howTosFor(kit, visit.changes).map((line) => (
        <Words key={line} as="small" tone="quiet">
          {line}
        </Words>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({ visit: { borderLeftWidth: 3, paddingLeft: space.base, gap: space.hair } });
