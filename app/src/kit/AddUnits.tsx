import { newId } from '@ergon/core/measure/newId';
import type { Unit } from '@ergon/core/record/unit';
import { useMutation } from '@tanstack/react-query';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { NumberField } from '../components/NumberField';
import { Words } from '../components/Words';
import { call, failureText } from '../rig/api';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { labelFault } from './labelFault';
import { ModelPicker } from './ModelPicker';

interface Entry {
  profile: string;
  label: string;
  count: number;
  firmware: string;
}

const MOST_AT_ONCE = 20;

export interface AddUnitsProps {
  /** Of this model; left out, one is chosen. */
  model?: string;
  onDone: () => void;
}

/** One or several units of a model the crew has described, labelled in a row. */
export function AddUnits({ model, onDone }: AddUnitsProps) {
  const { rig, queue, refresh } = useRig();
  const form = useForm<Entry>({ defaultValues: { profile: model ?? '', label: '', count: 1, firmware: '' } });
  const add = useMutation({
    mutationFn: async (entry: Entry) => {
      const units = unitsOf(entry, new Set(rig?.units.map((unit) => unit.id)));
      await call('POST', '/units/batch', { add: units, change: [], remove: [] });
      return units;
    },
    onSuccess: (units) => {
      const remove = units.map((unit) => unit.id);
      const back = () => call('POST', '/units/batch', { add: [], change: [], remove });
      const what = units.length === 1 ? units[0]!.label : `${units.length} units`;
      queue.pushUndo(`adding ${what}`, () => void back().then(refresh, refresh));
      refresh();
      onDone();
    },
  });
  const [label, count] = useWatch({ control: form.control, name: ['label', 'count'] });
  return (
    <View style={styles.form}>
      <Words as="heading" level={2}>
        {model === undefined ? 'Add units' : 'Add units of it'}
      </Words>
      {model === undefined && (
        <Controller
          control={form.control}
          name="profile"
          rules={{ required: 'Choose a model.' }}
          render={({ field, fieldState }) => (
            <View style={styles.form}>
              <ModelPicker value={field.value} onChoose={field.onChange} />
              {fieldState.error && (
                <Words as="small" tone="fault" live>
                  {fieldState.error.message}
                </Words>
              )}
            </View>
          )}
        />
      )}
      <Controller
        control={form.control}
        name="label"
        rules={{ validate: (text) => labelFault(text) ?? true }}
        render={({ field, fieldState }) => (
          <Field
            label="Label on its tape"
            value={field.value}
            onChangeText={field.onChange}
            onBlur={field.onBlur}
            error={fieldState.error?.message}
          />
        )}
      />
      <Controller
        control={form.control}
        name="count"
        render={({ field }) => (
          <View style={styles.form}>
            <Words as="small" tone="quiet">
              {count > 1 && label.trim() !== ''
                ? `How many: ${label.trim()} 1 to ${label.trim()} ${count}`
                : 'How many'}
            </Words>
            <NumberField label="How many" from={1} to={MOST_AT_ONCE} value={field.value} onChange={field.onChange} />
          </View>
        )}
      />
      <Controller
        control={form.control}
        name="firmware"
        render={({ field }) => (
          <Field label="Firmware, if it shows one" value={field.value} onChangeText={field.onChange} maxLength={20} />
        )}
      />
      <View style={styles.buttons}>
        <Button
          kind="act"
          label={count > 1 ? `Add ${count} units` : 'Add'}
          hint={count > 1 ? undefined : 'this unit'}
          onPress={() => void form.handleSubmit((values) => add.mutate(values))()}
          disabled={add.isPending}
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

function unitsOf({ profile, label, count, firmware }: Entry, taken: ReadonlySet<string>): Unit[] {
  const ids = new Set(taken);
  return Array.from({ length: count }, (_, index) => {
    const own = count > 1 ? `${label.trim()} ${index + 1}` : label.trim();
    const id = newId(own, ids);
    ids.add(id);
    return { id, profile, label: own, ...(firmware.trim() !== '' && { firmware: firmware.trim() }) };
  });
}

const styles = StyleSheet.create({
  form: { gap: space.base },
  buttons: { flexDirection: 'row', gap: space.small },
});
