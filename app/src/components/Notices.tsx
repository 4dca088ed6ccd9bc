import { cellOf } from '@ergon/core/operation/edit';
import { canBeMine, conflictText } from '@ergon/core/words/operationWords';
import { useRouter } from 'expo-router';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Clash } from '../rig/clash';
import type { Kept } from '../rig/kept';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { Button } from './Button';
import { faultSentence } from './faultSentence';
import { Words } from './Words';

/** What needs the member's word, one thing at a time. */
export function Notices() {
  const { clashes, parked, trouble, signedOut } = useRig();
  const [later, setLater] = useState<ReadonlySet<string>>(new Set());
  const putOff = (id: string) => setLater(new Set([...later, id]));
  const clash = clashes.find((one) => !later.has(keyOf(one)));
  const refused = parked.find(({ operation }) => !later.has(operation.id));
  if (trouble !== null) return <Trouble words={trouble} />;
  if (signedOut && !later.has('sign-in')) return <SignInAgain onLater={() => putOff('sign-in')} />;
  if (clash) return <Clashing key={keyOf(clash)} clash={clash} onLater={() => putOff(keyOf(clash))} />;
  if (refused) return <Parked parked={refused} onLater={() => putOff(refused.operation.id)} />;
  return null;
}

/** Which clash it is, as long as this page lasts. */
const keyOf = ({ operation, conflict }: Clash): string => `${operation.id} ${cellOf(conflict.edit)}`;

function Clashing({ clash, onLater }: { clash: Clash; onLater: () => void }) {
  const { queue, names, rig } = useRig();
  if (!rig) return null;
  const { heading, sentence } = conflictText(clash.conflict, { names, state: rig });
  const mine = canBeMine(clash.conflict);
  return (
    <Notice heading={heading} sentence={sentence}>
      <Button
        kind="act"
        grow
        label={mine ? 'Keep theirs' : 'Let mine go'}
        onPress={() => queue.settle(clash, 'theirs')}
      />
      {mine ? (
        <Button grow label="Use mine" onPress={() => queue.settle(clash, 'mine')} />
      ) : (
        <Button grow label="Keep it" onPress={onLater} />
      )}
    </Notice>
  );
}

interface ParkedProps {
  parked: Extract<Kept, { state: 'parked' }>;
  onLater: () => void;
}

function Parked({ parked: { operation, why }, onLater }: ParkedProps) {
  const { queue } = useRig();
  const router = useRouter();
  const look = operation.edits.find(({ on }) => on.look !== undefined)?.on.look;
  const change = () => {
    onLater();
    router.push(look === undefined ? '/kit' : { pathname: '/lines/[look]', params: { look } });
  };
  return (
    <Notice
      heading={`Not taken: ${operation.label}.`}
      sentence={`${faultSentence(why)} It stays on this device until you decide.`}
    >
      <Button grow label="Keep it" onPress={onLater} />
      <Button grow label="Change it" onPress={change} />
      <Button grow label="Drop it" onPress={() => queue.decide(operation.id, 'drop')} />
    </Notice>
  );
}

function SignInAgain({ onLater }: { onLater: () => void }) {
  const router = useRouter();
  const { waits, serverAils } = useRig();
  const isRemoved = serverAils === 'sign-in.removed';
  const kept =
    waits.length > 1
      ? `${waits.length} changes stay on this device and are`
      : `${waits.length === 1 ? 'A change' : 'What you do now'} stays on this device and is`;
  return (
    <Notice
      heading={isRemoved ? 'You were removed from this crew.' : 'Your session has ended.'}
      sentence={`${kept} sent once ${isRemoved ? 'an owner lets you in' : 'you sign in'} again.`}
    >
      <Button kind={isRemoved ? 'plain' : 'act'} grow label="Sign in" onPress={() => router.push('/sign-in')} />
      <Button grow label="Later" onPress={onLater} />
    </Notice>
  );
}

function Trouble({ words }: { words: string }) {
  const { queue } = useRig();
  return (
    <Notice heading="Something went wrong on this device." sentence={words}>
      <Button label="Close" onPress={() => queue.dismissTrouble()} />
    </Notice>
  );
}

function Notice({ heading, sentence, children }: { heading: string; sentence: string; children: ReactNode }) {
  const colours = useColours();
  return (
    <View role="alert" style={[styles.notice, { backgroundColor: colours.raised, borderColor: colours.fault }]}>
      <Words as="strong">{heading}</Words>
      <Words>{sentence}</Words>
      <View style={styles.row}>{children}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  notice: { margin: space.small, padding: space.wide, gap: space.small, borderWidth: 2, borderRadius: space.base },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
