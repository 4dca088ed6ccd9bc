import type { CardLine } from '@ergon/core/cards/cardLines';
import type { Card } from '@ergon/core/cards/cards';
import { switchesFor } from '@ergon/core/rig/dipSwitches';
import type { Rig } from '@ergon/core/rig/rig';
import { changedText, howToOf, lineName, lineValue, noteText, whereText } from '@ergon/core/words/cardWording';
import { findingText } from '@ergon/core/words/findingWording';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import Check from 'lucide-react-native/icons/check';
import { type RefObject, useEffect, useRef } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { DipSwitches } from './DipSwitches';
import { useTicks } from './useTicks';

interface OpenCardProps {
  card: Card;
  rig: Rig;
  readOnly: boolean;
  /** Asked for from further down: its top comes into view. */
  brought: boolean;
}

/** One unit's card: its label as on its tape, and each line to dial, large enough to read at arm's length. */
export function OpenCard({ card, rig, readOnly, brought }: OpenCardProps) {
  const top = useTopInView(brought);
  const { names } = useRig();
  const colours = useColours();
  const { unit, profile } = card.placed;
  return (
    <View
      ref={top}
      role="region"
      aria-label={`Card of ${unit.label}`}
      style={[styles.card, { borderColor: colours.ink }]}
    >
      <View>
        <Words as="tape">{unit.label}</Words>
        <Words tone="quiet">{[`${profile.maker} ${profile.model}`, whereText(card)].join(' · ')}</Words>
      </View>
      <View role="list" aria-label={`Settings of ${unit.label}`}>
        {card.lines.map((line) => (
          <Line key={line.setting} line={line} card={card} rig={rig} readOnly={readOnly} />
        ))}
      </View>
      {[
        ...card.notes.map((note) => noteText(note, names)),
        ...card.cautions.map((caution) => findingText(caution, names).why),
      ].map((words) => (
        <Words key={words} as="small" tone="quiet">
          {words}
        </Words>
      ))}
    </View>
  );
}

/** A card is read from its top, wherever the page was scrolled to when it was asked for. */
function useTopInView(brought: boolean): RefObject<View | null> {
  const top = useRef<View>(null);
  useEffect(() => {
    // On the web a view is an element; the browser of the tests does not scroll.
    if (brought) (top.current as unknown as Partial<HTMLElement> | null)?.scrollIntoView?.({ block: 'start' });
  }, [brought]);
  return top;
}

interface LineProps {
  line: CardLine;
  card: Card;
  rig: Rig;
  readOnly: boolean;
}

/** A line is ticked by a touch; one that changed since shows both values, and one that is done recedes. */
function Line({ line, card, rig, readOnly }: LineProps) {
  const { names } = useRig();
  const colours = useColours();
  const { tick, untick } = useTicks(card.unit);
  const { placed } = card;
  const [isSet, isUnplanned] = [line.state === 'set', line.state === 'unplanned'];
  const value = lineValue(placed, line.setting, line.planned, names);
  const changed = changedText(placed, line, names);
  const who = isSet && line.dialled ? `${line.dialled.by}, ${format(parseISO(line.dialled.at), 'HH:mm')}` : null;
  const switches = line.setting === 'channel' ? switchesFor(rig, placed, line.planned as number | null) : null;
  return (
    <View role="listitem">
      <Pressable
        role="checkbox"
        aria-checked={isSet}
        aria-disabled={isUnplanned || readOnly}
        disabled={isUnplanned || readOnly}
        aria-label={[`${lineName(line.setting)}: ${value}`, changed, who && `set by ${who}`].filter(Boolean).join(', ')}
        onPress={() => (isSet ? untick(line) : tick(line))}
        style={[styles.line, { borderColor: colours.rule }]}
      >
        <View style={[styles.box, { borderColor: isSet ? colours.quiet : colours.ink }]}>
          {isSet && <Check size={20} color={colours.ink} />}
        </View>
        <View style={styles.words}>
          <Words as="small" tone="quiet">
            {[lineName(line.setting), who].filter(Boolean).join(' · ')}
          </Words>
          <Words as={isSet ? 'body' : 'dial'} tone={isSet || isUnplanned ? 'quiet' : 'ink'}>
            {value}
          </Words>
          {changed && (
            <Words as="small" tone="fault">
              {changed}
            </Words>
          )}
          {!isSet && <HowTo words={howToOf(placed.profile, line.setting)} />}
        </View>
        {switches && <DipSwitches on={switches} />}
      </Pressable>
    </View>
  );
}

const HowTo = ({ words }: { words: string | null }) =>
  words !== null && (
    <Words as="small" tone="quiet">
      {words}
    </Words>
  );

const styles = StyleSheet.create({
  card: { borderWidth: 2, borderRadius: radius.base, padding: space.wide, gap: space.base },
  line: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.base,
    minHeight: TOUCH,
    paddingVertical: space.tiny,
    borderTopWidth: 1,
  },
  box: {
    width: 28,
    height: 28,
    borderWidth: 2,
    borderRadius: radius.small,
    alignItems: 'center',
    justifyContent: 'center',
  },
  words: { flex: 1, minWidth: 0 },
});
