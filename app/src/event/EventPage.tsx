import { momentsOf, outOfOrder } from '@ergon/core/operation/timetable';
import { useLocalSearchParams } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
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
      <View style={styles.column}>
        <ReadOnly event={id} />
        {event.notes != null && <Words>{event.notes}</Words>}
        <MomentsOfEvent event={id} readOnly={readOnly} />
        {early && (
          <Words tone="quiet">{`${early.name} stands after something later. Move it, or change its time.`}</Words>
        )}
        <LooksOfEvent event={id} readOnly={readOnly} />
        <EventTools event={event} readOnly={readOnly} />
      </View>
    </Page>
  );
}

const styles = StyleSheet.create({ column: { gap: space.gap, maxWidth: 720, width: '100%' } });
