import type { Profile } from '@ergon/core/record/profile';
import { type Tag, TAGS, tagsOf } from '@ergon/core/describe/profileAbilities';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { AddUnits } from '../kit/AddUnitsLazily';
import { KitPage } from '../kit/KitPage';
import { modelName } from '../kit/profileSummary';
import { UnitRow } from '../kit/UnitRow';
import { byLabel } from '../rig/byLabel';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

const KINDS: readonly { kind: Profile['kind']; title: string }[] = [
  { kind: 'body', title: 'Bodies' },
  { kind: 'flash', title: 'Flashes' },
  { kind: 'trigger', title: 'Triggers' },
];

/** The crew's units: found by any word on them, or by what they can do. */
export function KitPlace() {
  const { rig, kit, names } = useRig();
  const router = useRouter();
  const [adding, setAdding] = useState(false);
  const [filtering, setFiltering] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [wanted, setWanted] = useState<readonly string[]>([]);
  if (!rig) return null;
  const order = byLabel(names);
  const sought = typed.trim().toLowerCase();
  const shown = rig.units.filter((unit) => {
    const profile = kit.profiles.get(unit.profile);
    if (!profile) return false;
    const words = [unit.label, modelName(profile), unit.owner, unit.cells, unit.notes, unit.lentTo, unit.borrowedFrom];
    if (sought !== '' && !words.some((word) => word?.toLowerCase().includes(sought))) return false;
    const tags = tagsOf(profile, kit.families);
    return wanted.every((tag) => tags.has(tag as Tag));
  });
  return (
    <KitPage
      title="Kit"
      subtitle={`${rig.units.length} units · ${rig.profiles.length} models · ${rig.families.length} families`}
    >
      {adding ? (
        <AddUnits onDone={() => setAdding(false)} />
      ) : (
        <View style={styles.buttons}>
          <Button kind="act" label="Add units" onPress={() => setAdding(true)} disabled={rig.profiles.length === 0} />
          <Button label="Describe a model" onPress={() => router.push('/kit/models/new')} />
        </View>
      )}
      {rig.profiles.length === 0 && (
        <Words>No models yet. Describe one, or bring in a document under In and out.</Words>
      )}
      {rig.units.length > 0 && (
        <View style={styles.find}>
          <View style={styles.search}>
            <Field label="Find a unit" value={typed} onChangeText={setTyped} />
            <Button
              label={wanted.length === 0 ? 'By what it can do' : `Can: ${wanted.join(', ')}`}
              expanded={filtering}
              onPress={() => setFiltering(!filtering)}
            />
          </View>
          {filtering && (
            <Toggles
              label="What it can do"
              options={TAGS.map((tag) => ({ value: tag, label: tag }))}
              values={wanted}
              onChange={setWanted}
            />
          )}
          {shown.length < rig.units.length && <Words live>{`${shown.length} of ${rig.units.length} units`}</Words>}
        </View>
      )}
      {KINDS.map(({ kind, title }) => {
        const units = shown
          .filter((unit) => kit.profiles.get(unit.profile)?.kind === kind)
          .sort((a, b) => order(a.id, b.id));
        if (units.length === 0) return null;
        return (
          <View key={kind}>
            <Words as="heading" level={2}>
              {title}
            </Words>
            <View role="list" aria-label={title}>
              {units.map((unit) => (
                <UnitRow
                  key={unit.id}
                  unit={unit}
                  profile={kit.profiles.get(unit.profile)!}
                  open={open === unit.id}
                  onToggle={() => setOpen(open === unit.id ? null : unit.id)}
                />
              ))}
            </View>
          </View>
        );
      })}
    </KitPage>
  );
}

const styles = StyleSheet.create({
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  find: { gap: space.small },
  search: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: space.small },
});
