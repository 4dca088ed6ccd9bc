import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';

interface SaveModelBarProps {
  model: { changed: boolean; problem: string | null; saveNow: () => void; drop: () => void };
  name: string;
}

/** Saves or drops what was changed of a family or a profile, and says why it could not. */
export function SaveModelBar({ model, name }: SaveModelBarProps) {
  const { changed, problem, saveNow, drop } = model;
  return (
    <View style={styles.bar}>
      {problem !== null && (
        <Words tone="fault" live>
          {problem}
        </Words>
      )}
      <View style={styles.buttons}>
        <Button kind="act" grow label="Save" hint={name} onPress={saveNow} disabled={!changed} />
        <Button label="Drop changes" onPress={drop} disabled={!changed} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { gap: space.base },
  buttons: { flexDirection: 'row', gap: space.small },
});
