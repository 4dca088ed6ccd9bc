import { changing, putting, removing } from '@ergon/core/operation/editsOf';
import { copyingEvent } from '@ergon/core/operation/eventEdits';
import type { EventHead } from '@ergon/core/record/event';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { HistoryLink } from '../history/HistoryLink';
import { TakenAlong } from '../kit/TakenAlong';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { EventForm } from '../screens/lazyForms';
import { space } from '../theme/tokens';
import { useDay } from './useTonight';

type Doing = 'change' | 'copy' | 'remove' | null;

/** What can be done with a whole event: change it, copy it to another day, put it away, remove it. */
export function EventTools({ event, readOnly }: { event: EventHead; readOnly: boolean }) {
  const [doing, setDoing] = useState<Doing>(null);
  const stop = () => setDoing(null);
  if (doing === 'change') return <ChangeEvent event={event} onDone={stop} />;
  if (doing === 'copy') return <CopyEvent event={event} onDone={stop} />;
  if (doing === 'remove') return <RemoveEvent event={event} onLeave={stop} />;
  return (
    <View style={styles.row}>
      <Button label="Copy to another day" hint={event.name} onPress={() => setDoing('copy')} />
      {!readOnly && <Button label="Change" hint={event.name} onPress={() => setDoing('change')} />}
      <PutAway event={event} />
      {!readOnly && <Button label="Remove" hint={event.name} onPress={() => setDoing('remove')} />}
      <HistoryLink of={`event:${event.id}`} name={event.name} />
    </View>
  );
}

function PutAway({ event }: { event: EventHead }) {
  const { queue } = useRig();
  const away = event.archived === true;
  const toggle = () =>
    queue.submit(away ? `taking ${event.name} out again` : `putting ${event.name} away`, (rig, born) => {
      const now = rig.events.find(({ id }) => id === event.id);
      const archived = away ? null : true;
      return now ? putting(rig, { on: { kind: 'event', id: event.id }, doc: { ...now, archived }, born }) : [];
    });
  return <Button label={away ? 'Take it out again' : 'Put it away'} hint={event.name} onPress={toggle} />;
}

function ChangeEvent({ event, onDone }: { event: EventHead; onDone: () => void }) {
  const { queue } = useRig();
  const [seen] = useState(event);
  return (
    <EventForm
      start={seen}
      act="Save"
      onDone={(entry) => {
        queue.submit(`edit of ${event.name}`, (rig) =>
          changing(rig, { on: { kind: 'event', id: seen.id }, seen, doc: { ...seen, ...entry } }),
        );
        onDone();
      }}
      onLeave={onDone}
    />
  );
}

function CopyEvent({ event, onDone }: { event: EventHead; onDone: () => void }) {
  const { rig, queue } = useRig();
  const router = useRouter();
  const day = useDay();
  return (
    <View style={styles.box}>
      <Words>Moments, looks and settings come along; proof and notes do not.</Words>
      <EventForm
        start={{ name: event.name, venue: event.venue, date: monthLater(event.date, day) }}
        act="Copy it"
        onDone={(entry) => {
          const id = recordId(entry.name, new Set(rig?.events.map((one) => one.id)));
          const taken = new Set([...(rig?.looks ?? []), ...(rig?.moments ?? [])].map((one) => one.id));
          const newId = () => {
            const made = recordId(entry.name.slice(0, 30), taken);
            taken.add(made);
            return made;
          };
          queue.submit(`copying ${event.name}`, (now, born) =>
            copyingEvent(now, event.id, { copy: { id, ...entry }, newId, born }),
          );
          onDone();
          router.push({ pathname: '/events/[event]', params: { event: id } });
        }}
        onLeave={onDone}
      />
    </View>
  );
}

/** The same day of the week, four weeks or a little more from today. */
function monthLater(date: string | null | undefined, day: string): string {
  const earliest = addDays(parseISO(day), 28);
  const weekday = date == null ? earliest.getDay() : parseISO(date).getDay();
  return format(addDays(earliest, (weekday - earliest.getDay() + 7) % 7), 'yyyy-MM-dd');
}

function RemoveEvent({ event, onLeave }: { event: EventHead; onLeave: () => void }) {
  const { queue } = useRig();
  const router = useRouter();
  const on = { kind: 'event', id: event.id } as const;
  return (
    <View style={styles.box}>
      <TakenAlong on={on} />
      <Words>Undo brings all of it back, and so does the history.</Words>
      <View style={styles.row}>
        <Button
          kind="act"
          label="Remove it"
          hint={event.name}
          onPress={() => {
            queue.submit(`removal of ${event.name}`, (rig) => removing(rig, on));
            router.replace('/events');
          }}
        />
        <Button label="Keep it" onPress={onLeave} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
