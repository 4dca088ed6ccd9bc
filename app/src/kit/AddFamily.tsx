import { zodResolver } from '@hookform/resolvers/zod';
import { making } from '@ergon/core/operation/editsOf';
import { familySchema } from '@ergon/core/record/familySchema';
import { useRouter } from 'expo-router';
import { Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import type { z } from 'zod';
import { Choice } from '../components/Choice';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { space } from '../theme/tokens';

const entrySchema = familySchema.pick({ name: true, medium: true });
type Entry = z.infer<typeof entrySchema>;

/** A family by its name and what it speaks by; all else is told on its page. */
export function AddFamily({ onDone }: { onDone: () => void }) {
  const { rig, queue } = useRig();
  const router = useRouter();
  const { control, handleSubmit } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: { name: '', medium: 'radio' },
  });
  const add = (entry: Entry) => {
    const id = recordId(entry.name, new Set(rig?.families.map((family) => family.id)));
    queue.submit(`adding ${entry.name}`, (_, born) => [
      making({ kind: 'family', id }, { id, ...entry, carries: {} }, born),
    ]);
    onDone();
    router.push(`/kit/families/${id}` as never);
  };
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
        onAct={() => void handleSubmit(add)()}
        leave="Cancel"
        onLeave={onDone}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: space.base },
});
