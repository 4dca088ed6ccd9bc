import type { Reading } from '@ergon/core/record/reading';
import { lightValueText, readingName, readingText, readOf } from '@ergon/core/words/readingWords';
import Trash from 'lucide-react-native/icons/trash';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';

interface ReadingListProps {
  /** The latest first. */
  readings: readonly Reading[];
  /** Null where nothing may be changed. */
  onRemove: ((reading: Reading) => void) | null;
}

/** What was read so far in this look. */
export function ReadingList({ readings, onRemove }: ReadingListProps) {
  const { names } = useRig();
  const colours = useColours();
  if (readings.length === 0) return <Words tone="quiet">Nothing was metered in this look yet.</Words>;
  return (
    <View role="list" aria-label="Readings" style={styles.list}>
      {readings.map((reading) => (
        <View key={reading.id} role="listitem" style={[styles.row, { borderColor: colours.rule }]}>
          <View style={styles.what}>
            <Words as="strong">{capital(readOf(reading, names))}</Words>
            <Words as="small" tone="quiet">
              {[reading.place, `ISO ${reading.iso}`, powersText(reading, names), lightValueText(reading)]
                .filter(Boolean)
                .join(' · ')}
            </Words>
          </View>
          <Words as="heading">{readingText(reading.stops)}</Words>
          {onRemove && (
            <Pressable
              role="button"
              aria-label={`Remove ${readingName(reading, names)}`}
              onPress={() => onRemove(reading)}
              style={styles.remove}
            >
              <Trash size={20} color={colours.quiet} />
            </Pressable>
          )}
        </View>
      ))}
    </View>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** At which power a light was read alone. */
function powersText({ lights }: Reading, names: ReturnType<typeof useRig>['names']): string | null {
  const [one, ...others] = Object.entries(lights);
  if (!one || others.length > 0) return null;
  return one[1].power == null ? 'TTL' : `at ${names.power(one[0], one[1].power)}`;
}

const styles = StyleSheet.create({
  list: { maxWidth: 620 },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.base, borderTopWidth: 1, minHeight: TOUCH },
  what: { flex: 1, minWidth: 0 },
  remove: { width: TOUCH, height: TOUCH, alignItems: 'center', justifyContent: 'center' },
});
