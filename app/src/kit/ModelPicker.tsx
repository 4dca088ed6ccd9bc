import type { Profile } from '@ergon/core/record/profile';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { modelName } from './profileSummary';

/** More would not fit a thumb. */
const SHOWN = 10;

/** One of the crew's models, found by a part of its name. */
export function ModelPicker({ value, onChoose }: { value: string; onChoose: (id: string) => void }) {
  const { rig } = useRig();
  const [typed, setTyped] = useState('');
  const sought = typed.trim().toLowerCase();
  const found = (rig?.profiles ?? [])
    .filter((profile) => modelName(profile).toLowerCase().includes(sought))
    .sort((a: Profile, b: Profile) => modelName(a).localeCompare(modelName(b), 'en', { numeric: true }));
  const shown = found.slice(0, SHOWN);
  const chosen = rig?.profiles.find((profile) => profile.id === value);
  if (chosen && !shown.includes(chosen)) shown.unshift(chosen);
  return (
    <View style={styles.box}>
      <Field label="Find a model" value={typed} onChangeText={setTyped} />
      <Choice
        label="Model"
        options={shown.map((profile) => ({ value: profile.id, label: modelName(profile) }))}
        value={value}
        onChoose={onChoose}
      />
      {found.length > shown.length && (
        <Words as="small" tone="quiet">{`and ${found.length - shown.length} more: type a part of the name`}</Words>
      )}
      {found.length === 0 && <Words tone="quiet">No model of that name. Describe it in Models.</Words>}
    </View>
  );
}

const styles = StyleSheet.create({ box: { gap: space.small } });
