import { zodResolver } from '@hookform/resolvers/zod';
import { making } from '@ergon/core/operation/editsOf';
import type { Unit } from '@ergon/core/record/unit';
import { unitSchema } from '@ergon/core/record/unitSchema';
import { type Control, Controller, useForm, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { z } from 'zod';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { faultSentence } from '../components/faultSentence';
import { NumberField } from '../components/NumberField';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { space } from '../theme/tokens';
import { ModelPicker } from './ModelPicker';

const MOST_AT_ONCE = 20;

const entrySchema = unitSchema.pick({ label: true }).extend({
  profile: z.string().min(1, 'choose a model'),
  count: z.int().min(1).max(MOST_AT_ONCE),
  firmware: z.string().trim().max(20),
});
type Entry = z.infer<typeof entrySchema>;

export interface AddUnitsProps {
  /** Of this model; left out, one is chosen. */
  model?: string;
  onDone: () => void;
}

/** One or several units of a model the crew has described, labelled in a row. */
export function AddUnits({ model, onDone }: AddUnitsProps) {
  const { rig, queue } = useRig();
  const { control, handleSubmit } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: { profile: model ?? '', label: '', count: 1, firmware: '' },
  });
  const count = useWatch({ control, name: 'count' });
  const add = (entry: Entry) => {
    const units = unitsOf(entry, new Set(rig?.units.map((unit) => unit.id)));
    const label = `adding ${units.length === 1 ? units[0]!.label : `${units.length} units`}`;
    queue.submit(label, (_, born) => units.map((unit) => making({ kind: 'unit', id: unit.id }, unit, born)));
    onDone();
  };
  return (
    <View style={styles.form}>
      <Words as="heading" level={2}>
        {model === undefined ? 'Add units' : 'Add units of it'}
      </Words>
      {model === undefined && <ModelField control={control} />}
      <FormField control={control} name="label" label="Label on its tape" autoFocus={model !== undefined} />
      <CountField control={control} />
      <FormField control={control} name="firmware" label="Firmware, if it shows one" maxLength={20} />
      <FormEnd
        act={count > 1 ? { label: `Add ${count} units` } : { label: 'Add', hint: 'this unit' }}
        onAct={() => void handleSubmit(add)()}
        leave="Cancel"
        onLeave={onDone}
      />
    </View>
  );
}

const ModelField = ({ control }: { control: Control<Entry> }) => (
  <Controller
    control={control}
    name="profile"
    render={({ field, fieldState }) => (
      <View style={styles.form}>
        <ModelPicker value={field.value} onChoose={field.onChange} />
        {fieldState.error && (
          <Words as="small" tone="fault" live>
            {faultSentence(fieldState.error.message)}
          </Words>
        )}
      </View>
    )}
  />
);

/** How many, and what they will be called. */
function CountField({ control }: { control: Control<Entry> }) {
  const [label, count] = useWatch({ control, name: ['label', 'count'] });
  const name = label.trim();
  return (
    <Controller
      control={control}
      name="count"
      render={({ field }) => (
        <View style={styles.form}>
          <Words as="small" tone="quiet">
            {count > 1 && name !== '' ? `How many: ${name} 1 to ${name} ${count}` : 'How many'}
          </Words>
          <NumberField label="How many" from={1} to={MOST_AT_ONCE} value={field.value} onChange={field.onChange} />
        </View>
      )}
    />
  );
}

function unitsOf({ profile, label, count, firmware }: Entry, taken: ReadonlySet<string>): Unit[] {
  const ids = new Set(taken);
  return Array.from({ length: count }, (_, index) => {
    const own = count > 1 ? `${label} ${index + 1}` : label;
    const id = recordId(own, ids);
    ids.add(id);
    return { id, profile, label: own, ...(firmware !== '' && { firmware }) };
  });
}

const styles = StyleSheet.create({
  form: { gap: space.base },
});
