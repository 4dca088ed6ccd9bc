import { useQuery } from '@tanstack/react-query';
import { Redirect } from 'expo-router';
import { type ReactNode, useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Notices } from '../components/Notices';
import { Places } from '../components/Places';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { call } from '../rig/api';
import { RigProvider, useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** Everything behind sign-in: the crew's rig, the places, and what needs the member's word. */
export function CrewShell({ children }: { children: ReactNode }) {
  const session = useQuery({
    queryKey: ['session'],
    queryFn: () => call<{ signedIn: boolean }>('GET', '/session'),
    staleTime: Infinity,
    retry: 1,
  });
  if (session.isPending) return <Waiting words="Opening…" />;
  if (session.isError) return <Waiting words="The server cannot be reached." retry={() => void session.refetch()} />;
  if (!session.data.signedIn) return <Redirect href="/sign-in" />;
  return (
    <RigProvider>
      <Shell>{children}</Shell>
    </RigProvider>
  );
}

function Shell({ children }: { children: ReactNode }) {
  const wide = useWide();
  const colours = useColours();
  const { rig, signedOut, failed, refresh } = useRig();
  useUndoKey();
  if (signedOut) return <Redirect href="/sign-in" />;
  if (!rig)
    return failed ? (
      <Waiting words="The server cannot be reached." retry={refresh} />
    ) : (
      <Waiting words="Fetching your rig…" />
    );
  return (
    <View style={[styles.shell, wide ? styles.beside : styles.above, { backgroundColor: colours.ground }]}>
      {wide && <Places wide />}
      <View style={styles.place}>
        {children}
        <Notices />
      </View>
      {!wide && <Places wide={false} />}
    </View>
  );
}

/** Ctrl+Z or Cmd+Z undoes, except where a field has its own. */
function useUndoKey(): void {
  const { queue } = useRig();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'z' || !(event.ctrlKey || event.metaKey) || event.shiftKey) return;
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
      event.preventDefault();
      queue.undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [queue]);
}

function Waiting({ words, retry }: { words: string; retry?: () => void }) {
  const colours = useColours();
  return (
    <View role="main" style={[styles.waiting, { backgroundColor: colours.ground }]}>
      <Words as="title" level={1}>
        Ergon
      </Words>
      <Words live>{words}</Words>
      {retry && <Button kind="act" label="Try again" onPress={retry} />}
    </View>
  );
}

const styles = StyleSheet.create({
  shell: { flex: 1, minHeight: 0 },
  beside: { flexDirection: 'row' },
  above: { flexDirection: 'column' },
  place: { flex: 1, minHeight: 0, minWidth: 0 },
  waiting: { flex: 1, alignItems: 'center', justifyContent: 'center', gap: space.base },
});
