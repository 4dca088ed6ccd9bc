/** What is recorded of a family, part by part. */
import type { Family } from '@ergon/core/record/family';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { DecimalField } from '../components/DecimalField';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';
import { RangeField } from './RangeField';

export interface FamilyPart {
  family: Family;
  set: (more: Partial<Family>) => void;
}

export const FamilyNames = ({ family, set }: FamilyPart) => (
  <View style={styles.group}>
    <Field label="Name" value={family.name} onChangeText={(name) => set({ name })} maxLength={80} />
    <Field
      label="Also sold as, with commas between"
      value={(family.alsoSoldAs ?? []).join(', ')}
      onChangeText={(text) => set({ alsoSoldAs: text.trim() === '' ? null : text.split(/,\s*/) })}
    />
    <Field label="Band" value={family.band ?? ''} onChangeText={(band) => set({ band: band || null })} maxLength={80} />
  </View>
);

/** Where a range of IDs starts when somebody says there is one. */
const SOME_IDS = { from: 1, to: 60 };

export const FamilyIds = ({ family: { networkIds, pairing }, set }: FamilyPart) => (
  <View style={styles.group}>
    <Words as="strong">Network IDs</Words>
    <Choice
      label="Network IDs"
      options={[
        { value: 'none', label: 'none' },
        { value: 'range', label: 'a range' },
        { value: 'unsure', label: 'not sure' },
      ]}
      value={networkIds === 'none' ? 'none' : networkIds == null ? 'unsure' : 'range'}
      onChoose={(kind) => set({ networkIds: kind === 'none' ? 'none' : kind === 'range' ? SOME_IDS : null })}
    />
    {networkIds != null && networkIds !== 'none' && (
      <RangeField label="IDs" value={networkIds} onChange={(ids) => set({ networkIds: ids })} />
    )}
    <Choice<NonNullable<Family['pairing']>>
      label="Pairing"
      options={[
        { value: 'none', label: 'no PIN' },
        { value: 'pin', label: 'paired by PIN' },
      ]}
      value={pairing ?? 'none'}
      onChoose={(chosen) => set({ pairing: chosen })}
    />
  </View>
);

/** More letters than this no maker has. */
const LETTERS = [...'ABCDEFGHIJKLMNOP'].map((value) => ({ value, label: value }));

export const FamilyGroups = ({ family: { groups }, set }: FamilyPart) => (
  <View style={styles.group}>
    <Words as="strong">{`Groups: ${groups == null ? 'not recorded' : groups.join(' ') || 'none'}`}</Words>
    <Toggles
      label="Groups"
      options={LETTERS}
      values={groups ?? []}
      onChange={(letters) => set({ groups: [...letters].sort() })}
    />
  </View>
);

export const FamilyReach = ({ family, set }: FamilyPart) => (
  <View style={styles.group}>
    <DecimalField
      label="Reach in the open, in metres"
      value={family.reachM ?? null}
      onChange={(reachM) => set({ reachM })}
    />
    <Field
      label="Where it may be used"
      value={family.regionNote ?? ''}
      onChangeText={(regionNote) => set({ regionNote: regionNote || null })}
      maxLength={2000}
    />
    <Words as="small" tone="quiet">
      Bands and powers differ by country: use only what is legal where you are, and nothing where the venue forbids it.
      People with wireless microphones may hold a licence and come first.
    </Words>
  </View>
);

const styles = StyleSheet.create({ group: { gap: space.base } });
