import { startingAgain } from '@ergon/core/operation/editsOf';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Failure } from '../components/Failure';
import { FormEnd } from '../components/FormEnd';
import { Words } from '../components/Words';
import { HistoryLink } from '../history/HistoryLink';
import { call } from '../rig/api';
import { useRig } from '../rig/Rig';
import { useSignedOut } from '../rig/useSignedOut';
import { space } from '../theme/tokens';

/** Whose rig this is, and the way out. */
export function CrewCorner() {
  const { rig, waits, present } = useRig();
  const waiting = waits.length;
  const router = useRouter();
  const signedOut = useSignedOut();
  const leave = useMutation({ mutationFn: () => call('DELETE', '/session'), onSuccess: signedOut });
  if (!rig) return null;
  return (
    <View style={styles.corner}>
      <Words as="small" tone="quiet">
        {[rig.crew.name, rig.member.name, othersText(present.filter(({ id }) => id !== rig.member.id))]
          .filter(Boolean)
          .join(' · ')}
      </Words>
      <View style={styles.row}>
        <Button label="In and out" hint="files" onPress={() => router.push('/kit/files')} />
        <HistoryLink />
        <Button label="What words mean" onPress={() => router.push('/glossary')} />
        {rig.crew.isDemo ? <StartAgain /> : <Button label="Members" onPress={() => router.push('/members')} />}
        <Button
          label="The machine"
          hint="how phones reach it, and its backups"
          onPress={() => router.push('/machine')}
        />
        <Button label="Sign out" onPress={() => leave.mutate()} />
      </View>
      {waiting > 0 && (
        <Words as="small" tone="quiet">
          {`${waiting === 1 ? 'A change waits' : `${waiting} changes wait`} here. Signed out, they stay and are sent once you sign in again.`}
        </Words>
      )}
      <Failure error={leave.error} />
      <Words as="small" tone="quiet">
        Ergon computes and advises. Makers’ manuals, local codes and qualified people decide.
      </Words>
    </View>
  );
}

/** All that was done in the demo gives way to what it came with: asked for twice, and one undo brings it back. */
function StartAgain() {
  const { queue } = useRig();
  const [asked, setAsked] = useState(false);
  const reset = useMutation({
    mutationFn: () => call<KitDocument>('GET', '/document/demo'),
    onSuccess: (demo) => {
      queue.submit('starting the demo again', (now, born) => startingAgain(now, demo, born));
      setAsked(false);
    },
  });
  if (!asked) return <Button label="Start the demo again" onPress={() => setAsked(true)} />;
  return (
    <View role="group" aria-label="Start the demo again" style={styles.asked}>
      <Words live>All that you changed in the demo goes. One undo brings it back, and so does the history.</Words>
      <FormEnd
        act={{ label: reset.isPending ? 'Starting again…' : 'Start it again' }}
        onAct={() => reset.mutate()}
        wait={reset}
        leave="Cancel"
        onLeave={() => setAsked(false)}
      />
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
  asked: { flexBasis: '100%', gap: space.small },
});
