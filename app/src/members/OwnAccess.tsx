import { zodResolver } from '@hookform/resolvers/zod';
import { type PassphraseChange, passphraseChangeSchema } from '@ergon/core/record/memberExchange';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Failure } from '../components/Failure';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { Words } from '../components/Words';
import { call } from '../rig/api';
import { useSignedOut } from '../rig/useSignedOut';
import { space } from '../theme/tokens';

/** One's own passphrase, and an end to every session there is. */
export function OwnAccess() {
  const [open, setOpen] = useState(false);
  const signedOut = useSignedOut();
  const leave = useMutation({ mutationFn: () => call('DELETE', '/sessions'), onSuccess: signedOut });
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Your way in
      </Words>
      {open ? (
        <PassphraseForm onClose={() => setOpen(false)} />
      ) : (
        <View style={styles.buttons}>
          <Button label="Change passphrase" onPress={() => setOpen(true)} />
          <Button label="Sign out everywhere" onPress={() => leave.mutate()} disabled={leave.isPending} />
        </View>
      )}
      <Words as="small" tone="quiet">
        Lost a phone? Sign out everywhere, here too. What waits on a device stays there.
      </Words>
      <Failure error={leave.error} />
    </View>
  );
}

const EMPTY: PassphraseChange = { passphrase: '', next: '' };

function PassphraseForm({ onClose }: { onClose: () => void }) {
  const { control, handleSubmit, reset } = useForm<PassphraseChange>({
    resolver: zodResolver(passphraseChangeSchema),
    defaultValues: EMPTY,
  });
  const change = useMutation({
    mutationFn: (body: PassphraseChange) => call('PUT', '/passphrase', body),
    onSuccess: () => reset(EMPTY),
  });
  const submit = () => void handleSubmit((body) => change.mutate(body))();
  const field = { control, secureTextEntry: true, onSubmitEditing: submit } as const;
  return (
    <View style={styles.box}>
      <FormField {...field} name="passphrase" label="Passphrase now" autoComplete="current-password" />
      <FormField {...field} name="next" label="New passphrase" autoComplete="new-password" />
      <FormEnd act={{ label: 'Change it' }} onAct={submit} wait={change} leave="Close" onLeave={onClose} />
      {change.isSuccess && <Words live>Changed. Every other device has to sign in with it.</Words>}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
