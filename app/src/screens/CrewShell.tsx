import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type Href, Redirect } from 'expo-router';
import { type ReactNode, useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Notices } from '../components/Notices';
import { Places } from '../components/Places';
import { QuietLines } from '../components/QuietLines';
import { SkipLinks } from '../components/SkipLinks';
import { Words } from '../components/Words';
import { useKeptFocus } from '../components/keptFocus';
import { useKeptScroll } from '../components/keptScroll';
import { useWide } from '../components/useWide';
import { useShortcuts } from '../keys/useShortcuts';
import { RigProvider, useRig } from '../rig/Rig';
import { call } from '../rig/api';
import { arrivedAhead, noteSignedIn } from '../rig/askedAhead';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

interface Session {
  signedIn: boolean;
}

/** That nobody is signed in waits for what the device keeps: only then can be told what is to be shown. */
function signedInAhead(): Session | undefined {
  const session = arrivedAhead('/session') as Session | undefined;
  return session?.signedIn === true ? session : undefined;
}

/** Everything behind sign-in: the crew's rig, the places, and what needs the member's word. */
export function CrewShell({ children }: { children: ReactNode }) {
  const client = useQueryClient();
  const session = useQuery({
    queryKey: ['session'],
    queryFn: () => call<Session>('GET', '/session'),
    initialData: signedInAhead,
    retry: 1,
  });
  const signedIn = session.data?.signedIn;
  useEffect(() => {
    if (signedIn !== undefined) noteSignedIn(signedIn);
  }, [signedIn]);
  if (session.isPending) return <Waiting words="Opening…" />;
  if (!session.data)
    return <Waiting words={session.error?.message ?? 'Opening…'} retry={() => void session.refetch()} />;
  // A session that ended by itself stops nobody: what is on the device goes on, and waits for a sign-in to be sent.
  const isKnownHere = client.getQueryData(['rig']) !== undefined;
  if (!session.data.signedIn && !isKnownHere) return <ToSignIn />;
  return (
    <RigProvider>
      <Shell>{children}</Shell>
    </RigProvider>
  );
}

/** Signing in leads to where somebody wanted to go. */
function ToSignIn() {
  const { pathname, search } = window.location;
  const wanted = `${pathname}${search}`;
  return <Redirect href={(wanted === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(wanted)}`) as Href} />;
}

function Shell({ children }: { children: ReactNode }) {
  const wide = useWide();
  const colours = useColours();
  const { rig, signedOut, unread, refresh, queue } = useRig();
  useKeptFocus();
  useKeptScroll();
  useShortcuts({ undo: () => queue.undo(), redo: () => queue.redo() }, true);
  if (!rig && signedOut) return <ToSignIn />;
  if (!rig)
    return unread === null ? <Waiting words="Fetching your rig…" /> : <Waiting words={unread} retry={refresh} />;
  return (
    <View style={[styles.shell, wide ? styles.beside : styles.above, { backgroundColor: colours.ground }]}>
      <SkipLinks />
      {wide && <Places wide />}
      <View style={styles.place}>
        {children}
        <Notices />
        <QuietLines />
      </View>
      {!wide && <Places wide={false} />}
    </View>
  );
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
