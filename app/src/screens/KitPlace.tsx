import { type Tag, TAGS, tagsOf } from '@ergon/core/describe/profileAbilities';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Profile } from '@ergon/core/record/profile';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Foot } from '../components/Foot';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { KitPage } from '../kit/KitPage';
import { UnitPane } from '../kit/UnitPane';
import { UnitRow } from '../kit/UnitRow';
import { modelName } from '../kit/profileSummary';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { space } from '../theme/tokens';
import { AddUnits } from './lazyForms';

const KINDS: readonly { kind: Profile['kind']; title: string }[] = [
  { kind: 'body', title: 'Bodies' },
  { kind: 'flash', title: 'Flashes' },
  { kind: 'trigger', title: 'Triggers' },
];

/** What is looked for among the units. */
interface Sought {
  typed: string;
  /** What it must be able to do. */
  tags: readonly string[];
}

/** The crew's units: found by any word on them, or by what they can do. */
export function KitPlace() {
  const { rig } = useRig();
  const router = useRouter();
  const [adding, setAdding] = useState(false);
  const [sought, setSought] = useState<Sought>({ typed: '', tags: [] });
  const [open, setOpen] = useState<string | null>(null);
  const wide = useWide();
  const shown = useSoughtUnits(sought);
  const chosen = useUnit(open);
  if (!rig) return null;
  return (
    <KitPage
      title="Kit"
      subtitle={`${rig.units.length} units · ${rig.profiles.length} models · ${rig.families.length} families`}
      after={wide && rig.units.length > 0 && <UnitPane chosen={chosen} onClose={() => setOpen(null)} />}
    >
      {adding ? (
        <AddUnits onDone={() => setAdding(false)} />
      ) : (
        <Foot>
          <View style={styles.buttons}>
            <Button kind="act" label="Add units" onPress={() => setAdding(true)} disabled={rig.profiles.length === 0} />
            <Button label="Describe a model" onPress={() => router.push('/kit/models/new')} />
          </View>
        </Foot>
      )}
      {rig.profiles.length === 0 && (
        <Words>No models yet. Describe one, or bring in a document under In and out.</Words>
      )}
      {rig.units.length > 0 && (
        <View style={styles.find}>
          <FindUnits sought={sought} onChange={setSought} />
          {shown.length < rig.units.length && <Words live>{`${shown.length} of ${rig.units.length} units`}</Words>}
        </View>
      )}
      <UnitsByKind units={shown} open={open} onOpen={setOpen} />
    </KitPage>
  );
}

type StoredUnit = CrewRig['units'][number];

function useSoughtUnits({ typed, tags }: Sought): StoredUnit[] {
  const { rig, kit } = useRig();
  const text = typed.trim().toLowerCase();
  return (rig?.units ?? []).filter((unit) => {
    const profile = kit.profiles.get(unit.profile);
    if (!profile) return false;
    const words = [unit.label, modelName(profile), unit.owner, unit.cells, unit.notes, unit.lentTo, unit.borrowedFrom];
    if (text !== '' && !words.some((word) => word?.toLowerCase().includes(text))) return false;
    const can = tagsOf(profile, kit.families);
    return tags.every((tag) => can.has(tag as Tag));
  });
}

function FindUnits({ sought, onChange }: { sought: Sought; onChange: (sought: Sought) => void }) {
  const [filtering, setFiltering] = useState(false);
  const { typed, tags } = sought;
  return (
    <>
      <View style={styles.search}>
        <Field label="Find a unit" value={typed} onChangeText={(text) => onChange({ ...sought, typed: text })} />
        <Button
          label={tags.length === 0 ? 'By what it can do' : `Can: ${tags.join(', ')}`}
          expanded={filtering}
          onPress={() => setFiltering(!filtering)}
        />
      </View>
      {filtering && (
        <Toggles
          label="What it can do"
          options={TAGS.map((tag) => ({ value: tag, label: tag }))}
          values={tags}
          onChange={(chosen) => onChange({ ...sought, tags: chosen })}
        />
      )}
    </>
  );
}

/** A unit that is still there, with its model. */
function useUnit(id: string | null) {
  const { rig, kit } = useRig();
  const unit = rig?.units.find((one) => one.id === id);
  const profile = unit && kit.profiles.get(unit.profile);
  return unit && profile ? { unit, profile } : null;
}

interface UnitsByKindProps {
  units: readonly StoredUnit[];
  open: string | null;
  onOpen: (unit: string | null) => void;
}

/** Bodies, flashes and triggers, each in the order people look for them; one unit is open at a time. */
function UnitsByKind({ units, open, onOpen }: UnitsByKindProps) {
  const { kit, names } = useRig();
  const order = byLabel(names);
  return KINDS.map(({ kind, title }) => {
    const ofKind = units
      .filter((unit) => kit.profiles.get(unit.profile)?.kind === kind)
      .sort((a, b) => order(a.id, b.id));
    if (ofKind.length === 0) return null;
    return (
      <View key={kind}>
        <Words as="heading" level={2}>
          {title}
        </Words>
        <View role="list" aria-label={title}>
          {ofKind.map((unit) => (
            <UnitRow
              key={unit.id}
              unit={unit}
              profile={kit.profiles.get(unit.profile)!}
              open={open === unit.id}
              onToggle={() => onOpen(open === unit.id ? null : unit.id)}
            />
          ))}
        </View>
      </View>
    );
  });
}

const styles = StyleSheet.create({
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  find: { gap: space.small },
  search: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: space.small },
});
