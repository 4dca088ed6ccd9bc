import { type Visit, visitLines, visitsOf } from '@ergon/core/words/workWording';
import { durationText } from '@ergon/core/words/saying';
import type { Change } from '@ergon/core/record/change';
import type { Rig } from '@ergon/core/rig/rig';
import type { Names } from '@ergon/core/words/settingWords';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { howTosFor } from '../editing/howTo';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** What to do at the camera, then at each place somebody walks to. */
export const VisitList = ({ rig, changes }: { rig: Rig; changes: readonly Change[] }) => (
  <View role="list" aria-label="What to do" style={styles.visits}>
    {visitsOf(rig, { changes }).map((visit) => (
      <VisitShown key={visit.unit ?? ''} visit={visit} />
    ))}
  </View>
);

/** "At the camera", "Light 6 · 24 s walk". */
export function visitName({ unit, walkSeconds }: Visit, names: Names): string {
  if (unit === null) return 'At the camera';
  const walk = walkSeconds === null ? 'walk not measured' : `${durationText(walkSeconds)} walk`;
  return `${names.unit(unit)} · ${walk}`;
}

function VisitShown({ visit }: { visit: Visit }) {
  const { names, kit } = useRig();
  const colours = useColours();
  return (
    <View role="listitem" style={[styles.visit, { borderColor: colours.ink }]}>
      <Words as="strong">{visitName(visit, names)}</Words>
      <View role="list">
        {visitLines(visit.changes, names).map((line) => (
          <View key={line} role="listitem">
            <Words>{line}</Words>
          </View>
        ))}
        {howTosFor(kit, visit.changes).map((line) => (
          <View key={line} role="listitem">
            <Words as="small" tone="quiet">
              {line}
            </Words>
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  visits: { gap: space.base },
  visit: { borderLeftWidth: 3, paddingLeft: space.base, gap: space.hair },
});
