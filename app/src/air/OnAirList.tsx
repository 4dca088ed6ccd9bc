import { changing, making, removing } from '@ergon/core/operation/editsOf';
import type { EventHead } from '@ergon/core/record/event';
import type { OnAir } from '@ergon/core/record/onAir';
import { spanText, toldByCrew } from '@ergon/core/words/airWording';
import type { Names } from '@ergon/core/words/settingWords';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { OnAirForm } from '../screens/lazyForms';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import type { OnAirEntry } from './onAirEntry';

interface OnAirListProps {
  event: EventHead;
  readOnly: boolean;
  entries: readonly OnAir[];
}

/** Who and what shares the air: other crews, emitters, and what was found on the day. */
export function OnAirList({ event, readOnly, entries }: OnAirListProps) {
  const { rig, queue } = useRig();
  const [adding, setAdding] = useState<'crew' | 'emitter' | null>(null);
  const add = (entry: OnAirEntry) => {
    const id = recordId(entry.name, new Set(rig?.onAir.map((one) => one.id)));
    queue.submit(`adding ${entry.name}`, (_, born) => [
      making({ kind: 'onAir', id }, { ...entry, id, event: event.id }, born),
    ]);
    setAdding(null);
  };
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Also on the air
      </Words>
      {entries.length === 0 && (
        <Words tone="quiet">
          Nobody else is declared. Ask the other crews and the venue: who else fires by radio, which networks and
          microphones are on.
        </Words>
      )}
      <View role="list" aria-label="Also on the air">
        {entries.map((entry) => (
          <Entry key={entry.id} entry={entry} readOnly={readOnly} />
        ))}
      </View>
      {adding ? (
        <OnAirForm sort={adding} start={null} act="Add" onDone={add} onLeave={() => setAdding(null)} />
      ) : (
        !readOnly && (
          <View style={styles.row}>
            <Button label="Add another crew" onPress={() => setAdding('crew')} />
            <Button label="Add an emitter" onPress={() => setAdding('emitter')} />
          </View>
        )
      )}
    </View>
  );
}

function entryText(entry: OnAir, names: Names): { name: string; detail: string } {
  if (entry.sort === 'crew')
    return {
      name: entry.name,
      detail: [toldByCrew(entry, names), entry.agreed === true && 'agreed'].filter(Boolean).join(' · '),
    };
  if (entry.sort === 'emitter') return { name: entry.name, detail: spanText(entry.mhz, entry.widthMhz) };
  const found = `${entry.works ? 'works' : 'bad here'}, found by ${entry.by} at ${format(parseISO(entry.at), 'HH:mm')}`;
  return { name: `${names.family(entry.family)} channel ${entry.channel}`, detail: found };
}

function Entry({ entry, readOnly }: { entry: OnAir; readOnly: boolean }) {
  const { queue, names } = useRig();
  const colours = useColours();
  const [seen, setSeen] = useState<OnAir | null>(null);
  const { name, detail } = entryText(entry, names);
  const on = { kind: 'onAir', id: entry.id } as const;
  const save = (wanted: OnAirEntry) => {
    queue.submit(`edit of ${name}`, (state) =>
      changing(state, { on, seen: seen!, doc: { ...seen!, ...wanted } as OnAir }),
    );
    setSeen(null);
  };
  const remove = () => queue.submit(`removal of ${name}`, (state) => removing(state, on));
  if (seen && seen.sort !== 'found')
    return (
      <View role="listitem" style={styles.box}>
        <OnAirForm sort={seen.sort} start={seen} act="Save" onDone={save} onLeave={() => setSeen(null)} />
        <View style={styles.row}>
          <Button label="Remove" hint={name} onPress={remove} />
        </View>
      </View>
    );
  return (
    <View role="listitem" style={[styles.entry, { borderColor: colours.rule }]}>
      <View style={styles.words}>
        <Words as="strong">{name}</Words>
        <Words as="small" tone="quiet">
          {[detail, entry.place].filter(Boolean).join(' · ')}
        </Words>
      </View>
      {!readOnly && entry.sort !== 'found' && <Button label="Change" hint={name} onPress={() => setSeen(entry)} />}
      {!readOnly && entry.sort === 'found' && <Button label="Remove" hint={name} onPress={remove} />}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  entry: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.small,
    borderTopWidth: 1,
    paddingVertical: space.small,
  },
  words: { flex: 1, minWidth: 0 },
});
