import { shutterMicroseconds, THIRD_LABELS } from '@ergon/core/measure/stops';
import { shutterInUse } from '@ergon/core/path/bodyStation';
import { trainCost } from '@ergon/core/power/trainCost';
import type { Body, Light } from '@ergon/core/rig/rig';
import { trainCostText } from '@ergon/core/words/measuredWords';
import { shutterText } from '@ergon/core/words/settingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Stepper } from '../components/Stepper';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

/** What high-speed sync would take from a light at any shutter faster than sync; nothing is set by it. */
export function HighSpeedCost({ light, body }: { light: Light; body: Body }) {
  const { names } = useRig();
  const sync = shutterInUse(body)?.syncTime;
  const faster =
    sync == null ? [] : THIRD_LABELS.filter((label) => shutterMicroseconds(label) < shutterMicroseconds(sync));
  // From the slowest on: labels stand fastest first.
  const labels = [...faster].reverse();
  const own = labels.indexOf(body.settings.shutter ?? '');
  const [at, setAt] = useState(own === -1 ? Math.min(2, labels.length - 1) : own);
  const label = labels[at];
  const cost = label === undefined ? null : trainCost(light, body, label);
  if (label === undefined || cost === null) return null;
  const step = (to: number) => (labels[to] === undefined ? null : () => setAt(to));
  return (
    <View style={styles.cost}>
      <Words tone="quiet">{trainCostText(cost)}</Words>
      <View style={styles.row}>
        <Words tone="quiet">At</Words>
        <Stepper
          label={`Shutter to try, ${names.unit(light.id)}`}
          shown={shutterText(label)}
          onLess={step(at + 1)}
          onMore={step(at - 1)}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  cost: { gap: space.tiny },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.small },
});
