import { abilityLines } from '@ergon/core/describe/profileAbilities';
import { dialling, RESET } from '@ergon/core/operation/dialling';
import { changing, removing } from '@ergon/core/operation/editsOf';
import type { Profile } from '@ergon/core/record/profile';
import type { Unit } from '@ergon/core/record/unit';
import { Controller } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { FormField } from '../components/FormField';
import { Words } from '../components/Words';
import { HistoryLink } from '../history/HistoryLink';
import { KeptFindings } from '../power/KeptFindings';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { TakenAlong } from './TakenAlong';
import { type Entry, patchOf, TEXTS, useUnitForm } from './useUnitForm';

export interface UnitEditorProps {
  unit: Unit;
  profile: Profile;
  onClose: () => void;
}

export function UnitEditor({ unit, profile, onClose }: UnitEditorProps) {
  const { queue } = useRig();
  const { seen, form, drop, forget } = useUnitForm(unit);
  const { control, handleSubmit, formState } = form;
  // Both are read at every drawing: what is not read is not kept up to date.
  const { isDirty, isValid } = formState;
  const on = { kind: 'unit', id: unit.id } as const;
  const save = (entry: Entry) => {
    const doc = { ...seen, ...patchOf(entry) };
    // What is to be reset anew was not reset, whatever was ticked before.
    const isNew = doc.resetFirst === true && seen.resetFirst !== true;
    queue.submit(`edit of ${unit.label}`, (rig) => [
      ...changing(rig, { on, seen, doc }),
      ...(isNew ? dialling(rig, unit.id, [{ setting: RESET, dialled: null }]) : []),
    ]);
    forget();
    onClose();
  };
  const remove = () => {
    // What was begun stays kept: should the unit come back, so does that.
    queue.submit(`removal of ${unit.label}`, (rig) => removing(rig, on));
    onClose();
  };
  return (
    <View style={styles.editor}>
      <CanDo profile={profile} />
      <KeptFindings unit={unit} readOnly={false} />
      <FormField control={control} name="label" label="Label on its tape" />
      {TEXTS.map(([name, label]) => (
        <FormField key={name} control={control} name={name} label={label} />
      ))}
      <Controller
        control={control}
        name="inService"
        render={({ field }) => <InService value={field.value !== false} onChoose={field.onChange} />}
      />
      <Controller
        control={control}
        name="resetFirst"
        render={({ field }) => <ResetFirst value={field.value === true} onChoose={field.onChange} />}
      />
      {isDirty && <NotSavedYet />}
      <View style={styles.buttons}>
        <Button
          kind="act"
          label="Save"
          hint={unit.label}
          onPress={() => void handleSubmit(save)()}
          disabled={!isDirty || !isValid}
        />
        {isDirty && <Button label="Drop the changes" hint={unit.label} onPress={drop} />}
        <Button label="Remove" hint={unit.label} onPress={remove} />
        <HistoryLink of={`unit:${unit.id}`} name={unit.label} />
      </View>
      <TakenAlong on={on} />
    </View>
  );
}

const NotSavedYet = () => (
  <Words as="small" tone="quiet" live>
    Not saved yet. What is begun here stays while you are elsewhere.
  </Words>
);

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

const ResetFirst = ({ value, onChoose }: { value: boolean; onChoose: (value: boolean) => void }) => (
  <Choice
    label="Before setting it up"
    options={[
      { value: false, label: 'set as it is' },
      { value: true, label: 'new or lent: reset first' },
    ]}
    value={value}
    onChoose={onChoose}
  />
);

const styles = StyleSheet.create({
  editor: { gap: space.base, paddingBottom: space.wide },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
