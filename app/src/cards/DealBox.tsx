import type { Card } from '@ergon/core/cards/cards';
import { dealRounds, type Rounds, stopsOf } from '@ergon/core/cards/rounds';
import { dealing } from '@ergon/core/operation/dialling';
import { durationText } from '@ergon/core/words/saying';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

/** Deals the units to members by where they stand, so that the longest round is short. */
export function DealBox({ cards, me }: { cards: readonly Card[]; me: string }) {
  const { present, queue } = useRig();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const [added, setAdded] = useState<readonly string[]>([]);
  const known = [
    me,
    ...present.map(({ name }) => name),
    ...cards.flatMap(({ placed }) => placed.unit.dealtTo ?? []),
    ...added,
  ].filter(Boolean);
  const everybody = [...new Set(known)];
  const [out, setOut] = useState<readonly string[]>([]);
  const chosen = everybody.filter((name) => !out.includes(name));
  const rounds = chosen.length > 0 ? dealRounds(stopsOf(cards), chosen.length) : null;
  const name = typed.trim();
  const add = () => {
    setAdded([...added, name]);
    setTyped('');
  };
  const deal = () => {
    const all = chosen.flatMap((who, index) =>
      rounds!.stops[index]!.flatMap(({ units }) => units.map((unit) => [unit, who] as const)),
    );
    queue.submit('dealing the cards', (state) => dealing(state, new Map(all)));
    setOpen(false);
  };
  const nobody = () =>
    queue.submit('taking the cards back', (state) => dealing(state, new Map(cards.map(({ unit }) => [unit, null]))));
  const isDealt = cards.some(({ placed }) => placed.unit.dealtTo != null);
  return (
    <View style={styles.box}>
      <Button label={open ? 'Close' : 'Deal the cards'} expanded={open} onPress={() => setOpen(!open)} />
      {open && (
        <>
          <Toggles
            label="Who sets up"
            options={everybody.map((value) => ({ value, label: value }))}
            values={chosen}
            onChange={(values) => setOut(everybody.filter((one) => !values.includes(one)))}
          />
          <View style={styles.row}>
            <Field label="Somebody else" value={typed} onChangeText={setTyped} maxLength={80} />
            <Button label="Add" hint="them" onPress={add} disabled={name === '' || everybody.includes(name)} />
          </View>
          {rounds && <Words tone="quiet">{roundsText(rounds, chosen)}</Words>}
          <View style={styles.row}>
            <Button kind="act" label="Deal by place" onPress={deal} disabled={rounds === null} />
            {isDealt && <Button label="Deal to nobody" onPress={nobody} />}
          </View>
        </>
      )}
    </View>
  );
}

/** "Maren 3 min 10 s, Ines 2 min 50 s." */
function roundsText({ stops, exact }: Rounds, members: readonly string[]): string {
  const each = members.map((name, index) => {
    const seconds = stops[index]!.reduce((sum, stop) => sum + stop.seconds, 0);
    return `${name} ${durationText(seconds)}`;
  });
  return `${each.join(', ')}.${exact ? ' No dealing has a shorter longest round.' : ''}`;
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 480 },
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: space.small },
});
