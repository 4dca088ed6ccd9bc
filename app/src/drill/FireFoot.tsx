import type { Rig } from '@ergon/core/rig/rig';
import { shotsOf } from '@ergon/core/verdict/judge';
import type { Names } from '@ergon/core/words/settingWords';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { useWide } from '../components/useWide';
import { space } from '../theme/tokens';
import type { Act } from './act';

type Shots = ReturnType<typeof ourShots>;

/** The shots of ours. */
export const ourShots = (rig: Rig) => shotsOf(rig).filter(({ body }) => !rig.strangers.has(body.id));

interface FireFootProps {
  shots: Shots;
  chosen: number;
  onChoose: (shot: number) => void;
  names: Names;
  onAct: (step: Act) => void;
}

/** Under the thumb: whose shutter, how it is held, and the word that all is well. */
export function FireFoot({ shots, chosen, onChoose, names, onAct }: FireFootProps) {
  const wide = useWide();
  const shot = shots[chosen] ?? shots[0]!;
  const options = shots.map(({ body, attitude }, value) => ({
    value,
    label: `${names.unit(body.id)}${attitude === 'upright' ? ' upright' : ''}`,
  }));
  const press = { kind: 'press', body: shot.body.id, attitude: shot.attitude } as const;
  return (
    <View style={styles.foot}>
      {shots.length > 1 && <Choice label="Shutter" fill={!wide} options={options} value={chosen} onChoose={onChoose} />}
      <View style={styles.keys}>
        <Button grow kind="act" label="Fire" onPress={() => onAct(press)} />
        <Button grow label="All do as planned" onPress={() => onAct({ kind: 'well' })} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  foot: { gap: space.small, maxWidth: 620 },
  keys: { flexDirection: 'row', gap: space.small },
});
