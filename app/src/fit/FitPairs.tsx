import { type FitCell, type FitChoice, lossOf } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { wayText } from '@ergon/core/words/fitWording';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { CarriesMarks, CarriesNames, pairSpoken } from './CarriesMarks';
import { FitDetail } from './FitDetail';
import type { Pair } from './pair';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';

const CHEVRON = 20;

interface FitPairsProps {
  choice: FitChoice;
  cells: readonly FitCell[];
  items: ReadonlyMap<string, KitItem>;
  worstFirst: boolean;
  width: number;
  chosen: Pair | null;
  onChoose: (pair: Pair | null) => void;
}

/** Pair by pair, for one column of a phone. */
export function FitPairs({ choice, cells, items, worstFirst, width, chosen, onChoose }: FitPairsProps) {
  const { names } = useRig();
  const colours = useColours();
  const way = worstFirst ? -1 : 1;
  const sorted = [...cells].sort((a, b) => way * (lossOf(a.best) - lossOf(b.best)));
  return (
    <>
      <View style={[styles.names, { backgroundColor: colours.ground, borderColor: colours.quiet }]}>
        <View style={styles.fill} />
        <CarriesNames />
        <View style={styles.chevron} />
      </View>
      <View role="list" aria-label="Pairs">
        {sorted.map(({ body, flash, best }) => {
          const open = chosen?.body === body && chosen.flash === flash;
          const Chevron = open ? ChevronUp : ChevronDown;
          const works = best !== null && best.carries.fires.holds !== false;
          return (
            <View key={`${body} ${flash}`} role="listitem" style={[styles.row, { borderColor: colours.rule }]}>
              <Pressable
                role="button"
                aria-label={pairSpoken(best, { flash, body }, names)}
                aria-expanded={open}
                onPress={() => onChoose(open ? null : { body, flash })}
                style={styles.head}
              >
                <View style={styles.fill}>
                  <Words as="strong">{`${names.unit(flash)} with ${names.unit(body)}`}</Words>
                  <Words as="small" tone={works ? 'ink' : 'fault'}>
                    {works ? wayText(best.way, names) : 'no link'}
                  </Words>
                </View>
                <CarriesMarks result={best} />
                <Chevron size={CHEVRON} color={colours.quiet} />
              </Pressable>
              {open && (
                <View style={styles.open}>
                  <FitDetail choice={choice} body={items.get(body)!} flash={items.get(flash)!} width={width} untitled />
                </View>
              )}
            </View>
          );
        })}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { borderTopWidth: 1 },
  head: {
    minHeight: TOUCH,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.small,
    paddingVertical: space.small,
  },
  names: {
    // The web's own word for what stays at the top; the types are those of a phone's own views.
    position: 'sticky' as 'relative',
    top: 0,
    zIndex: 1,
    flexDirection: 'row',
    gap: space.small,
    paddingVertical: space.tiny,
    borderBottomWidth: 1,
  },
  chevron: { width: CHEVRON },
  fill: { flex: 1 },
  open: { paddingBottom: space.wide },
});
