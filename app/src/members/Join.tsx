import { zodResolver } from '@hookform/resolvers/zod';
import { type Join as Joining, joinSchema, type LinkAnswer, linkSchema } from '@ergon/core/record/memberExchange';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useSyncExternalStore } from 'react';
import { useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Failure } from '../components/Failure';
import { FormField } from '../components/FormField';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { OpenNetwork } from '../machine/OpenNetwork';
import { whenText } from '../prove/whenText';
import { call } from '../rig/api';
import { useEntered } from '../rig/useEntered';
import { space } from '../theme/tokens';

const heard = (changed: () => void): (() => void) => {
  window.addEventListener('hashchange', changed);
  return () => window.removeEventListener('hashchange', changed);
};
/** Behind the #, which no browser sends to a server: the secret is in no log. */
const useToken = (): string => useSyncExternalStore(heard, () => window.location.hash.slice(1));

/** Where a link leads: what it is for, and what it takes. */
export function Join() {
  const token = useToken();
  const isWhole = linkSchema.safeParse({ token }).success;
  const router = useRouter();
  const link = useQuery({
    queryKey: ['link', token],
    queryFn: () => call<LinkAnswer>('POST', '/links/look', { token }),
    enabled: isWhole,
    retry: false,
    gcTime: 0,
  });
  return (
    <Page title="Ergon" subtitle="Every light fires, in the frame, as planned." bare>
      <View style={styles.column}>
        {isWhole && link.isPending && <Words live>Looking at the link…</Words>}
        {!isWhole && (
          <Words tone="fault" live>
            This is not a whole link. Copy it once more, or scan its code.
          </Words>
        )}
        <Failure error={link.error} />
        {link.data && <OpenNetwork />}
        {link.data && <JoinForm key={token} token={token} link={link.data} />}
        {!link.data && (
          <View style={styles.row}>
            {link.error && <Button label="Try again" onPress={() => void link.refetch()} />}
            <Button label="Sign in" onPress={() => router.push('/sign-in')} />
          </View>
        )}
      </View>
    </Page>
  );
}

function JoinForm({ token, link: { crew, by, member, until } }: { token: string; link: LinkAnswer }) {
  const isNew = member === null;
  const { control, handleSubmit } = useForm<Joining>({
    resolver: zodResolver(isNew ? joinSchema.required({ name: true }) : joinSchema),
    defaultValues: isNew ? { token, name: '', passphrase: '' } : { token, passphrase: '' },
  });
  const entered = useEntered('/');
  const enter = useMutation({ mutationFn: (body: Joining) => call('POST', '/links/use', body), onSuccess: entered });
  const submit = () => void handleSubmit((body) => enter.mutate(body))();
  return (
    <>
      <Block label="Link">
        <Words as="sentence" tone="onBlock">
          {isNew ? `${by ?? 'Somebody'} invites you to ${crew}.` : `You come back to ${crew} as ${member}.`}
        </Words>
        <Words as="small" tone="quietOnBlock">{`Good once, until ${whenText(until)}.`}</Words>
      </Block>
      {isNew && (
        <FormField control={control} name="name" label="Your name" onSubmitEditing={submit} autoComplete="username" />
      )}
      <FormField
        control={control}
        name="passphrase"
        label="New passphrase"
        onSubmitEditing={submit}
        secureTextEntry
        autoComplete="new-password"
      />
      <Words as="small" tone="quiet">
        At least 10 characters: a few words you will remember. You sign in with your name and it from now on.
      </Words>
      <Button kind="act" label={isNew ? 'Join the crew' : 'Come in'} onPress={submit} disabled={enter.isPending} />
      <Failure error={enter.error} />
    </>
  );
}

const styles = StyleSheet.create({
  column: { gap: space.base, maxWidth: 360, width: '100%' },
  row: { flexDirection: 'row', gap: space.small },
});
