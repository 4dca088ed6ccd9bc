import { zodResolver } from '@hookform/resolvers/zod';
import { memberSchema, type NewMember } from '@ergon/core/record/exchange';
import { useMutation } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { Words } from '../components/Words';
import { call } from '../rig/api';
import { space } from '../theme/tokens';

const EMPTY: NewMember = { name: '', passphrase: '' };

/** Name and passphrase of another person of the crew. */
export function MemberForm({ onClose }: { onClose: () => void }) {
  const { control, handleSubmit, reset } = useForm<NewMember>({
    resolver: zodResolver(memberSchema),
    defaultValues: EMPTY,
  });
  const add = useMutation({
    mutationFn: (member: NewMember) => call('POST', '/members', member),
    onSuccess: () => reset(EMPTY),
  });
  return (
    <View style={styles.form}>
      <FormField control={control} name="name" label="Member's name" autoComplete="off" />
      <FormField control={control} name="passphrase" label="Passphrase to tell them" autoComplete="off" />
      <FormEnd
        act={{ label: 'Add', hint: 'this member' }}
        onAct={() => void handleSubmit((member) => add.mutate(member))()}
        wait={add}
        leave="Close"
        onLeave={onClose}
      />
      {add.isSuccess && <Words live>They can sign in now.</Words>}
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: space.small, width: '100%', maxWidth: 420 },
});
