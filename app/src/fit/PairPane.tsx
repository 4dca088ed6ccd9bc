import type { FitChoice } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { ScrollView, StyleSheet } from 'react-native';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { FitDetail } from './FitDetail';

const WIDTH = 380;

/** The pair that was chosen, beside the table on a wide screen. */
export function PairPane({ choice, body, flash }: { choice: FitChoice; body: KitItem; flash: KitItem }) {
  const colours = useColours();
  return (
    <ScrollView
      role="complementary"
      aria-label="Pair"
      tabIndex={0}
      style={[styles.side, { backgroundColor: colours.raised, borderColor: colours.rule }]}
      contentContainerStyle={styles.content}
    >
      <FitDetail
        key={`${body.unit.id} ${flash.unit.id}`}
        choice={choice}
        body={body}
        flash={flash}
        width={WIDTH - 2 * space.page}
      />
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  side: { flexGrow: 0, width: WIDTH, borderLeftWidth: 1 },
  content: { padding: space.page },
});
