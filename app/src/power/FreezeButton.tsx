import { freezeChanges, frozen } from '@ergon/core/power/freeze';
import type { LightPower } from '@ergon/core/power/lightPower';
import type { Reading } from '@ergon/core/record/reading';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useEdit } from '../editing/editing';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

interface FreezeButtonProps {
  judged: JudgedLook;
  power: LightPower;
  readings: readonly Reading[];
}

/** What metering found becomes manual power: the same for every frame, whatever stands in front of it. */
export function FreezeButton({ judged, power, readings }: FreezeButtonProps) {
  const { names } = useRig();
  const edit = useEdit();
  const { light, level } = power;
  const { rig } = judged.judgement;
  const found = level.body && frozen(light, level.body, readings);
  if (!found || found.power === null)
    return (
      <Words as="small" tone="quiet">
        {found?.metered
          ? 'To freeze it, meter it once at a known power too, or note its guide number and distance.'
          : 'To freeze it, meter it alone as it is: then no clothes and no window fool it any more.'}
      </Words>
    );
  const { power: to } = found;
  const label = `Freeze at ${names.power(light.id, to)}`;
  return (
    <View style={styles.act}>
      <Button
        label={label}
        hint={names.unit(light.id)}
        onPress={() => edit(judged.look.id, freezeChanges(rig, light, to), `${names.unit(light.id)}: ${label}`)}
      />
    </View>
  );
}

const styles = StyleSheet.create({ act: { maxWidth: 360, gap: space.tiny } });
