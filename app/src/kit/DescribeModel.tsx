import { type Archetype, ARCHETYPES } from '@ergon/core/describe/archetypes';
import { counted } from '@ergon/core/words/saying';
import type { Profile } from '@ergon/core/record/profile';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { AddUnits } from './AddUnits';
import { Guide } from './Guide';
import { KitPage } from './KitPage';
import { modelName } from './profileSummary';
import { answeredBefore, forgetDraft } from './useGuide';

const KINDS: readonly { kind: Profile['kind']; title: string }[] = [
  { kind: 'flash', title: 'Flashes' },
  { kind: 'trigger', title: 'Triggers' },
  { kind: 'body', title: 'Bodies' },
];

/** A model described from its sort, by the few questions that decide whether a light fires. */
export function DescribeModel() {
  const [archetype, setArchetype] = useState<Archetype | null>(null);
  const [kept, setKept] = useState<Profile | null>(null);
  if (kept) return <Described profile={kept} />;
  if (archetype)
    return (
      <Guide
        key={archetype.id}
        archetype={archetype}
        onBack={() => setArchetype(null)}
        onKept={(profile) => {
          forgetDraft(archetype);
          setKept(profile);
        }}
      />
    );
  return (
    <KitPage title="Describe a model" subtitle="What sort of thing is it? At most a dozen questions follow.">
      {KINDS.map(({ kind, title }) => (
        <View key={kind} style={styles.box}>
          <Words as="heading" level={2}>
            {title}
          </Words>
          <View style={styles.sorts}>
            {ARCHETYPES.filter((one) => one.kind === kind).map((one) => (
              <ArchetypeButton key={one.id} archetype={one} onPress={() => setArchetype(one)} />
            ))}
          </View>
        </View>
      ))}
    </KitPage>
  );
}

function ArchetypeButton({ archetype, onPress }: { archetype: Archetype; onPress: () => void }) {
  const colours = useColours();
  const begun = answeredBefore(archetype);
  return (
    <Pressable
      role="button"
      aria-label={[archetype.name, archetype.about, begunText(begun)].filter(Boolean).join(': ')}
      onPress={onPress}
      style={[styles.archetype, { borderColor: colours.quiet }]}
    >
      <Words as="strong">{archetype.name}</Words>
      <Words as="small" tone="quiet">
        {archetype.about}
      </Words>
      {begun > 0 && <Words as="small">{begunText(begun)}</Words>}
    </Pressable>
  );
}

const begunText = (answers: number): string =>
  answers === 0 ? '' : `Begun: ${counted(answers, 'answer')}. Goes on there.`;

/** Kept: what one does next is nearly always to add the units. */
function Described({ profile }: { profile: Profile }) {
  const router = useRouter();
  const { kit } = useRig();
  const known = kit.profiles.has(profile.id);
  return (
    <KitPage title={modelName(profile)} subtitle="Described and kept.">
      {known ? (
        <AddUnits model={profile.id} onDone={() => router.push('/kit')} />
      ) : (
        <Words live>Fetching your kit…</Words>
      )}
      <Button label="Say more about this model" onPress={() => router.push(`/kit/models/${profile.id}`)} />
    </KitPage>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  sorts: { flexDirection: 'row', flexWrap: 'wrap', gap: space.base },
  archetype: {
    // Two side by side where there is room.
    flexBasis: 340,
    flexGrow: 1,
    minHeight: TOUCH,
    borderWidth: 1,
    borderRadius: radius.base,
    paddingHorizontal: space.wide,
    paddingVertical: space.small,
  },
});
