import Undo from 'lucide-react-native/icons/undo-2';
import { Pressable, StyleSheet, View } from 'react-native';
import { useEditing } from '../editing/editing';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { Words } from './Words';

/** Undo, and whether everything has reached the server: a quiet mark, never a wall. */
export function SaveBar() {
  const colours = useColours();
  const { saveState, waiting } = useRig();
  const { undo, undoLabel } = useEditing();
  const words = { saved: 'saved', saving: 'saving', waiting: `${waiting} waiting` }[saveState];
  return (
    <View style={styles.bar}>
      <View role="status" aria-label="Save state">
        <Words as="small" tone={saveState === 'waiting' ? 'fault' : 'quiet'}>
          {words}
        </Words>
      </View>
      <Pressable
        role="button"
        aria-label={undoLabel ? `Undo: ${undoLabel}` : 'Undo: nothing to undo'}
        aria-disabled={!undoLabel}
        disabled={!undoLabel}
        onPress={undo}
        style={[styles.undo, !undoLabel && styles.nothing]}
      >
        <Undo size={22} color={colours.ink} />
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', alignItems: 'center', gap: space.tiny, marginTop: -space.small },
  undo: { width: TOUCH, height: TOUCH, alignItems: 'center', justifyContent: 'center' },
  nothing: { opacity: 0.35 },
});
