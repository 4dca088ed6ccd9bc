import { type Card, leftOn, linesIn } from '@ergon/core/cards/cards';
import { leftText, whereText } from '@ergon/core/words/cardWording';
import Check from 'lucide-react-native/icons/check';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';

/** One unit in the list of cards: its label, where it stands, and what is left on it. */
export function CardRow({ card, open, onOpen }: { card: Card; open: boolean; onOpen: () => void }) {
  const colours = useColours();
  const { label, dealtTo } = card.placed.unit;
  const isDone = leftOn(card) === 0 && linesIn(card, 'unplanned').length === 0;
  const where = [whereText(card), dealtTo].filter(Boolean).join(' · ');
  return (
    <View role="listitem">
      <Pressable
        role="button"
        aria-label={`${label}, ${where}, ${leftText(card)}`}
        aria-expanded={open}
        onPress={onOpen}
        style={[styles.row, { borderColor: colours.rule }, open && { backgroundColor: colours.shade }]}
      >
        <View style={styles.mark}>{isDone && <Check size={20} color={colours.ink} />}</View>
        <View style={styles.words}>
          <Words as={isDone ? 'body' : 'strong'} tone={isDone ? 'quiet' : 'ink'} single>
            {label}
          </Words>
          <Words as="small" tone="quiet">
            {where}
          </Words>
        </View>
        <Words as="small" tone={linesIn(card, 'changed').length > 0 ? 'fault' : 'quiet'}>
          {isDone ? 'set' : leftText(card)}
        </Words>
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.small,
    minHeight: TOUCH + space.small,
    paddingRight: space.small,
    borderTopWidth: 1,
  },
  mark: { width: 24, alignItems: 'center' },
  words: { flex: 1, minWidth: 0 },
});
