import { momentsOf, outOfOrder } from '@ergon/core/operation/timetable';
import { type Href, useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { PaperLinks } from '../paper/PaperLinks';
import { useRig } from '../rig/Rig';
import { ToTonight } from '../screens/ToTonight';
import { space } from '../theme/tokens';
import { EventTools } from './EventTools';
import { whenAndWhere } from './eventText';
import { LooksOfEvent } from './LooksOfEvent';
import { MomentsOfEvent } from './MomentsOfEvent';
import { ReadOnly } from './ReadOnly';
import { useDay, useIsReadOnly } from './useTonight';

/** One event: its moments in order, its looks, and all that can be done with them. */
export function EventPage() {
  const { event: id } = useLocalSearchParams<{ event: string }>();
  const { rig } = useRig();
  const readOnly = useIsReadOnly(id);
  const day = useDay();
  const wide = useWide();
  const router = useRouter();
  const event = rig?.events.find((one) => one.id === id);
  if (!rig) return null;
  if (!event)
    return (
      <Page title="Event">
        <Words>
          There is no such event: it may have been removed. What was removed can be taken back in the history.
        </Words>
        <ToTonight />
      </Page>
    );
  const early = outOfOrder(momentsOf(rig, id));
  return (
    <Page key={id} title={event.name} subtitle={whenAndWhere(event, day)}>
      <ReadOnly event={id} />
      {event.notes != null && <Words>{event.notes}</Words>}
      <View style={wide ? styles.beside : styles.column}>
        <View style={[styles.column, wide && styles.half]}>
          <MomentsOfEvent event={id} readOnly={readOnly} />
          {early && (
            <Words tone="quiet">{`${early.name} stands after something later. Move it, or change its time.`}</Words>
          )}
        </View>
        <View style={[styles.column, wide && styles.half]}>
          <LooksOfEvent event={id} readOnly={readOnly} />
          <View style={styles.narrow}>
            <Button
              label="Energy of the evening"
              onPress={() => router.push({ pathname: '/events/[event]/energy', params: { event: event.id } } as Href)}
            />
          </View>
          <PaperLinks of="evening" id={event.id} />
          <EventTools event={event} readOnly={readOnly} />
        </View>
      </View>
    </Page>
  );
}

const styles = StyleSheet.create({
  narrow: { maxWidth: 360 },
  column: { gap: space.gap },
  beside: { flexDirection: 'row', gap: space.gap, maxWidth: 1100 },
  half: { flex: 1, minWidth: 0 },
});
