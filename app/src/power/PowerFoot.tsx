import type { PowerPlan } from '@ergon/core/power/powerPlan';
import { planLines } from '@ergon/core/words/powerWording';
import { stopsText } from '@ergon/core/words/settingWords';
import { durationText } from '@ergon/core/words/workWording';
import { type Href, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { StepEnd } from '../components/Stepper';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

interface PowerFootProps {
  look: string;
  /** Who moves: "All lights", "Light 1 and Light 3". */
  who: string;
  stops: number;
  /** What is tried: "+⅓ stop", "TTL". */
  what: string;
  /** Null while nothing is tried. */
  plan: PowerPlan | null;
  onStep: (way: -1 | 1) => void;
  onSet: () => void;
  onDrop: () => void;
}

/** Under the thumb: darker, brighter, what that takes, and the button that does it. */
export function PowerFoot({ look, who, stops, what, plan, onStep, onSet, onDrop }: PowerFootProps) {
  const { names } = useRig();
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
        <StepEnd label={`Power of ${who}`} way="less" onPress={() => onStep(-1)} />
        <View style={styles.stops}>
          <Words as="heading" align="center">
            {stops === 0 ? '0' : stopsText(stops).replace(/ stops?$/, '')}
          </Words>
          <Words as="small" tone="quiet" align="center" single>
            {who}
          </Words>
        </View>
        <StepEnd label={`Power of ${who}`} way="more" onPress={() => onStep(1)} />
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
      {plan !== null && <Button kind="quiet" label="Leave it as it is" onPress={onDrop} />}
    </View>
  );
}

const styles = StyleSheet.create({
  foot: { gap: space.small, maxWidth: 620 },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  stops: { width: 104 },
  act: { flex: 1, maxWidth: 360 },
});
