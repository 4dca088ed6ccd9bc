import { StyleSheet, View } from 'react-native';
import { space } from '../theme/tokens';
import { Button } from './Button';
import { Failure } from './Failure';

/** What every short form ends with: the act itself, the way out, and why the act failed. */
export function FormEnd({ act, onAct, wait, leave, onLeave }: FormEndProps) {
  return (
    <>
      <View style={styles.buttons}>
        <Button kind="act" label={act.label} hint={act.hint} onPress={onAct} disabled={wait?.isPending} />
        <Button label={leave} onPress={onLeave} />
      </View>
      {wait && <Failure error={wait.error} />}
    </>
  );
}

interface FormEndProps {
  act: { label: string; hint?: string };
  onAct: () => void;
  /** The request that the act makes; left out where what is done takes effect at once. */
  wait?: { isPending: boolean; error: Error | null };
  leave: 'Cancel' | 'Close';
  onLeave: () => void;
}

const styles = StyleSheet.create({ buttons: { flexDirection: 'row', gap: space.small } });
