import { type Card, cardsOf, leftOn, linesIn } from '@ergon/core/cards/cards';
import { useLocalSearchParams } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { type JudgedLook, useJudgedLook } from '../rig/judgedLook';
import { PaperLinks } from '../paper/PaperLinks';
import { LineView, type LineViewOf, NoSuchLook, useLineView } from '../screens/LineView';
import { space } from '../theme/tokens';
import { CardFoot } from './CardFoot';
import { CardRow } from './CardRow';
import { DealBox } from './DealBox';
import { OpenCard } from './OpenCard';

/** The cards of a look: what is dialled on each unit, ticked as it is done. */
export function CardsPage() {
  const of = useLineView();
  const judged = useJudgedLook(of?.look.id);
  if (!of || !judged) return <NoSuchLook title="Cards" />;
  return <Cards key={of.look.id} of={of} judged={judged} />;
}

const EVERYBODY = 'everybody';

function Cards({ of, judged }: { of: LineViewOf; judged: JudgedLook }) {
  const { rig } = useRig();
  const { unit: asked } = useLocalSearchParams<{ unit?: string }>();
  const wide = useWide();
  const { judgement } = judged;
  const cards = useMemo(() => cardsOf(judgement.rig, judgement.findings), [judgement]);
  const [whose, setWhose] = useState<string>(EVERYBODY);
  // A card stays open when its last line is ticked: what comes next is asked for.
  const [first] = useState<string | null>(() => asked ?? cards.find(isOpen)?.unit ?? null);
  const [chosen, setChosen] = useState(first);
  const mine = whose === EVERYBODY ? cards : cards.filter(({ placed }) => placed.unit.dealtTo === whose);
  const open = mine.find(({ unit }) => unit === chosen) ?? mine.find(isOpen) ?? mine[0] ?? null;
  const me = rig?.member.name ?? '';
  const shown = open && (
    <OpenCard key={open.unit} card={open} rig={judgement.rig} readOnly={of.readOnly} brought={open.unit !== first} />
  );
  return (
    <LineView
      view="Cards"
      title={of.look.name}
      subtitle={doneText(cards)}
      of={of}
      footer={open && !of.readOnly && <CardFoot card={open} cards={mine} onOpen={setChosen} look={of.look.id} />}
      after={
        wide && (
          <ScrollView style={styles.beside} contentContainerStyle={styles.padded} tabIndex={0}>
            {shown}
          </ScrollView>
        )
      }
    >
      {cards.length === 0 && <Words>No unit is in this look yet. Put some in on its lines.</Words>}
      {!wide && shown}
      <Whose
        cards={cards}
        me={me}
        value={whose}
        onChoose={(value) => {
          setWhose(value);
          setChosen(null);
        }}
      />
      <View role="list" aria-label="Cards">
        {mine.map((card) => (
          <CardRow key={card.unit} card={card} open={card === open} onOpen={() => setChosen(card.unit)} />
        ))}
      </View>
      {cards.length > 0 && <PaperLinks of="cards" id={of.look.id} />}
      {!of.readOnly && cards.length > 0 && <DealBox cards={cards} me={me} />}
    </LineView>
  );
}

const isOpen = (card: Card): boolean => leftOn(card) > 0;

/** "18 settings to dial on 6 units", "all 92 settings are dialled". */
function doneText(cards: readonly Card[]): string {
  const left = cards.reduce((sum, card) => sum + leftOn(card), 0);
  const unplanned = cards.reduce((sum, card) => sum + linesIn(card, 'unplanned').length, 0);
  const more = unplanned > 0 ? `, ${unplanned} not planned` : '';
  if (left === 0) return `Everything planned is dialled${more}`;
  const units = cards.filter(isOpen).length;
  return `${left} ${left === 1 ? 'setting' : 'settings'} to dial on ${units} ${units === 1 ? 'unit' : 'units'}${more}`;
}

interface WhoseProps {
  cards: readonly Card[];
  me: string;
  value: string;
  onChoose: (value: string) => void;
}

/** Everybody's cards or one member's, with what is left for each; nothing before anything is dealt. */
function Whose({ cards, me, value, onChoose }: WhoseProps) {
  const dealt = [...new Set(cards.flatMap(({ placed }) => placed.unit.dealtTo ?? []))];
  if (dealt.length === 0) return null;
  const members = [...dealt].sort((a, b) => Number(b === me) - Number(a === me) || a.localeCompare(b));
  const left = (of: string) =>
    cards.filter(({ placed }) => placed.unit.dealtTo === of).reduce((sum, card) => sum + leftOn(card), 0);
  const all = cards.reduce((sum, card) => sum + leftOn(card), 0);
  const options = [
    { value: EVERYBODY, label: `all, ${all} left` },
    ...members.map((name) => ({ value: name, label: `${name}, ${left(name)} left` })),
  ];
  return <Choice label="Whose cards" options={options} value={value} onChoose={onChoose} />;
}

const styles = StyleSheet.create({
  beside: { width: 420, flexGrow: 0 },
  padded: { padding: space.gap },
});
