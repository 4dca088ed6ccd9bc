import { FOOLINGS, fooledMoves, fooledNow, type Fooling } from '@ergon/core/power/fooled';
import type { LightPower } from '@ergon/core/power/lightPower';
import { planPowers } from '@ergon/core/power/powerPlan';
import { foolingLabel } from '@ergon/core/words/powerWording';
import { listed } from '@ergon/core/words/settingWords';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import { useEdit } from '../editing/editing';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

interface FooledByProps {
  judged: JudgedLook;
  /** Metered ones. */
  powers: readonly LightPower[];
}

/** What stands before metered lights that is not mid grey: one touch sets the usual compensation, the camera's own counted in. */
export function FooledBy({ judged, powers }: FooledByProps) {
  const { names } = useRig();
  const edit = useEdit();
  const ids = powers.map(({ light }) => light.id);
  const choose = (by: Fooling) => {
    const { changes } = planPowers(judged.judgement, fooledMoves(powers, by));
    if (changes.length > 0) edit(judged.look.id, changes, `compensation of ${listed(ids, names)}`);
  };
  return (
    <View style={styles.box}>
      <Words tone="quiet">Metering is fooled by</Words>
      <Choice
        label="Metering is fooled by"
        options={FOOLINGS.map((value) => ({ value, label: foolingLabel(value) }))}
        value={fooledNow(powers)}
        onChoose={choose}
      />
    </View>
  );
}

const styles = StyleSheet.create({ box: { gap: space.tiny } });
