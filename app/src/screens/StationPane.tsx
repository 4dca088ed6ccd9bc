import type { Shot } from '@ergon/core/shot/lightRun';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { Inspector } from '../editing/Inspector';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** The station that was touched, beside the drawing on a wide screen. */
export function StationPane({
  judged,
  shot,
  line,
  station,
}: {
  judged: JudgedLook;
  shot: Shot;
  line: SignalLine | null;
  station: number;
}) {
  const colours = useColours();
  return (
    <View
      role="complementary"
      aria-label="Station"
      style={[styles.pane, { borderColor: colours.rule, backgroundColor: colours.raised }]}
    >
      <ScrollView contentContainerStyle={styles.inside} tabIndex={0}>
        {line ? (
          <Inspector judged={judged} shot={shot} line={line} station={station} />
        ) : (
          <Words tone="quiet">Touch a station to see and change what is set there. Press ? for the keys.</Words>
        )}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  pane: { width: 320, borderLeftWidth: 1 },
  inside: { padding: space.page },
});
