import type { Profile } from '@ergon/core/record/profile';
import type { Unit } from '@ergon/core/record/unit';
import { ScrollView, StyleSheet } from 'react-native';
import { Words } from '../components/Words';
import { UnitEditor } from '../screens/lazyForms';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { modelName } from './profileSummary';

interface UnitPaneProps {
  /** The unit that was chosen, and its model; null where none is. */
  chosen: { unit: Unit; profile: Profile } | null;
  onClose: () => void;
}

/** One unit beside the list of all, where there is room. */
export function UnitPane({ chosen, onClose }: UnitPaneProps) {
  const colours = useColours();
  return (
    <ScrollView
      role="complementary"
      aria-label="Unit"
      tabIndex={0}
      style={[styles.pane, { backgroundColor: colours.raised, borderColor: colours.rule }]}
      contentContainerStyle={styles.content}
    >
      {chosen ? (
        <>
          <Words as="heading" level={2}>
            {chosen.unit.label}
          </Words>
          <Words as="small" tone="quiet">
            {modelName(chosen.profile)}
          </Words>
          <UnitEditor key={chosen.unit.id} {...chosen} onClose={onClose} />
        </>
      ) : (
        <Words tone="quiet">Choose a unit to see and change what is recorded of it.</Words>
      )}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  pane: { flexGrow: 0, width: 400, borderLeftWidth: 1 },
  content: { padding: space.page, gap: space.small },
});
