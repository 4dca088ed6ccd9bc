import { zodResolver } from '@hookform/resolvers/zod';
import type { EventHead } from '@ergon/core/record/event';
import { eventHeadSchema } from '@ergon/core/record/eventSchema';
import { Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import type { z } from 'zod';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { PickField } from '../components/PickField';
import { faultSentence } from '../components/faultSentence';
import { space } from '../theme/tokens';

const entrySchema = eventHeadSchema.pick({ name: true, date: true, venue: true, notes: true });
type Entry = z.infer<typeof entrySchema>;

export interface EventFormProps {
  /** What stands in the fields at first. */
  start: Entry;
  act: string;
  onDone: (entry: Pick<EventHead, 'name' | 'date' | 'venue' | 'notes'>) => void;
  onLeave: () => void;
}

/** What an event is called, its day, its venue, and what one should know of it. */
export function EventForm({ start, act, onDone, onLeave }: EventFormProps) {
  const { control, handleSubmit } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: { name: start.name, date: start.date ?? null, venue: start.venue ?? '', notes: start.notes ?? '' },
  });
  const done = ({ name, date, venue, notes }: Entry) =>
    onDone({ name, date: date ?? null, venue: venue || null, notes: notes || null });
  return (
    <View style={styles.form}>
      <FormField control={control} name="name" label="Name of the event" />
      <Controller
        control={control}
        name="date"
        render={({ field, fieldState }) => (
          <PickField
            label="Date"
            of="date"
            value={field.value ?? null}
            onChange={field.onChange}
            error={faultSentence(fieldState.error?.message)}
          />
        )}
      />
      <FormField control={control} name="venue" label="Venue" />
      <FormField control={control} name="notes" label="Notes" />
      <FormEnd act={{ label: act }} onAct={() => void handleSubmit(done)()} leave="Cancel" onLeave={onLeave} />
    </View>
  );
}

const styles = StyleSheet.create({ form: { gap: space.base, maxWidth: 420 } });
