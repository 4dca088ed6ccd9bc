import type { Card } from '@ergon/core/cards/cards';
import { dealRounds, type Rounds, type Stop, stopsOf } from '@ergon/core/cards/rounds';
import { dealing } from '@ergon/core/operation/dialling';
import { durationText } from '@ergon/core/words/saying';
import { listed } from '@ergon/core/words/settingWords';
import { walkText } from '@ergon/core/words/workWording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { isolated } from '../rig/isolatedNames';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { RoundStop } from '../work/RoundStop';

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
          {rounds && <RoundsShown rounds={rounds} members={chosen} />}
          <View style={styles.row}>
            <Button kind="act" label="Deal by place" onPress={deal} disabled={rounds === null} />
            {isDealt && <Button label="Deal to nobody" onPress={nobody} />}
          </View>
        </>
      )}
    </View>
  );
}

/** Who would walk where: each member's round as a path, with its length. */
function RoundsShown({ rounds: { stops, exact }, members }: { rounds: Rounds; members: readonly string[] }) {
  const farthest = Math.max(0, ...stops.flat().map(({ walkSeconds }) => walkSeconds ?? 0));
  return (
    <>
      {members.map((name, index) => (
        <MemberRound key={name} name={name} stops={stops[index]!} farthest={farthest} />
      ))}
      {exact && <Words tone="quiet">No dealing has a shorter longest round.</Words>}
    </>
  );
}

function MemberRound({ name, stops, farthest }: { name: string; stops: readonly Stop[]; farthest: number }) {
  const { names } = useRig();
  const seconds = stops.reduce((sum, stop) => sum + stop.seconds, 0);
  return (
    <View>
      <Words as="strong">{`${name}: ${stops.length === 0 ? 'nothing to do' : durationText(seconds)}`}</Words>
      <View role="list" aria-label={`Round of ${name}`}>
        {stops.map(({ place, units, walkSeconds }) => (
          <RoundStop key={units[0]!} walkSeconds={walkSeconds} farthest={farthest}>
            <Words>
              {place === null && walkSeconds === 0
                ? 'At the camera'
                : `${isolated(place ?? 'Place not recorded')} · ${walkText(walkSeconds)}`}
            </Words>
            <Words as="small" tone="quiet">
              {listed(units, names)}
            </Words>
          </RoundStop>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 480 },
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: space.small },
});
