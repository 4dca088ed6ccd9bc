import { type Missed, missedBy } from '@ergon/core/drill/progress';
import type { Drill } from '@ergon/core/record/drill';
import { faultKind, missedText } from '@ergon/core/words/drillWording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { MissedChart } from './MissedChart';

/** So many kinds are drawn; the rest is said. */
const DRAWN = 5;

/** How a member does, and what they tend to miss. */
export function Progress({ drills }: { drills: readonly Drill[] }) {
  const { rig } = useRig();
  const players = [...new Map(drills.map(({ member, by }) => [member, by])).entries()];
  const own = rig?.member.id ?? '';
  const [chosen, choose] = useState<string | null>(null);
  const member = chosen ?? (players.some(([id]) => id === own) ? own : players[0]?.[0]);
  if (member === undefined) return null;
  const missed = missedBy(drills.filter((drill) => drill.member === member));
  const drawn = missed.filter(({ times }) => times !== null).slice(0, DRAWN);
  return (
    <View role="region" aria-label="What is missed" style={styles.box}>
      <Words as="heading" level={2}>
        What takes longest
      </Words>
      {players.length > 1 && (
        <Choice
          label="Of"
          options={players.map(([value, label]) => ({ value, label }))}
          value={member}
          onChoose={choose}
        />
      )}
      {drawn.length > 1 && <MissedChart missed={drawn} />}
      <View role="list" aria-label="By kind of fault">
        {missed.map((one) => (
          <Kind key={one.row} missed={one} />
        ))}
      </View>
    </View>
  );
}

function Kind({ missed }: { missed: Missed }) {
  const colours = useColours();
  return (
    <View role="listitem" style={[styles.kind, { borderColor: colours.rule }]}>
      <Words as="strong">{faultKind(missed.row)}</Words>
      <Words as="small" tone="quiet">
        {missedText(missed)}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 620 },
  kind: { gap: space.hair, paddingVertical: space.small, borderTopWidth: 1 },
});
