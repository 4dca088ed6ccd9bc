import { abilityLines } from '@ergon/core/describe/profileAbilities';
import type { Profile } from '@ergon/core/record/profile';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** What a model will be able to do, place by place, and what nobody has recorded. */
export function AbilityPreview({ profile }: { profile: Profile }) {
  const { kit } = useRig();
  const colours = useColours();
  const lines = abilityLines(profile, kit.families);
  return (
    <View role="list" aria-label="What it can do" style={styles.list}>
      {lines.length === 0 && <Words tone="quiet">Nothing is recorded yet.</Words>}
      {lines.map(({ place, does, open, doesNot }) => (
        <View
          key={place}
          role="listitem"
          style={[
            styles.line,
            { borderColor: does.length > 0 ? colours.ink : colours.quiet },
            does.length === 0 && styles.dotted,
          ]}
        >
          <Words as="strong">{place}</Words>
          {does.length > 0 && <Words>{`${does.join(', ')}.`}</Words>}
          {doesNot.length > 0 && <Words tone="quiet">{`not: ${doesNot.join(', ')}.`}</Words>}
          {open.length > 0 && <Words tone="quiet">{`not recorded: ${open.join(', ')}.`}</Words>}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: space.base },
  line: { borderLeftWidth: 3, paddingLeft: space.base },
  dotted: { borderStyle: 'dotted' },
});
