import type { AirPlan } from '@ergon/core/air/airPlan';
import type { OnAir } from '@ergon/core/record/onAir';
import { airSheet } from '@ergon/core/words/airWording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';

/** What is shown to the other crews: large, and nothing else on it. */
export function AirSheet({ plan, onAir }: { plan: AirPlan; onAir: readonly OnAir[] }) {
  const { names } = useRig();
  const colours = useColours();
  const [open, setOpen] = useState(false);
  return (
    <View style={styles.box}>
      <Button
        label={open ? 'Close the sheet' : 'Sheet for the other crews'}
        expanded={open}
        onPress={() => setOpen(!open)}
      />
      {open && (
        <View role="region" aria-label="Sheet for the other crews" style={[styles.sheet, { borderColor: colours.ink }]}>
          {airSheet(plan, onAir, names).map(({ heading, lines }) => (
            <View key={heading}>
              <Words as="small" tone="quiet">
                {heading}
              </Words>
              {lines.map((line) => (
                <Words key={line} as="sentence">
                  {line}
                </Words>
              ))}
            </View>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  sheet: { borderWidth: 2, borderRadius: radius.base, padding: space.wide, gap: space.base },
});
