import { zodResolver } from '@hookform/resolvers/zod';
import { newId } from '@ergon/core/measure/newId';
import { familySchema } from '@ergon/core/record/familySchema';
import { useRouter } from 'expo-router';
import { Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import type { z } from 'zod';
import { Choice } from '../components/Choice';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { call } from '../rig/api';
import { useRig } from '../rig/Rig';
import { useKitChange } from '../rig/useKitChange';
import { space } from '../theme/tokens';

const entrySchema = familySchema.pick({ name: true, medium: true });
type Entry = z.infer<typeof entrySchema>;

/** A family by its name and what it speaks by; all else is told on its page. */
export function AddFamily({ onDone }: { onDone: () => void }) {
  const { rig } = useRig();
  const router = useRouter();
  const { control, handleSubmit } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: { name: '', medium: 'radio' },
  });
  const add = useKitChange<Entry, string>({
    send: async (entry) => {
      const id = newId(entry.name, new Set(rig?.families.map((family) => family.id)));
      await call('POST', '/families', { id, ...entry, carries: {} });
      return id;
    },
    undo: (id, { name }) => ({ label: `adding ${name}`, run: () => call('DELETE', `/families/${id}`) }),
    onDone: (id) => {
      onDone();
      router.push(`/kit/families/${id}` as never);
    },
  });
  return (
    <View style={styles.form}>
      <FormField control={control} name="name" label="Name of the family" />
      <Controller
        control={control}
        name="medium"
        render={({ field }) => (
          <Choice
            label="Speaks by"
            options={[
              { value: 'radio', label: 'radio' },
              { value: 'optical', label: 'coded light' },
            ]}
            value={field.value}
            onChoose={field.onChange}
          />
        )}
      />
      <FormEnd
        act={{ label: 'Add', hint: 'this family' }}
        onAct={() => void handleSubmit((entry) => add.mutate(entry))()}
        wait={add}
        leave="Cancel"
        onLeave={onDone}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: space.base },
});
