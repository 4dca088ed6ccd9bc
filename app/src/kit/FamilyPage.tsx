import { followed } from '@ergon/core/air/frequencyRule';
import { familySchema } from '@ergon/core/record/familySchema';
import type { Family } from '@ergon/core/record/family';
import { useLocalSearchParams } from 'expo-router';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { FamilyCarries } from './FamilyCarries';
import { FamilyGroups, FamilyIds, FamilyNames, FamilyReach } from './familyFields';
import { FrequencyEditor } from './FrequencyEditor';
import { GenerationEditor } from './GenerationEditor';
import { KitPage } from './KitPage';
import { modelName } from './profileSummary';
import { RangeField } from './RangeField';
import { SaveModelBar } from './SaveModelBar';
import { TakenAlong } from './TakenAlong';
import { useStoredModel } from './useStoredModel';

/** One family, all there is to say of it. */
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
  return <Edit key={id} stored={family} />;
}

function Edit({ stored }: { stored: Family }) {
  const { rig } = useRig();
  const model = useStoredModel({
    kind: 'family',
    stored,
    schema: familySchema,
    name: stored.name,
    list: '/kit/families',
  });
  const { current: family, setDraft, changed, remove, problem } = model;
  const set = (more: Partial<Family>) => setDraft({ ...family, ...more });
  const setChannels = (channels: Family['channels']) => {
    const now = family.frequencies ?? [];
    const next = followed(now, family.channels, channels ?? null);
    set({ channels, ...(next !== now && { frequencies: next }) });
  };
  const speakers = (rig?.profiles ?? []).filter((profile) =>
    profile.radios?.some((radio) => radio.family === stored.id),
  );
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
      <FamilyNames family={family} set={set} />
      <RangeField label="Channels" value={family.channels ?? null} onChange={setChannels} />
      <FrequencyEditor
        channels={family.channels ?? null}
        value={family.frequencies ?? []}
        onChange={(frequencies) => set({ frequencies })}
      />
      <FamilyIds family={family} set={set} />
      <FamilyGroups family={family} set={set} />
      <FamilyCarries carries={family.carries} onChange={(carries) => set({ carries })} />
      <GenerationEditor value={family.generations ?? []} onChange={(generations) => set({ generations })} />
      <FamilyReach family={family} set={set} />
      {speakers.length > 0 && <Words>{`Spoken by ${speakers.map(modelName).join(', ')}.`}</Words>}
      <TakenAlong on={{ kind: 'family', id: stored.id }} />
      <Button label="Remove" hint={stored.name} onPress={remove} />
    </KitPage>
  );
}
