import { planLines } from '@ergon/core/words/powerWording';
import { durationText } from '@ergon/core/words/saying';
import { type Href, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { StepEnd } from '../components/Stepper';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import type { PowerTrial } from './usePowerTrial';

interface PowerFootProps {
  look: string;
  /** Who moves: "All lights", "Light 1 and Light 3". */
  who: string;
  trial: PowerTrial;
  onSet: () => void;
}

/** Under the thumb: darker, brighter, what that takes, and the button that does it. */
export function PowerFoot({ look, who, trial, onSet }: PowerFootProps) {
  const { names } = useRig();
  const { stops, mode, what, plan, step, drop } = trial;
  const router = useRouter();
  const lines = plan ? planLines(plan, names) : [];
  return (
    <View style={styles.foot}>
      {lines.length > 0 && (
        <View role="status" aria-live="polite">
          {lines.map((line) => (
            <Words key={line} as="small">
              {line}
            </Words>
          ))}
        </View>
      )}
      <View style={styles.row}>
        <StepEnd label={`Power of ${who}`} way="less" onPress={() => step(-1)} />
        <View style={styles.stops}>
          <Words as="heading" align="center">
            {stops === 0 && mode === null ? '0' : what.replace(/ stops?$/, '')}
          </Words>
          <Words as="small" tone="quiet" align="center" single>
            {who}
          </Words>
        </View>
        <StepEnd label={`Power of ${who}`} way="more" onPress={() => step(1)} />
        <View style={styles.act}>
          {plan === null ? (
            <Button label="Meter" onPress={() => router.push(`/lines/${look}/meter` as Href)} />
          ) : (
            <Button
              kind="act"
              label="Set"
              hint={`${who} ${what}`}
              detail={plan.cost.seconds > 0 ? durationText(plan.cost.seconds) : undefined}
              disabled={plan.changes.length === 0}
              onPress={onSet}
            />
          )}
        </View>
      </View>
      {plan !== null && <Button kind="quiet" label="Leave it as it is" onPress={drop} />}
    </View>
  );
}

const styles = StyleSheet.create({
  foot: { gap: space.small, maxWidth: 620 },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  stops: { width: 104 },
  act: { flex: 1, maxWidth: 360 },
});
