import type { Family } from '@ergon/core/record/family';
import { CARRIED_SIGNALS, type CarriedSignal } from '@ergon/core/record/familyTerms';
import { useLocalSearchParams } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { FrequencyEditor } from './FrequencyEditor';
import { GenerationEditor } from './GenerationEditor';
import { KitPage } from './KitPage';
import { RangeField } from './RangeField';
import { SaveModelBar } from './SaveModelBar';
import { modelName } from './profileSummary';
import { useStoredModel } from './useStoredModel';

const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
const CARRIED_WORDS: Readonly<Record<CarriedSignal, string>> = {
  power: 'power',
  ttl: 'TTL',
  mode: 'mode',
  hss: 'high-speed sync',
  rear: 'rear curtain',
  zoom: 'zoom',
  lamp: 'modelling lamp',
  test: 'test fire',
};

export function FamilyPage() {
  const { family: id } = useLocalSearchParams<{ family: string }>();
  const { rig, kit } = useRig();
  const family = kit.families.get(id);
  if (!rig || !family) {
    return (
      <KitPage title="Family">
        <Words>There is no such family. Choose one in Families.</Words>
      </KitPage>
    );
  }
  return <Edit key={id} stored={family} version={rig.versions.families[id] ?? 1} />;
}

function Edit({ stored, version }: { stored: Family; version: number }) {
  const { rig } = useRig();
  const model = useStoredModel({ stored, version, name: stored.name, at: '/families', list: '/kit/families' });
  const { current: family, setDraft, changed, remove, problem } = model;
  const set = (more: Partial<Family>) => setDraft({ ...family, ...more });
  const speakers = (rig?.profiles ?? []).filter((profile) =>
    profile.radios?.some((radio) => radio.family === stored.id),
  );
  const carries = CARRIED_SIGNALS.filter((name) => family.carries[name] === true);
  return (
    <KitPage
      title={family.name}
      subtitle={
        speakers.length === 0
          ? 'No model speaks it yet'
          : `Spoken by ${speakers.length} ${speakers.length === 1 ? 'model' : 'models'}`
      }
      footer={changed || problem !== null ? <SaveModelBar model={model} name={stored.name} /> : undefined}
    >
      <View style={styles.group}>
        <Field label="Name" value={family.name} onChangeText={(name) => set({ name })} maxLength={80} />
        <Field
          label="Also sold as, with commas between"
          value={(family.alsoSoldAs ?? []).join(', ')}
          onChangeText={(text) => set({ alsoSoldAs: text.trim() === '' ? null : text.split(/,\s*/) })}
        />
        <Field
          label="Band"
          value={family.band ?? ''}
          onChangeText={(band) => set({ band: band || null })}
          maxLength={80}
        />
      </View>
      <RangeField label="Channels" value={family.channels ?? null} onChange={(channels) => set({ channels })} />
      <FrequencyEditor value={family.frequencies ?? []} onChange={(frequencies) => set({ frequencies })} />
      <View style={styles.group}>
        <Words as="strong">Network IDs</Words>
        <Choice
          label="Network IDs"
          options={[
            { value: 'none', label: 'none' },
            { value: 'range', label: 'a range' },
            { value: 'unsure', label: 'not sure' },
          ]}
          value={family.networkIds === 'none' ? 'none' : family.networkIds == null ? 'unsure' : 'range'}
          onChoose={(kind) =>
            set({ networkIds: kind === 'none' ? 'none' : kind === 'range' ? { from: 1, to: 99 } : null })
          }
        />
        {family.networkIds != null && family.networkIds !== 'none' && (
          <RangeField label="IDs" value={family.networkIds} onChange={(networkIds) => set({ networkIds })} />
        )}
        <Choice
          label="Pairing"
          options={[
            { value: 'none', label: 'no PIN' },
            { value: 'pin', label: 'paired by PIN' },
          ]}
          value={family.pairing ?? 'none'}
          onChoose={(pairing) => set({ pairing: pairing as Family['pairing'] })}
        />
      </View>
      <View style={styles.group}>
        <Words as="strong">{`Groups: ${family.groups == null ? 'not recorded' : family.groups.join(' ') || 'none'}`}</Words>
        <Toggles
          label="Groups"
          options={LETTERS.slice(0, 16).map((value) => ({ value, label: value }))}
          values={family.groups ?? []}
          onChange={(groups) => set({ groups: [...groups].sort() })}
        />
      </View>
      <View style={styles.group}>
        <Words as="strong">What it carries besides the fire signal</Words>
        <Toggles
          label="Carries"
          options={CARRIED_SIGNALS.map((value) => ({ value, label: CARRIED_WORDS[value] }))}
          values={carries}
          onChange={(values) =>
            set({
              carries: Object.fromEntries(CARRIED_SIGNALS.map((name) => [name, values.includes(name)])) as Family['carries'],
            })
          }
        />
      </View>
      <GenerationEditor value={family.generations ?? []} onChange={(generations) => set({ generations })} />
      <View style={styles.group}>
        <Field
          label="Reach in the open, in metres"
          value={family.reachM == null ? '' : String(family.reachM)}
          onChangeText={(text) => set({ reachM: /^\d+$/.test(text) ? Number(text) : null })}
          inputMode="numeric"
        />
        <Field
          label="Where it may be used"
          value={family.regionNote ?? ''}
          onChangeText={(regionNote) => set({ regionNote: regionNote || null })}
          maxLength={2000}
        />
        <Words as="small" tone="quiet">
          Bands and powers differ by country: use only what is legal where you are, and nothing where the venue forbids
          it. People with wireless microphones may hold a licence and come first.
        </Words>
        {speakers.length > 0 && <Words>{`Spoken by ${speakers.map(modelName).join(', ')}.`}</Words>}
        <Button
          label="Remove"
          hint={stored.name}
          onPress={() => remove.mutate()}
          disabled={speakers.length > 0 || remove.isPending}
        />
      </View>
    </KitPage>
  );
}

const styles = StyleSheet.create({
  group: { gap: space.base },
});
