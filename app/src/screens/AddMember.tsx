import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { call, failureText } from '../rig/api';
import { space } from '../theme/tokens';

/** Lets another person of the crew sign in. What is wrong with either field the server says, by its name. */
export function AddMember() {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const add = useMutation({
    mutationFn: () => call('POST', '/members', { name, passphrase }),
    onSuccess: () => {
      setName('');
      setPassphrase('');
    },
  });
  if (!open) return <Button label="Add a member" onPress={() => setOpen(true)} />;
  return (
    <View style={styles.form}>
      <Field label="Member's name" value={name} onChangeText={setName} autoComplete="off" />
      <Field label="Passphrase to tell them" value={passphrase} onChangeText={setPassphrase} autoComplete="off" />
      <View style={styles.row}>
        <Button kind="act" label="Add" hint="this member" onPress={() => add.mutate()} disabled={add.isPending} />
        <Button label="Close" onPress={() => setOpen(false)} />
      </View>
      {add.isSuccess && <Words live>They can sign in now.</Words>}
      {add.error && (
        <Words tone="fault" live>
          {failureText(add.error)}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: space.small, width: '100%', maxWidth: 420 },
  row: { flexDirection: 'row', gap: space.small },
});
