import type { CrewRig } from '@ergon/core/record/crewRig';
import { abilityLines } from '@ergon/core/describe/profileAbilities';
import type { Profile } from '@ergon/core/record/profile';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { call, failureText } from '../rig/api';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { labelFault } from './labelFault';

/** The fields of a unit that are words, with what they are called and how long they may be. */
const TEXTS = [
  { field: 'firmware', label: 'Firmware', maxLength: 20 },
  { field: 'cells', label: 'Cells in it', maxLength: 80 },
  { field: 'owner', label: 'Owner', maxLength: 80 },
  { field: 'lentTo', label: 'Lent to', maxLength: 80 },
  { field: 'borrowedFrom', label: 'Borrowed from', maxLength: 80 },
  { field: 'notes', label: 'Notes', maxLength: 2000 },
] as const;
type TextName = (typeof TEXTS)[number]['field'];

type Draft = Record<'label' | TextName, string> & { inService: boolean };

interface UnitEditorProps {
  unit: CrewRig['units'][number];
  profile: Profile;
  onClose: () => void;
}

export function UnitEditor({ unit, profile, onClose }: UnitEditorProps) {
  const { queue, refresh, kit } = useRig();
  const before = draftOf(unit);
  const [draft, setDraft] = useState(before);
  const path = `/units/${unit.id}`;
  const patch = (version: number, to: Draft) =>
    call<{ version: number }>('PATCH', path, { version, set: settingsOf(to) });
  const save = useMutation({
    mutationFn: () => patch(unit.version, draft),
    onSuccess: ({ version }) => {
      queue.pushUndo(`edit of ${unit.label}`, () => void patch(version, before).then(refresh, refresh));
      onClose();
      refresh();
    },
  });
  const remove = useMutation({
    mutationFn: () => call('DELETE', path),
    onSuccess: () => {
      queue.pushUndo(`removal of ${unit.label}`, () => void call('POST', `${path}/restore`).then(refresh, refresh));
      onClose();
      refresh();
    },
  });
  const changed = JSON.stringify(draft) !== JSON.stringify(before);
  const failure = save.error ?? remove.error;
  const labelError = labelFault(draft.label);
  const can = abilityLines(profile, kit.families).filter((line) => line.does.length > 0);
  return (
    <View style={styles.editor}>
      <Words as="small" tone="quiet">
        {can.map((line) => `${line.place}: ${line.does.join(', ')}`).join(' · ') || 'Nothing is recorded of its model.'}
      </Words>
      <Field
        label="Label on its tape"
        value={draft.label}
        onChangeText={(label) => setDraft({ ...draft, label })}
        error={labelError}
      />
      {TEXTS.map(({ field, label, maxLength }) => (
        <Field
          key={field}
          label={label}
          value={draft[field]}
          onChangeText={(text) => setDraft({ ...draft, [field]: text })}
          maxLength={maxLength}
        />
      ))}
      <Choice
        label="Service"
        options={[
          { value: true, label: 'in service' },
          { value: false, label: 'out of service' },
        ]}
        value={draft.inService}
        onChoose={(inService) => setDraft({ ...draft, inService })}
      />
      <View style={styles.buttons}>
        <Button
          kind="act"
          label="Save"
          hint={unit.label}
          onPress={() => save.mutate()}
          disabled={!changed || labelError !== undefined || save.isPending}
        />
        <Button label="Remove" hint={unit.label} onPress={() => remove.mutate()} disabled={remove.isPending} />
      </View>
      {failure && (
        <Words tone="fault" live>
          {failureText(failure)}
        </Words>
      )}
    </View>
  );
}

const draftOf = (unit: CrewRig['units'][number]): Draft => ({
  label: unit.label,
  inService: unit.inService !== false,
  ...(Object.fromEntries(TEXTS.map(({ field }) => [field, unit[field] ?? ''])) as Record<TextName, string>),
});

const settingsOf = (draft: Draft) => ({
  label: draft.label,
  inService: draft.inService ? null : false,
  ...Object.fromEntries(TEXTS.map(({ field }) => [field, draft[field] || null])),
});

const styles = StyleSheet.create({
  editor: { gap: space.base, paddingBottom: space.wide },
  buttons: { flexDirection: 'row', gap: space.small },
});
