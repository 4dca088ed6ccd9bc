import type { Family } from '@ergon/core/record/family';
import { newId } from '@ergon/core/measure/newId';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { call, failureText } from '../rig/api';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { KitPage } from './KitPage';
import { labelFault } from './labelFault';

/** The families the crew's gear speaks. */
export function FamilyList() {
  const { rig } = useRig();
  const colours = useColours();
  const [adding, setAdding] = useState(false);
  if (!rig) return null;
  return (
    <KitPage title="Families" subtitle="Models that hear each other, whatever the name on the box.">
      {adding ? (
        <AddFamily onDone={() => setAdding(false)} />
      ) : (
        <Button kind="act" label="Add a family" onPress={() => setAdding(true)} />
      )}
      {rig.families.length === 0 && <Words tone="quiet">No family yet.</Words>}
      <View role="list" aria-label="Families">
        {[...rig.families]
          .sort((a, b) => a.name.localeCompare(b.name, 'en'))
          .map((family) => (
            <View key={family.id} role="listitem">
              <LinkBox href={`/kit/families/${family.id}` as never} style={[styles.row, { borderColor: colours.rule }]}>
                <View style={styles.fill}>
                  <Words as="strong">{[family.name, ...(family.alsoSoldAs ?? [])].join(', ')}</Words>
                  <Words as="small" tone="quiet">
                    {familyText(family)}
                  </Words>
                </View>
              </LinkBox>
            </View>
          ))}
      </View>
    </KitPage>
  );
}

/** "radio · channels 1 to 32 · IDs 1 to 99 · groups A to F": what is recorded, in a line. */
export function familyText(family: Family): string {
  const { channels, networkIds, groups } = family;
  return [
    family.medium === 'optical' ? 'coded light' : 'radio',
    family.band,
    channels == null ? 'channels not recorded' : `channels ${channels.from} to ${channels.to}`,
    networkIds === 'none' ? 'no IDs' : networkIds == null ? null : `IDs ${networkIds.from} to ${networkIds.to}`,
    family.pairing === 'pin' ? 'paired by PIN' : null,
    groups == null ? null : groups.length === 0 ? 'no groups' : `groups ${groups.join(' ')}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

function AddFamily({ onDone }: { onDone: () => void }) {
  const { rig, queue, refresh } = useRig();
  const router = useRouter();
  const [name, setName] = useState('');
  const [medium, setMedium] = useState<Family['medium']>('radio');
  const add = useMutation({
    mutationFn: async () => {
      const id = newId(name, new Set(rig?.families.map((family) => family.id)));
      await call('POST', '/families', { id, name: name.trim(), medium, carries: {} });
      return id;
    },
    onSuccess: (id) => {
      queue.pushUndo(`adding ${name.trim()}`, () => void call('DELETE', `/families/${id}`).then(refresh, refresh));
      refresh();
      onDone();
      router.push(`/kit/families/${id}` as never);
    },
  });
  return (
    <View style={styles.form}>
      <Field label="Name of the family" value={name} onChangeText={setName} />
      <Choice
        label="Speaks by"
        options={[
          { value: 'radio', label: 'radio' },
          { value: 'optical', label: 'coded light' },
        ]}
        value={medium}
        onChoose={setMedium}
      />
      <View style={styles.buttons}>
        <Button
          kind="act"
          label="Add"
          hint="this family"
          onPress={() => add.mutate()}
          disabled={labelFault(name) !== undefined || add.isPending}
        />
        <Button label="Cancel" onPress={onDone} />
      </View>
      {add.error && (
        <Words tone="fault" live>
          {failureText(add.error)}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: space.base },
  fill: { flex: 1 },
  buttons: { flexDirection: 'row', gap: space.small },
  row: {
    minHeight: TOUCH + space.small,
    borderTopWidth: 1,
    paddingVertical: space.small,
    justifyContent: 'center',
    flexDirection: 'row',
    alignItems: 'center',
  },
});
