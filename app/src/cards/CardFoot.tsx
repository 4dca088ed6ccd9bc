import { type Card, leftOn, linesIn } from '@ergon/core/cards/cards';
import { whereText } from '@ergon/core/words/cardWording';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { ItWont } from '../fix/ItWont';
import { space } from '../theme/tokens';
import { useTicks } from './useTicks';

interface CardFootProps {
  card: Card;
  /** In the order of the round. */
  cards: readonly Card[];
  onOpen: (unit: string) => void;
  look: string;
}

/** Under the thumb: all of this card at once, then what comes next and how far away it is. */
export function CardFoot({ card, cards, onOpen, look }: CardFootProps) {
  const router = useRouter();
  const { tickAll } = useTicks(card.unit);
  const open = linesIn(card, 'open', 'changed');
  const after = [...cards.slice(cards.indexOf(card) + 1), ...cards.slice(0, cards.indexOf(card))];
  const next = after.find((one) => leftOn(one) > 0);
  const unplanned = cards.reduce((sum, one) => sum + linesIn(one, 'unplanned').length, 0);
  const { label } = card.placed.unit;
  return (
    <View style={styles.row}>
      {open.length > 0 && (
        <View style={styles.main}>
          <Button
            kind="act"
            label={open.length === 1 ? 'It is set' : `All ${open.length} are set`}
            hint={label}
            onPress={() => tickAll(open)}
          />
        </View>
      )}
      {open.length === 0 && next && (
        <View style={styles.main}>
          <Button
            kind="act"
            label={`Next: ${next.placed.unit.label}`}
            detail={whereText(next)}
            onPress={() => onOpen(next.unit)}
          />
        </View>
      )}
      {open.length === 0 && !next && (
        <View style={styles.main}>
          <Words as="strong" live>
            {unplanned === 0 ? 'Everything here is set.' : `All that is planned is set, ${unplanned} not planned.`}
          </Words>
          <Button
            kind="act"
            label="Test-fire"
            onPress={() => router.push({ pathname: '/fire/[look]', params: { look } })}
          />
        </View>
      )}
      <ItWont look={look} unit={card.unit} label={label} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: space.small },
  main: { flex: 1, maxWidth: 360, gap: space.tiny },
});
