import type { Family } from '@ergon/core/record/family';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { AddFamily } from '../screens/lazyForms';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { KitPage } from './KitPage';

/** The families the crew's gear speaks. */
export function FamilyList() {
  const { rig } = useRig();
  const colours = useColours();
  const [adding, setAdding] = useState(false);
  if (!rig) return null;
  return (
    <KitPage title="Families" subtitle="Models that hear each other, whatever the name on the box.">
      {adding ? (
        <AddFamily onDone={() => setAdding(false)} />
      ) : (
        <Button kind="act" label="Add a family" onPress={() => setAdding(true)} />
      )}
      {rig.families.length === 0 && (
        <Words tone="quiet">
          No family yet: models that talk to each other are one. Add it here, or while you describe a model.
        </Words>
      )}
      <View role="list" aria-label="Families">
        {[...rig.families]
          .sort((a, b) => a.name.localeCompare(b.name, 'en'))
          .map((family) => (
            <View key={family.id} role="listitem">
              <LinkBox href={`/kit/families/${family.id}` as never} style={[styles.row, { borderColor: colours.rule }]}>
                <View style={styles.fill}>
                  <Words as="strong">{[family.name, ...(family.alsoSoldAs ?? [])].join(', ')}</Words>
                  <Words as="small" tone="quiet">
                    {familyText(family)}
                  </Words>
                </View>
              </LinkBox>
            </View>
          ))}
      </View>
    </KitPage>
  );
}

/** "radio · channels 1 to 32 · IDs 1 to 99 · groups A to F": what is recorded, in a line. */
function familyText(family: Family): string {
  const { channels, networkIds, groups } = family;
  return [
    family.medium === 'optical' ? 'coded light' : 'radio',
    family.band,
    channels == null ? 'channels not recorded' : `channels ${channels.from} to ${channels.to}`,
    networkIds === 'none' ? 'no IDs' : networkIds == null ? null : `IDs ${networkIds.from} to ${networkIds.to}`,
    family.pairing === 'pin' ? 'paired by PIN' : null,
    groups == null ? null : groups.length === 0 ? 'no groups' : `groups ${groups.join(' ')}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  row: {
    minHeight: TOUCH + space.small,
    borderTopWidth: 1,
    paddingVertical: space.small,
    justifyContent: 'center',
    flexDirection: 'row',
    alignItems: 'center',
  },
});
