import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { space } from '../theme/tokens';
import type { PressLog } from './usePressLog';

/** Under the thumb: what was seen is logged, then the next press is asked for. */
export function PressFoot({ pressLog: { marked, logged, log, end } }: { pressLog: PressLog }) {
  const count = Object.keys(marked).length;
  if (logged) return <Button kind="act" label="Next press" onPress={end} />;
  return (
    <View style={styles.row}>
      <View style={styles.main}>
        <Button
          kind="act"
          label={count === 1 ? 'Log 1 light' : `Log ${count} lights`}
          onPress={log}
          disabled={count === 0}
        />
      </View>
      <Button label="Leave it" onPress={end} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: space.small },
  main: { flex: 1, maxWidth: 360 },
});
