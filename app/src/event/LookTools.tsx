import { changing, removing } from '@ergon/core/operation/editsOf';
import { copyingLook } from '@ergon/core/operation/eventEdits';
import type { Look } from '@ergon/core/record/look';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { HistoryLink } from '../history/HistoryLink';
import { TakenAlong } from '../kit/TakenAlong';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { space } from '../theme/tokens';
import { nameFault } from './nameFault';

/** What can be done with a look: another name, a copy here or in another event, its removal. */
export function LookTools({ look, readOnly, onDone }: { look: Look; readOnly: boolean; onDone: () => void }) {
  const { queue } = useRig();
  const [copying, setCopying] = useState(readOnly);
  const on = { kind: 'look', id: look.id } as const;
  const remove = () => {
    queue.submit(`removal of ${look.name}`, (rig) => removing(rig, on));
    onDone();
  };
  return (
    <View style={styles.box}>
      {!readOnly && <Rename look={look} />}
      {copying ? (
        <CopyLook look={look} onDone={onDone} />
      ) : (
        <View style={styles.row}>
          <Button label="Copy" hint={look.name} onPress={() => setCopying(true)} />
          <Button label="Remove" hint={look.name} onPress={remove} />
          <HistoryLink of={`look:${look.id}`} name={look.name} />
        </View>
      )}
      {!copying && <TakenAlong on={on} />}
    </View>
  );
}

function Rename({ look }: { look: Look }) {
  const { queue } = useRig();
  const [name, setName] = useState(look.name);
  const fault = nameFault(name);
  const save = () =>
    queue.submit(`renaming ${look.name}`, (rig) => {
      const { units: _units, ...seen } = look;
      return changing(rig, { on: { kind: 'look', id: look.id }, seen, doc: { ...seen, name: name.trim() } });
    });
  return (
    <View style={styles.named}>
      <Field label="Name of the look" value={name} onChangeText={setName} error={fault} />
      <Button
        label="Rename"
        hint={look.name}
        onPress={save}
        disabled={fault !== undefined || name.trim() === look.name}
      />
    </View>
  );
}

function CopyLook({ look, onDone }: { look: Look; onDone: () => void }) {
  const { rig, queue } = useRig();
  const events = (rig?.events ?? []).filter(({ archived }) => archived !== true);
  const [event, setEvent] = useState(look.event);
  const [name, setName] = useState(`${look.name} again`);
  const fault = nameFault(name);
  const copy = () => {
    const id = recordId(name, new Set(rig?.looks.map((one) => one.id)));
    queue.submit(`copying ${look.name}`, (now, born) => {
      const from = now.looks.find((one) => one.id === look.id);
      return from ? copyingLook(from, { id, name: name.trim(), event }, born) : [];
    });
    onDone();
  };
  return (
    <View style={styles.box}>
      <Field label="Name of the copy" value={name} onChangeText={setName} error={fault} />
      {events.length > 1 && (
        <Choice
          label="Copy to"
          options={events.map((one) => ({ value: one.id, label: one.name }))}
          value={event}
          onChoose={setEvent}
        />
      )}
      <Words as="small" tone="quiet">
        Units and settings come along; proof does not.
      </Words>
      <View style={styles.row}>
        <Button kind="act" label="Copy it" hint={look.name} onPress={copy} disabled={fault !== undefined} />
        <Button label="Cancel" onPress={onDone} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, paddingBottom: space.wide },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  named: { flexDirection: 'row', alignItems: 'flex-end', gap: space.small, maxWidth: 480 },
});
