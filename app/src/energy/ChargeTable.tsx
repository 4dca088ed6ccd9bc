import type { LightMoment } from '@ergon/core/energy/evening';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import type { ChargeRow } from './chargeRows';

interface ChargeTableProps {
  rows: readonly ChargeRow[];
  moments: readonly { id: string; name: string }[];
  chosen: string;
  onChoose: (light: string) => void;
}

/** Light by moment: what is left in its cells. A touch on a light draws it and says what happens to it. */
export function ChargeTable({ rows, moments, chosen, onChoose }: ChargeTableProps) {
  const { names } = useRig();
  const colours = useColours();
  return (
    <View role="table" aria-label="Charge left, in percent" style={styles.table}>
      <View role="row" style={styles.row}>
        <View role="columnheader" style={styles.name}>
          <Words as="small" tone="quiet">
            Light
          </Words>
        </View>
        {moments.map(({ id, name }, index) => (
          <View key={id} role="columnheader" aria-label={name} style={styles.cell}>
            <Words as="small" tone="quiet" align="right">
              {index + 1}
            </Words>
          </View>
        ))}
      </View>
      {rows.map(({ light, cells }) => (
        <View key={light} role="row" style={[styles.row, styles.line, { borderColor: colours.rule }]}>
          <View role="rowheader" style={styles.name}>
            <Pressable
              role="button"
              aria-pressed={light === chosen}
              onPress={() => onChoose(light)}
              style={[styles.choose, { backgroundColor: light === chosen ? colours.chosen : 'transparent' }]}
            >
              <Words as="strong" tone={light === chosen ? 'onChosen' : 'ink'} single>
                {names.unit(light)}
              </Words>
            </Pressable>
          </View>
          {cells.map(({ left, of }, index) => (
            <View key={moments[index]!.id} role="cell" style={styles.cell}>
              <Words as={of ? 'strong' : 'body'} tone={of && isLate(of) ? 'fault' : of ? 'ink' : 'quiet'} align="right">
                {left === null ? '–' : `${of?.swapBefore ? '+' : ''}${Math.round(100 * left)}`}
              </Words>
            </View>
          ))}
        </View>
      ))}
      <Words as="small" tone="quiet">
        {`Percent left after ${moments.map(({ name }, index) => `${index + 1} ${name}`).join(', ')}. + after fresh cells.`}
      </Words>
    </View>
  );
}

const isLate = ({ result }: LightMoment): boolean =>
  result.slowFrom !== null || result.pauses > 0 || result.swaps.length > 0;

const styles = StyleSheet.create({
  table: { maxWidth: 620, gap: space.hair },
  row: { flexDirection: 'row', alignItems: 'center' },
  line: { borderTopWidth: 1 },
  name: { flexGrow: 1, flexBasis: 92, minWidth: 0 },
  choose: { minHeight: TOUCH, justifyContent: 'center', paddingHorizontal: space.small, borderRadius: radius.small },
  cell: { width: 42 },
});
