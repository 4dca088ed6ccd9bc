import { zodResolver } from '@hookform/resolvers/zod';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { z } from 'zod';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { call, failureText } from '../rig/api';
import { space } from '../theme/tokens';

const schema = z.object({
  name: z.string().trim().min(1, 'Type your name.').max(80, 'At most 80 characters.'),
  passphrase: z.string().min(8, 'At least 8 characters.').max(200, 'At most 200 characters.'),
  crew: z.string().trim().max(80, 'At most 80 characters.'),
});
type Entry = z.infer<typeof schema>;

export function SignIn() {
  const router = useRouter();
  const client = useQueryClient();
  const [isNew, setIsNew] = useState(false);
  const enter = useMutation({
    mutationFn: ({ path, body }: { path: string; body?: object }) => call('POST', path, body),
    onSuccess: () => {
      client.clear();
      client.setQueryData(['session'], { signedIn: true });
      router.replace('/');
    },
  });
  const form = useForm<Entry>({ resolver: zodResolver(schema), defaultValues: { name: '', passphrase: '', crew: '' } });
  const submit = form.handleSubmit(({ name, passphrase, crew }) => {
    if (!isNew) return enter.mutate({ path: '/session', body: { name, passphrase } });
    if (crew === '') return form.setError('crew', { message: 'Name your crew.' });
    enter.mutate({ path: '/crews', body: { crew, name, passphrase } });
  });
  const field = (name: keyof Entry, label: string, secret = false) => (
    <Controller
      control={form.control}
      name={name}
      render={({ field: { value, onChange, onBlur }, fieldState }) => (
        <Field
          label={label}
          value={value}
          onChangeText={onChange}
          onBlur={onBlur}
          onSubmitEditing={() => void submit()}
          secureTextEntry={secret}
          autoComplete={secret ? (isNew ? 'new-password' : 'current-password') : name === 'name' ? 'username' : 'off'}
          error={fieldState.error?.message}
        />
      )}
    />
  );
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
        {isNew && field('crew', 'Crew')}
        {field('name', 'Your name')}
        {field('passphrase', 'Passphrase', true)}
        <Button
          label={isNew ? 'Start the crew' : 'Sign in'}
          onPress={() => void submit()}
          disabled={enter.isPending}
          hint="with this name and passphrase"
        />
        {enter.error && (
          <Words tone="fault" live>
            {failureText(enter.error)}
          </Words>
        )}
      </View>
    </Page>
  );
}

const styles = StyleSheet.create({
  column: { gap: space.base, maxWidth: 420, width: '100%', alignSelf: 'center' },
});
