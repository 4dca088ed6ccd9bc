import { startingAgain } from '@ergon/core/operation/editsOf';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { HistoryLink } from '../history/HistoryLink';
import { forgetFetched } from '../offline/keptCache';
import { AddMember } from './AddMember';
import { noteSignedIn } from '../rig/askedAhead';
import { call, failureText } from '../rig/api';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

/** Whose rig this is, and the way out. */
export function CrewCorner() {
  const { rig, queue, waits, present } = useRig();
  const waiting = waits.length;
  const client = useQueryClient();
  const router = useRouter();
  const leave = useMutation({
    mutationFn: () => call('DELETE', '/session'),
    onSuccess: async () => {
      noteSignedIn(false);
      client.clear();
      await forgetFetched();
      router.replace('/sign-in');
    },
  });
  const reset = useMutation({
    mutationFn: () => call<KitDocument>('GET', '/document/demo'),
    onSuccess: (demo) => void queue.submit('starting the demo again', (now, born) => startingAgain(now, demo, born)),
  });
  if (!rig) return null;
  const failure = leave.error ?? reset.error;
  return (
    <View style={styles.corner}>
      <Words as="small" tone="quiet">
        {[rig.crew.name, rig.member.name, othersText(present.filter(({ id }) => id !== rig.member.id))]
          .filter(Boolean)
          .join(' · ')}
      </Words>
      <View style={styles.row}>
        {rig.crew.isDemo && (
          <Button
            label={reset.isPending ? 'Resetting…' : 'Start the demo again'}
            onPress={() => reset.mutate()}
            disabled={reset.isPending}
          />
        )}
        <HistoryLink />
        {!rig.crew.isDemo && <AddMember />}
        <Button label="Sign out" onPress={() => leave.mutate()} />
      </View>
      {waiting > 0 && (
        <Words as="small" tone="quiet">
          {`${waiting === 1 ? 'A change waits' : `${waiting} changes wait`} here. Signed out, they stay and are sent once you sign in again.`}
        </Words>
      )}
      {failure && (
        <Words tone="fault" live>
          {failureText(failure)}
        </Words>
      )}
      <Words as="small" tone="quiet">
        Ergon computes and advises. Makers’ manuals, local codes and qualified people decide.
      </Words>
    </View>
  );
}

/** "with Bo and Cy": whose phones are on the crew's work just now. */
function othersText(others: readonly { name: string }[]): string {
  const names = others.map(({ name }) => name);
  if (names.length === 0) return '';
  return `with ${[names.slice(0, -1).join(', '), names.at(-1)].filter(Boolean).join(' and ')}`;
}

const styles = StyleSheet.create({
  corner: { gap: space.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
