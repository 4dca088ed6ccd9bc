import { zodResolver } from '@hookform/resolvers/zod';
import { crewSchema, type NewCrew, type SignIn as Member, signInSchema } from '@ergon/core/record/exchange';
import { useMutation } from '@tanstack/react-query';
import { type Href, useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { type Control, type FieldPath, type FieldValues, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Failure } from '../components/Failure';
import { FormField } from '../components/FormField';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { OpenNetwork } from '../machine/OpenNetwork';
import { ApiFailure, call } from '../rig/api';
import { useEntered } from '../rig/useEntered';
import { space } from '../theme/tokens';

/** Where a form is sent, and what is in it. */
interface Entry {
  path: '/session' | '/crews' | '/demo';
  body?: Member | NewCrew;
}

interface EntryForm {
  isPending: boolean;
  send: (entry: Entry) => void;
}

/** A place of this app only: an address that leads elsewhere is not followed. */
const placeOf = (to: string | undefined): Href => (to !== undefined && /^\/(?![/\\])/.test(to) ? to : '/') as Href;

export function SignIn() {
  const { to } = useLocalSearchParams<{ to?: string }>();
  const router = useRouter();
  const [isNew, setIsNew] = useState(false);
  const entered = useEntered(placeOf(to));
  const enter = useMutation({
    mutationFn: ({ path, body }: Entry) => call('POST', path, body),
    onSuccess: entered,
  });
  const { error } = enter;
  const askCrew = error instanceof ApiFailure && error.code === 'sign-in.which-crew';
  const form: EntryForm = { isPending: enter.isPending, send: enter.mutate };
  return (
    <Page title="Ergon" subtitle="Every light fires, in the frame, as planned." bare>
      <View style={styles.column}>
        <Block label="Demo">
          <Words as="sentence" tone="onBlock">
            A wedding in a ropewalk: nine lights, two bodies, and a dozen faults to find.
          </Words>
          <Button
            kind="act"
            label="Enter the demo"
            onPress={() => enter.mutate({ path: '/demo' })}
            disabled={enter.isPending}
          />
        </Block>
        <Choice
          label="Way in"
          fill
          options={[
            { value: false, label: 'Sign in' },
            { value: true, label: 'Start a crew' },
          ]}
          value={isNew}
          onChoose={setIsNew}
        />
        <OpenNetwork />
        {isNew ? <NewCrewForm {...form} /> : <MemberForm {...form} askCrew={askCrew} />}
        <Failure error={enter.error} />
        <View style={styles.row}>
          <Button
            label="The machine"
            hint="how phones reach it, and its backups"
            onPress={() => router.push('/machine')}
          />
        </View>
      </View>
    </Page>
  );
}

/** The crew is asked for only where name and passphrase do not say it. */
function MemberForm({ isPending, send, askCrew }: EntryForm & { askCrew: boolean }) {
  const [asksCrew, setAsksCrew] = useState(false);
  if (askCrew && !asksCrew) setAsksCrew(true);
  const { control, handleSubmit } = useForm<Member>({
    resolver: zodResolver(signInSchema),
    defaultValues: { name: '', passphrase: '' },
  });
  const submit = () => void handleSubmit((body) => send({ path: '/session', body }))();
  return (
    <>
      {asksCrew && <FormField control={control} name="crew" label="Crew" onSubmitEditing={submit} autoComplete="off" />}
      <NameField control={control} name="name" onSubmit={submit} />
      <PassphraseField control={control} name="passphrase" onSubmit={submit} />
      <EnterButton label="Sign in" onPress={submit} disabled={isPending} />
      <Words as="small" tone="quiet">
        Passphrase lost? An owner of your crew can make you a link.
      </Words>
    </>
  );
}

function NewCrewForm({ isPending, send }: EntryForm) {
  const { control, handleSubmit } = useForm<NewCrew>({
    resolver: zodResolver(crewSchema),
    defaultValues: { crew: '', name: '', passphrase: '' },
  });
  const submit = () => void handleSubmit((body) => send({ path: '/crews', body }))();
  return (
    <>
      <FormField control={control} name="crew" label="Crew" onSubmitEditing={submit} autoComplete="off" />
      <NameField control={control} name="name" onSubmit={submit} />
      <PassphraseField control={control} name="passphrase" onSubmit={submit} isNew />
      <EnterButton label="Start the crew" onPress={submit} disabled={isPending} />
    </>
  );
}

interface NamedField<T extends FieldValues> {
  control: Control<T>;
  name: FieldPath<T>;
  onSubmit: () => void;
}

const NameField = <T extends FieldValues>({ control, name, onSubmit }: NamedField<T>) => (
  <FormField control={control} name={name} label="Your name" onSubmitEditing={onSubmit} autoComplete="username" />
);

const PassphraseField = <T extends FieldValues>({
  control,
  name,
  onSubmit,
  isNew,
}: NamedField<T> & { isNew?: true }) => (
  <FormField
    control={control}
    name={name}
    label="Passphrase"
    onSubmitEditing={onSubmit}
    secureTextEntry
    autoComplete={isNew ? 'new-password' : 'current-password'}
  />
);

const EnterButton = (shown: { label: string; onPress: () => void; disabled: boolean }) => (
  <Button {...shown} hint="with this name and passphrase" />
);

const styles = StyleSheet.create({
  column: { gap: space.base, maxWidth: 360, width: '100%' },
  row: { flexDirection: 'row' },
});
