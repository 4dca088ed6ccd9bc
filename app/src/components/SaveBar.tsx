import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { Pressable, StyleSheet, View } from 'react-native';
import { useEditing } from '../editing/editing';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { Words } from './Words';

/** Undo and redo, and whether everything has reached the server: a quiet mark, never a wall. */
export function SaveBar() {
  const { saveState, waits, clashes, parked } = useRig();
  const undecided = clashes.length + parked.length;
  const { undo, redo, undoLabel, redoLabel } = useEditing();
  const saved = undecided === 0 ? 'saved' : `${undecided} to decide`;
  // Until it is known what the device holds, nothing is said.
  const saving = waits.length === 0 ? '' : 'saving';
  const words = { saved, saving, waiting: `${waits.length} waiting` }[saveState];
  return (
    <View style={styles.bar}>
      <View role="status" aria-label="Save state">
        <Words as="small" tone={saveState === 'waiting' ? 'fault' : 'quiet'}>
          {words}
        </Words>
      </View>
      <Back icon={Undo} deed="Undo" label={undoLabel} onPress={undo} />
      {redoLabel !== null && <Back icon={Redo} deed="Redo" label={redoLabel} onPress={redo} />}
    </View>
  );
}

interface BackProps {
  icon: typeof Undo;
  deed: 'Undo' | 'Redo';
  /** What it would be done to; null where there is nothing. */
  label: string | null;
  onPress: () => void;
}

function Back({ icon: Icon, deed, label, onPress }: BackProps) {
  const colours = useColours();
  return (
    <Pressable
      role="button"
      aria-label={label ? `${deed}: ${label}` : `${deed}: nothing to ${deed.toLowerCase()}`}
      aria-disabled={!label}
      disabled={!label}
      onPress={onPress}
      style={[styles.back, !label && styles.nothing]}
    >
      <Icon size={22} color={colours.ink} />
    </Pressable>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', alignItems: 'center', gap: space.tiny, marginTop: -space.small },
  back: { width: TOUCH, height: TOUCH, alignItems: 'center', justifyContent: 'center' },
  nothing: { opacity: 0.35 },
});
