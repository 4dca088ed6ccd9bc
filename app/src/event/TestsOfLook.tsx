import { resultText } from '@ergon/core/words/proveWording';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

/** What test fires of a look showed, in the order they were made. */
export function TestsOfLook({ look }: { look: string }) {
  const { rig, names } = useRig();
  const tests = (rig?.tests ?? []).filter((test) => test.look === look);
  if (tests.length === 0)
    return (
      <Words as="small" tone="quiet">
        No test fire is logged.
      </Words>
    );
  return (
    <View role="list" aria-label="Test fires" style={styles.list}>
      {tests.map(({ id, light, result, wrong, at }) => (
        <View key={id} role="listitem">
          <Words as="small" tone={result === 'fired' ? 'quiet' : 'fault'}>
            {`${format(parseISO(at), 'd MMM HH:mm')} · ${names.unit(light)} ${resultText({ result, wrong })}`}
          </Words>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({ list: { gap: space.hair } });
