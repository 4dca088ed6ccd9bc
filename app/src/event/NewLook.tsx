import { making } from '@ergon/core/operation/editsOf';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { space } from '../theme/tokens';
import { nameFault } from './nameFault';

/** A look with nothing in it yet, opened to be filled. */
export function NewLook({ event }: { event: string }) {
  const { rig, queue } = useRig();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const fault = nameFault(name);
  if (!open) return <Button label="New look" onPress={() => setOpen(true)} />;
  const make = () => {
    const id = recordId(name, new Set(rig?.looks.map((look) => look.id)));
    queue.submit(`adding ${name.trim()}`, (_, born) => [
      making({ kind: 'look', id }, { id, name: name.trim(), event }, born),
    ]);
    router.push({ pathname: '/lines/[look]', params: { look: id } });
  };
  return (
    <View style={styles.box}>
      <Field label="Name of the look" value={name} onChangeText={setName} />
      <View style={styles.row}>
        <Button kind="act" label="Make it" onPress={make} disabled={fault !== undefined} />
        <Button label="Cancel" onPress={() => setOpen(false)} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 420 },
  row: { flexDirection: 'row', gap: space.small },
});
