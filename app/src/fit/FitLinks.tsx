import type { FitChoice } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { CARRIES_NAMES } from '@ergon/core/words/fitWording';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { Button } from '../components/Button';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';
import { FitPairs } from './FitPairs';
import { FitTable } from './FitTable';
import type { Pair } from './pair';
import { useFit } from './useFit';

interface FitLinksProps {
  choice: FitChoice;
  items: ReadonlyMap<string, KitItem>;
  worstFirst: boolean;
  chosen: Pair | null;
  onChoose: (pair: Pair | null) => void;
}

/** The links of a choice once they are worked out: a table where there is room, else pair by pair. */
export function FitLinks({ choice, items, worstFirst, chosen, onChoose }: FitLinksProps) {
  const wide = useWide();
  const { width } = useWindowDimensions();
  const { result: cells, progress, stopped, stop, again } = useFit(choice);
  if (stopped) {
    return (
      <View style={styles.row}>
        <Words grow>Stopped.</Words>
        <Button label="Work it out" onPress={again} />
      </View>
    );
  }
  if (!cells) {
    return (
      <View style={styles.row}>
        <Words grow live>
          {progress ? `${progress.done} of ${progress.all} pairs` : 'Working it out…'}
        </Words>
        <Button label="Stop" onPress={stop} />
      </View>
    );
  }
  return (
    <View style={styles.box}>
      <Words as="small" tone="quiet">
        {`Strokes, from the left: ${Object.values(CARRIES_NAMES).join(', ')}. A bar: lost. Dotted: not recorded.`}
      </Words>
      {wide ? (
        <FitTable bodies={choice.bodies} flashes={choice.flashes} cells={cells} chosen={chosen} onChoose={onChoose} />
      ) : (
        <FitPairs
          choice={choice}
          cells={cells}
          items={items}
          worstFirst={worstFirst}
          width={width - 2 * space.wide}
          chosen={chosen}
          onChoose={onChoose}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'center' },
});
