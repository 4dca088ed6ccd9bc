import { zodResolver } from '@hookform/resolvers/zod';
import { abilityLines } from '@ergon/core/describe/profileAbilities';
import type { CrewRig } from '@ergon/core/record/crewRig';
import type { UnitPatch, VersionAnswer } from '@ergon/core/record/exchange';
import type { Profile } from '@ergon/core/record/profile';
import { unitSchema } from '@ergon/core/record/unitSchema';
import { Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import type { z } from 'zod';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Failure } from '../components/Failure';
import { FormField } from '../components/FormField';
import { Words } from '../components/Words';
import { call } from '../rig/api';
import { useRig } from '../rig/Rig';
import { useKitChange } from '../rig/useKitChange';
import { space } from '../theme/tokens';

/** The fields of a unit that are words, with what they are called. */
const TEXTS = [
  ['firmware', 'Firmware'],
  ['cells', 'Cells in it'],
  ['owner', 'Owner'],
  ['lentTo', 'Lent to'],
  ['borrowedFrom', 'Borrowed from'],
  ['notes', 'Notes'],
] as const;

const entrySchema = unitSchema.omit({ id: true, profile: true });
type Entry = z.infer<typeof entrySchema>;

export interface UnitEditorProps {
  unit: CrewRig['units'][number];
  profile: Profile;
  onClose: () => void;
}

export function UnitEditor({ unit, profile, onClose }: UnitEditorProps) {
  const before = entryOf(unit);
  const { control, handleSubmit, formState } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: before,
    mode: 'onChange',
  });
  // Both are read at every drawing: what is not read is not kept up to date.
  const { isDirty, isValid } = formState;
  const path = `/units/${unit.id}`;
  const patch = (version: number, to: Entry) => call<VersionAnswer>('PATCH', path, { version, set: patchOf(to) });
  const save = useKitChange<Entry, VersionAnswer>({
    send: (entry) => patch(unit.version, entry),
    undo: ({ version }) => ({ label: `edit of ${unit.label}`, run: () => patch(version, before) }),
    onDone: onClose,
  });
  const remove = useKitChange({
    send: () => call('DELETE', path),
    undo: () => ({ label: `removal of ${unit.label}`, run: () => call('POST', `${path}/restore`) }),
    onDone: onClose,
  });
  return (
    <View style={styles.editor}>
      <CanDo profile={profile} />
      <FormField control={control} name="label" label="Label on its tape" />
      {TEXTS.map(([name, label]) => (
        <FormField key={name} control={control} name={name} label={label} />
      ))}
      <Controller
        control={control}
        name="inService"
        render={({ field }) => <InService value={field.value !== false} onChoose={field.onChange} />}
      />
      <View style={styles.buttons}>
        <Button
          kind="act"
          label="Save"
          hint={unit.label}
          onPress={() => void handleSubmit((entry) => save.mutate(entry))()}
          disabled={!isDirty || !isValid || save.isPending}
        />
        <Button label="Remove" hint={unit.label} onPress={() => remove.mutate()} disabled={remove.isPending} />
      </View>
      <Failure error={save.error ?? remove.error} />
    </View>
  );
}

/** What a unit of the model can do, place by place, in a line. */
function CanDo({ profile }: { profile: Profile }) {
  const { kit } = useRig();
  const can = abilityLines(profile, kit.families).filter((line) => line.does.length > 0);
  return (
    <Words as="small" tone="quiet">
      {can.map((line) => `${line.place}: ${line.does.join(', ')}`).join(' · ') || 'Nothing is recorded of its model.'}
    </Words>
  );
}

const InService = ({ value, onChoose }: { value: boolean; onChoose: (value: boolean) => void }) => (
  <Choice
    label="Service"
    options={[
      { value: true, label: 'in service' },
      { value: false, label: 'out of service' },
    ]}
    value={value}
    onChoose={onChoose}
  />
);

const entryOf = (unit: CrewRig['units'][number]): Entry => ({
  label: unit.label,
  inService: unit.inService !== false,
  ...Object.fromEntries(TEXTS.map(([name]) => [name, unit[name] ?? ''])),
});

/** A text left empty is not recorded, and in service is what a unit is when nothing is said. */
const patchOf = (entry: Entry): UnitPatch => ({
  label: entry.label,
  inService: entry.inService ? null : false,
  ...Object.fromEntries(TEXTS.map(([name]) => [name, entry[name] || null])),
});

const styles = StyleSheet.create({
  editor: { gap: space.base, paddingBottom: space.wide },
  buttons: { flexDirection: 'row', gap: space.small },
});
