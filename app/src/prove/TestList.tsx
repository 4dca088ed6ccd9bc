import type { LoggedTest } from '@ergon/core/record/testFire';
import { testText } from '@ergon/core/words/proveWording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { useTakeBack } from './useTakeBack';
import { whenText } from './whenText';

/** Shown at once; the others when asked for. */
const FIRST = 6;

/** What test fires of a look showed, who logged them and when, the latest first; each can be taken back. */
export function TestList({ look, readOnly }: { look: string; readOnly: boolean }) {
  const { rig } = useRig();
  const [all, setAll] = useState(false);
  const takeBack = useTakeBack();
  const tests = (rig?.tests ?? [])
    .filter((test) => test.look === look)
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
  if (tests.length === 0)
    return (
      <Words as="small" tone="quiet">
        No test fire is logged.
      </Words>
    );
  const more = tests.length - FIRST;
  return (
    <View style={styles.box}>
      <View role="list" aria-label="Logged test fires">
        {tests.slice(0, all ? tests.length : FIRST).map((test) => (
          <Logged key={test.id} test={test} onTakeBack={readOnly ? null : () => takeBack([test])} />
        ))}
      </View>
      {!all && more > 0 && <Button kind="quiet" label={`${more} earlier`} onPress={() => setAll(true)} />}
    </View>
  );
}

function Logged({ test, onTakeBack }: { test: LoggedTest; onTakeBack: (() => void) | null }) {
  const { names } = useRig();
  const colours = useColours();
  const what = testText(test, names);
  return (
    <View role="listitem" style={[styles.test, { borderColor: colours.rule }]}>
      <View style={styles.words}>
        <Words tone={test.result === 'fired' ? 'ink' : 'fault'}>{what}</Words>
        <Words as="small" tone="quiet">
          {[whenText(test.at), test.by].filter(Boolean).join(' · ')}
        </Words>
      </View>
      {onTakeBack && <Button kind="quiet" label="Take back" hint={what} onPress={onTakeBack} />}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, maxWidth: 620 },
  test: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.small,
    borderTopWidth: 1,
    paddingVertical: space.tiny,
  },
  words: { flex: 1, gap: space.hair },
});
