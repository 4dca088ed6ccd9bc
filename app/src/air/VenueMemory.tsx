import { venueMemory } from '@ergon/core/air/venueMemory';
import { making } from '@ergon/core/operation/editsOf';
import type { OnAir } from '@ergon/core/record/onAir';
import { format } from 'date-fns/format';
import { formatDistance } from 'date-fns/formatDistance';
import { parseISO } from 'date-fns/parseISO';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useDay } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import type { LineViewOf } from '../screens/LineView';
import { space } from '../theme/tokens';

/** What earlier events taught about this venue, and how long ago; nothing where there were none. */
export function VenueMemory({ of: { event, readOnly }, onAir }: { of: LineViewOf; onAir: readonly OnAir[] }) {
  const { rig, kit, names } = useRig();
  const day = useDay();
  const memory = useMemo(() => (rig ? venueMemory(kit, rig, event) : null), [rig, kit, event]);
  const takeOver = useTakeOver(event.id);
  if (!memory || memory.events.length === 0) return null;
  const age = (date: string | null | undefined) => formatDistance(parseISO(date!), parseISO(day), { addSuffix: true });
  const lines = [
    ...memory.found.map(({ event: then, entry }) => ({
      key: entry.id,
      words: `${names.family(entry.family)} channel ${entry.channel} ${entry.works ? 'worked' : 'was bad'}, found by ${entry.by} ${age(then.date)}`,
      take: [entry],
    })),
    ...memory.used.map(({ event: then, family, channel, fired, missed }) => ({
      key: `${then.id} ${family} ${channel}`,
      words: `${names.family(family)} channel ${channel}: ${fired} of ${fired + missed} test fires fired ${age(then.date)}`,
      take: [],
    })),
    ...memory.lastAir.map((entry) => ({
      key: entry.id,
      words: `${'name' in entry ? entry.name : ''} was on the air ${age(memory.events[0]!.date)}`,
      take: [entry],
    })),
  ];
  return (
    <View role="region" aria-label="Memory of the venue" style={styles.box}>
      <Words as="heading" level={2}>
        {`Last time at ${event.venue}`}
      </Words>
      <Words as="small" tone="quiet">
        {memory.events.map((one) => `${one.name}, ${format(parseISO(one.date!), 'd MMM yyyy')}`).join('; ')}
      </Words>
      {lines.map(({ key, words, take }) => (
        <View key={key} style={styles.line}>
          <Words grow>{words}</Words>
          {!readOnly && take.some((entry) => !isKnown(onAir, entry)) && (
            <Button label="Take over" hint={words} onPress={() => takeOver(take[0]!)} />
          )}
        </View>
      ))}
    </View>
  );
}

/** What says the same is not taken over twice. */
const isKnown = (onAir: readonly OnAir[], entry: OnAir): boolean =>
  onAir.some((one) =>
    one.sort === 'found' || entry.sort === 'found'
      ? one.sort === 'found' && entry.sort === 'found' && one.family === entry.family && one.channel === entry.channel
      : one.name === entry.name,
  );

function useTakeOver(event: string) {
  const { rig, queue } = useRig();
  return (entry: OnAir) => {
    const id = recordId('remembered', new Set(rig?.onAir.map((one) => one.id)));
    queue.submit('taking over what the venue taught', (_, born) => [
      making({ kind: 'onAir', id }, { ...entry, id, event }, born),
    ]);
  };
}

const styles = StyleSheet.create({
  box: { gap: space.small },
  line: { flexDirection: 'row', alignItems: 'center', gap: space.small },
});
