import { putting } from '@ergon/core/operation/editsOf';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { useIsReadOnly } from './useTonight';

/** Said of an event that is over, with the way to change it all the same; nothing for any other. */
export function ReadOnly({ event }: { event: string }) {
  const { rig, queue } = useRig();
  const colours = useColours();
  const readOnly = useIsReadOnly(event);
  const head = rig?.events.find(({ id }) => id === event);
  if (!readOnly || !head) return null;
  const open = () =>
    queue.submit(`opening ${head.name} again`, (now, born) => {
      const doc = now.events.find(({ id }) => id === event);
      return doc ? putting(now, { on: { kind: 'event', id: event }, doc: { ...doc, reopened: true }, born }) : [];
    });
  return (
    <View role="region" aria-label="Read only" style={[styles.box, { borderColor: colours.quiet }]}>
      <Words grow>This event is over: look, or try things on paper.</Words>
      <Button label="Open it again" hint={head.name} onPress={open} />
    </View>
  );
}

const styles = StyleSheet.create({
  box: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: space.small,
    borderLeftWidth: 4,
    paddingLeft: space.base,
    maxWidth: 620,
  },
});
