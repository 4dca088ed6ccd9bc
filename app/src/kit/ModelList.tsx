import type { Profile } from '@ergon/core/record/profile';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { KitPage } from './KitPage';
import { modelName } from './profileSummary';
import { speaksText } from './questionContext';

/** Every model the crew has described, by maker. */
export function ModelList() {
  const { rig, kit } = useRig();
  const colours = useColours();
  const router = useRouter();
  const [typed, setTyped] = useState('');
  if (!rig) return null;
  const sought = typed.trim().toLowerCase();
  const makers = new Map<string, Profile[]>();
  for (const profile of [...rig.profiles].sort((a, b) =>
    modelName(a).localeCompare(modelName(b), 'en', { numeric: true }),
  )) {
    if (!modelName(profile).toLowerCase().includes(sought)) continue;
    makers.set(profile.maker, [...(makers.get(profile.maker) ?? []), profile]);
  }
  const owned = new Map<string, number>();
  for (const unit of rig.units) owned.set(unit.profile, (owned.get(unit.profile) ?? 0) + 1);
  return (
    <KitPage title="Models" subtitle={`${rig.profiles.length} described`}>
      <View style={styles.box}>
        <View style={styles.acts}>
          <Button kind="act" label="Describe a model" onPress={() => router.push('/kit/models/new')} />
        </View>
        <Field label="Find a model" value={typed} onChangeText={setTyped} />
      </View>
      {makers.size === 0 && (
        <Words tone="quiet">{sought ? 'No model of that name.' : 'No model is described yet.'}</Words>
      )}
      {[...makers].map(([maker, profiles]) => (
        <View key={maker}>
          <Words as="heading" level={2}>
            {maker}
          </Words>
          <View role="list" aria-label={maker}>
            {profiles.map((profile) => (
              <View key={profile.id} role="listitem">
                <LinkBox
                  href={`/kit/models/${profile.id}` as never}
                  style={[styles.row, { borderColor: colours.rule }]}
                >
                  <View style={styles.what}>
                    <Words as="strong">{profile.model}</Words>
                    <Words as="small" tone="quiet">
                      {[profile.kind, speaksText(profile, kit.families)].filter(Boolean).join(' · ')}
                    </Words>
                  </View>
                  <Words as="small" tone="quiet">
                    {owned.has(profile.id) ? `${owned.get(profile.id)} in the kit` : ''}
                  </Words>
                </LinkBox>
              </View>
            ))}
          </View>
        </View>
      ))}
    </KitPage>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  acts: { flexDirection: 'row' },
  row: {
    minHeight: TOUCH + space.small,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.small,
    borderTopWidth: 1,
    paddingVertical: space.small,
  },
  what: { flex: 1 },
});
