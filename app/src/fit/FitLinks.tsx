import type { FitChoice } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { useState } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
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
  const [typed, setTyped] = useState('');
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
  // A unit may be gone since its pairs were worked out: then it has no name to be found by.
  const isSought = (id: string) => nameOf(items.get(id)).includes(typed.trim().toLowerCase());
  const found = cells.filter(({ body, flash }) => isSought(body) || isSought(flash));
  return (
    <View style={styles.box}>
      <View style={styles.find}>
        <Field label="Find a flash or a body" value={typed} onChangeText={setTyped} />
      </View>
      <Words as="small" tone="quiet">
        A stroke gets through, a bar is lost, dots are not recorded.
      </Words>
      {found.length === 0 ? (
        <Words live>No flash or body of that name is among them.</Words>
      ) : wide ? (
        <FitTable
          bodies={choice.bodies.filter(({ unit }) => found.some(({ body }) => body === unit.id))}
          flashes={choice.flashes.filter(({ unit }) => found.some(({ flash }) => flash === unit.id))}
          cells={found}
          chosen={chosen}
          onChoose={onChoose}
        />
      ) : (
        <FitPairs
          choice={choice}
          cells={found}
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

const nameOf = (item: KitItem | undefined): string =>
  item ? `${item.unit.label} ${item.profile.maker} ${item.profile.model}`.toLowerCase() : '';

const styles = StyleSheet.create({
  box: { gap: space.base },
  find: { maxWidth: 360 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'center' },
});
