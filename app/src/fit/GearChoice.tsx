import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';
import { FIT_KINDS, type FitGear } from './useFitChoice';

/** Which units stand in the table, kind by kind. */
export const GearChoice = ({ items, left, take }: FitGear) =>
  FIT_KINDS.map(({ kind, title }) => {
    const options = [...items.values()].filter((item) => item.profile.kind === kind);
    const ids = options.map((item) => item.unit.id);
    const chosen = ids.filter((id) => !left.has(id));
    return (
      <View key={kind} style={styles.box}>
        <View style={styles.head}>
          <Words as="strong" grow>
            {title}
          </Words>
          <Button
            kind="quiet"
            label={chosen.length === 0 ? `All ${title.toLowerCase()}` : `No ${title.toLowerCase()}`}
            onPress={() => take(ids, chosen.length === 0 ? ids : [])}
          />
        </View>
        <Toggles
          label={title}
          options={options.map((item) => ({ value: item.unit.id, label: item.unit.label }))}
          values={chosen}
          onChange={(values) => take(ids, values)}
        />
      </View>
    );
  });

const styles = StyleSheet.create({
  box: { gap: space.base },
  head: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'center' },
});
