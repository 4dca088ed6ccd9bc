import type { EventHead } from '@ergon/core/record/event';
import { eventsByDay } from '@ergon/core/record/eventDay';
import { making } from '@ergon/core/operation/editsOf';
import { momentsOf } from '@ergon/core/operation/timetable';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { LinkBox } from '../components/LinkBox';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { EventForm } from '../screens/lazyForms';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { whenAndWhere } from './eventText';
import { useDay } from './useTonight';

/** All events of the crew: the next, the later, the past, and those put away. */
export function EventsPage() {
  const { rig } = useRig();
  const day = useDay();
  if (!rig) return null;
  const { next, later, past, archived } = eventsByDay(rig.events, day);
  return (
    <Page title="Events" subtitle={rig.crew.name} footer={<AddEvent open={rig.events.length === 0} />}>
      <View style={styles.column}>
        {rig.events.length === 0 && (
          <Words>No events yet. An event has its day, its venue, its moments and looks.</Words>
        )}
        <EventList title="Next" events={next} />
        <EventList title="Later" events={later} />
        <EventList title="Past" events={past} />
        <EventList title="Put away" events={archived} />
      </View>
    </Page>
  );
}

function AddEvent({ open }: { open: boolean }) {
  const { rig, queue } = useRig();
  const router = useRouter();
  const [adding, setAdding] = useState(open);
  if (!adding)
    return (
      <View style={styles.add}>
        <Button label="Add an event" onPress={() => setAdding(true)} />
      </View>
    );
  return (
    <EventForm
      start={{ name: '' }}
      act="Add it"
      onDone={(entry) => {
        const id = recordId(entry.name, new Set(rig?.events.map((event) => event.id)));
        queue.submit(`adding ${entry.name}`, (_, born) => [making({ kind: 'event', id }, { id, ...entry }, born)]);
        router.push({ pathname: '/events/[event]', params: { event: id } });
      }}
      onLeave={() => setAdding(false)}
    />
  );
}

function EventList({ title, events }: { title: string; events: readonly EventHead[] }) {
  const day = useDay();
  const { rig } = useRig();
  const colours = useColours();
  if (!rig || events.length === 0) return null;
  return (
    <View>
      <Words as="heading" level={2}>
        {title}
      </Words>
      <View role="list" aria-label={title}>
        {events.map((event) => (
          <View key={event.id} role="listitem" style={[styles.event, { borderColor: colours.rule }]}>
            <LinkBox href={{ pathname: '/events/[event]', params: { event: event.id } }} style={[styles.link]}>
              <Words as="strong">{event.name}</Words>
              <Words as="small" tone="quiet">
                {[whenAndWhere(event, day), countText(momentsOf(rig, event.id).length)].join(' · ')}
              </Words>
            </LinkBox>
          </View>
        ))}
      </View>
    </View>
  );
}

const countText = (moments: number): string =>
  moments === 0 ? 'no moments yet' : moments === 1 ? '1 moment' : `${moments} moments`;

const styles = StyleSheet.create({
  column: { gap: space.gap, maxWidth: 720, width: '100%' },
  add: { maxWidth: 360, width: '100%' },
  event: { borderTopWidth: 1 },
  link: { paddingVertical: space.base, gap: space.hair, minHeight: TOUCH },
});
