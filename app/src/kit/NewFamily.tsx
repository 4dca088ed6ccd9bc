import { zodResolver } from '@hookform/resolvers/zod';
import { making } from '@ergon/core/operation/editsOf';
import type { Family } from '@ergon/core/record/family';
import { familySchema } from '@ergon/core/record/familySchema';
import { useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { z } from 'zod';
import { Button } from '../components/Button';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { space } from '../theme/tokens';

/** A count typed into a field; empty is none at all. */
const count = (most: number) =>
  z
    .string()
    .trim()
    .refine((text) => text === '' || (/^\d+$/.test(text) && Number(text) <= most), {
      message: `must be a whole number up to ${most}`,
    });

const entrySchema = familySchema.pick({ name: true }).extend({
  channels: count(9999).refine((text) => Number(text) > 0, { message: 'must be said: how many channels it has' }),
  ids: count(9999),
  groups: count(26),
});
type Entry = z.infer<typeof entrySchema>;

const CARRIED = [
  { value: 'power', label: 'power' },
  { value: 'ttl', label: 'TTL' },
  { value: 'hss', label: 'high-speed sync' },
];

interface NewFamilyProps {
  medium: Family['medium'];
  onMade: (id: string) => void;
}

/** A family the crew has not described yet, by the few numbers that decide whether a light hears it. */
export function NewFamily({ medium, onMade }: NewFamilyProps) {
  const [open, setOpen] = useState(false);
  if (!open) return <Button label="A new family" onPress={() => setOpen(true)} />;
  return <Form medium={medium} onMade={onMade} onLeave={() => setOpen(false)} />;
}

function Form({ medium, onMade, onLeave }: NewFamilyProps & { onLeave: () => void }) {
  const { rig, queue } = useRig();
  const [carried, setCarried] = useState<readonly string[]>([]);
  const { control, handleSubmit } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: { name: '', channels: '', ids: '', groups: '' },
  });
  // What is typed is checked in a while: a second tap meanwhile would make another.
  const isMade = useRef(false);
  const make = (entry: Entry) => {
    if (isMade.current) return;
    isMade.current = true;
    const id = recordId(entry.name, new Set(rig?.families.map((family) => family.id)));
    const family = familyOf(entry, { id, medium, carried });
    queue.submit(`adding ${entry.name}`, (_, born) => [making({ kind: 'family', id }, family, born)]);
    onMade(id);
  };
  return (
    <View style={styles.form}>
      <FormField control={control} name="name" label="Name of the family" />
      <View style={styles.row}>
        <FormField control={control} name="channels" label="Channels" inputMode="numeric" />
        <FormField control={control} name="ids" label="IDs" inputMode="numeric" />
        <FormField control={control} name="groups" label="Groups" inputMode="numeric" />
      </View>
      <Words as="small" tone="quiet">
        How many of each. Left empty: it has none.
      </Words>
      <Words as="small" tone="quiet">
        What it carries besides the fire signal
      </Words>
      <Toggles label="Carries" options={CARRIED} values={carried} onChange={setCarried} />
      <FormEnd act={{ label: 'Add it' }} onAct={() => void handleSubmit(make)()} leave="Cancel" onLeave={onLeave} />
    </View>
  );
}

interface Given {
  id: string;
  medium: Family['medium'];
  carried: readonly string[];
}

function familyOf({ name, channels, ids, groups }: Entry, { id, medium, carried }: Given): Family {
  const carries = (signal: string) => carried.includes(signal);
  return {
    id,
    name,
    medium,
    channels: { from: 1, to: Number(channels) },
    networkIds: Number(ids) > 0 ? { from: 1, to: Number(ids) } : 'none',
    groups: Array.from({ length: Number(groups) }, (_, n) => String.fromCharCode(65 + n)),
    // What sets power sets the mode as well.
    carries: { power: carries('power'), mode: carries('power'), ttl: carries('ttl'), hss: carries('hss') },
  };
}

const styles = StyleSheet.create({
  form: { gap: space.base },
  row: { flexDirection: 'row', gap: space.small },
});
