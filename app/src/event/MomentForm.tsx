import { zodResolver } from '@hookform/resolvers/zod';
import type { Look } from '@ergon/core/record/look';
import type { Moment } from '@ergon/core/record/event';
import { momentSchema } from '@ergon/core/record/eventSchema';
import { type Control, Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { z } from 'zod';
import { Choice } from '../components/Choice';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { PickField } from '../components/PickField';
import { Words } from '../components/Words';
import { faultSentence } from '../components/faultSentence';
import { space } from '../theme/tokens';

/** A count typed into a field: empty is not recorded. */
const countOf = (most: number) =>
  z
    .string()
    .trim()
    .refine((text) => text === '' || (/^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= most), {
      message: `must be a whole number from 1 to ${most}`,
    });

const entrySchema = momentSchema
  .pick({ name: true, time: true, place: true, look: true, noFlash: true, notes: true })
  .extend({ minutes: countOf(1440), frames: countOf(100_000) });
type Entry = z.infer<typeof entrySchema>;

export type MomentEntry = Omit<Moment, 'id'>;

export interface MomentFormProps {
  start: MomentEntry;
  looks: readonly Look[];
  act: string;
  onDone: (entry: MomentEntry) => void;
  onLeave: () => void;
}

const NO_LOOK = '';

/** A moment: what, when, where, how long, and the look it uses. */
export function MomentForm({ start, looks, act, onDone, onLeave }: MomentFormProps) {
  const { control, handleSubmit } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: entryOf(start),
  });
  return (
    <View style={styles.form}>
      <FormField control={control} name="name" label="What happens" />
      <View style={styles.row}>
        <Controller
          control={control}
          name="time"
          render={({ field, fieldState }) => (
            <PickField
              label="Time"
              of="time"
              value={field.value ?? null}
              onChange={field.onChange}
              error={faultSentence(fieldState.error?.message)}
            />
          )}
        />
        <FormField control={control} name="minutes" label="Minutes" inputMode="numeric" />
        <FormField control={control} name="frames" label="Frames" inputMode="numeric" />
      </View>
      <FormField control={control} name="place" label="Where" />
      <FlashChoice control={control} />
      {looks.length > 0 && <LookChoice control={control} looks={looks} />}
      <FormField control={control} name="notes" label="Notes" />
      <FormEnd
        act={{ label: act }}
        onAct={() => void handleSubmit((entry) => onDone(momentOf(entry)))()}
        leave="Cancel"
        onLeave={onLeave}
      />
    </View>
  );
}

const FlashChoice = ({ control }: { control: Control<Entry> }) => (
  <Controller
    control={control}
    name="noFlash"
    render={({ field }) => (
      <Choice
        label="Flash"
        options={[
          { value: false, label: 'flash allowed' },
          { value: true, label: 'no flash allowed' },
        ]}
        value={field.value === true}
        onChoose={field.onChange}
      />
    )}
  />
);

function LookChoice({ control, looks }: { control: Control<Entry>; looks: readonly Look[] }) {
  const options = [{ value: NO_LOOK, label: 'none yet' }, ...looks.map(({ id, name }) => ({ value: id, label: name }))];
  return (
    <>
      <Words as="small" tone="quiet">
        Look
      </Words>
      <Controller
        control={control}
        name="look"
        render={({ field }) => (
          <Choice
            label="Look"
            options={options}
            value={field.value ?? NO_LOOK}
            onChoose={(id) => field.onChange(id === NO_LOOK ? null : id)}
          />
        )}
      />
    </>
  );
}

const entryOf = ({ name, time, place, look, noFlash, notes, minutes, frames }: MomentEntry): Entry => ({
  name,
  time: time ?? null,
  place: place ?? '',
  look: look ?? null,
  noFlash: noFlash ?? false,
  notes: notes ?? '',
  minutes: minutes == null ? '' : String(minutes),
  frames: frames == null ? '' : String(frames),
});

/** A text left empty is not recorded, and flash is allowed where nothing is said. */
const momentOf = ({ place, notes, noFlash, minutes, frames, ...entry }: Entry): MomentEntry => ({
  ...entry,
  place: place || null,
  notes: notes || null,
  noFlash: noFlash === true ? true : null,
  minutes: minutes === '' ? null : Number(minutes),
  frames: frames === '' ? null : Number(frames),
});

const styles = StyleSheet.create({
  form: { gap: space.base, maxWidth: 420 },
  row: { flexDirection: 'row', gap: space.small },
});
