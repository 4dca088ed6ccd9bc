import type { Family, Generation } from '@ergon/core/record/family';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

interface GenerationEditorProps {
  value: readonly Generation[];
  onChange: (value: Family['generations']) => void;
}

const LACKS = [
  { value: 'networkIds', label: 'has no IDs' },
  { value: 'groups', label: 'has no groups' },
  { value: 'ttl', label: 'carries no TTL' },
  { value: 'hss', label: 'carries no high-speed sync' },
  { value: 'power', label: 'carries no power' },
  { value: 'heard', label: 'older ones cannot hear it' },
] as const;

function lacksOf(generation: Generation): string[] {
  const { networkIds, groups, carries, heardByOlder } = generation;
  return [
    ...(networkIds === false ? ['networkIds'] : []),
    ...(groups?.length === 0 ? ['groups'] : []),
    ...(['ttl', 'hss', 'power'] as const).filter((name) => carries?.[name] === false),
    ...(heardByOlder === false ? ['heard'] : []),
  ];
}

/** The generation after lacks were ticked or unticked; what was not touched stays as it was, recorded or not. */
export function withLacks(generation: Generation, lacks: readonly string[]): Generation {
  const before = lacksOf(generation);
  const turned = (name: string): boolean => before.includes(name) !== lacks.includes(name);
  const carries = { ...generation.carries };
  for (const name of ['ttl', 'hss', 'power'] as const) {
    if (!turned(name)) continue;
    if (lacks.includes(name)) carries[name] = false;
    else delete carries[name];
  }
  return {
    ...generation,
    ...(turned('networkIds') && { networkIds: lacks.includes('networkIds') ? false : null }),
    ...(turned('groups') && { groups: lacks.includes('groups') ? [] : null }),
    carries,
    ...(turned('heard') && { heardByOlder: !lacks.includes('heard') }),
  };
}

/** What each generation of a family cannot do; the older of two units sets the limits for both. */
export function GenerationEditor({ value, onChange }: GenerationEditorProps) {
  const colours = useColours();
  const replace = (index: number, next: Generation) => onChange(value.map((one, i) => (i === index ? next : one)));
  return (
    <View style={styles.box}>
      <Words as="strong">{value.length === 0 ? 'One generation' : 'Generations'}</Words>
      {value.map((generation, index) => (
        <View key={generation.number} style={[styles.one, { borderColor: colours.rule }]}>
          <Field
            label={`Name of generation ${generation.number}`}
            value={generation.name ?? ''}
            onChangeText={(name) => replace(index, { ...generation, name: name || null })}
            maxLength={80}
          />
          <Toggles
            label={`What generation ${generation.number} lacks`}
            options={LACKS.filter((lack) => lack.value !== 'heard' || index > 0)}
            values={lacksOf(generation)}
            onChange={(lacks) => replace(index, withLacks(generation, lacks))}
          />
        </View>
      ))}
      <View style={styles.buttons}>
        <Button
          label="Add a generation"
          onPress={() => onChange([...value, { number: value.length + 1, heardByOlder: true }])}
        />
        {value.length > 0 && (
          <Button
            label="Remove the last"
            hint="generation"
            onPress={() => onChange(value.length === 1 ? null : value.slice(0, -1))}
          />
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  one: { gap: space.small, borderLeftWidth: 3, paddingLeft: space.base },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
