import type { Fix } from '@ergon/core/mend/fixes';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';
import { FixButton } from './FixButton';

interface WantLessProps {
  look: string;
  wants: readonly Fix[];
  onBlock?: boolean;
}

/** What would serve if the crew wanted something else: apart from the fixes, so that nobody takes it for one. */
export function WantLess({ look, wants, onBlock }: WantLessProps) {
  if (wants.length === 0) return null;
  return (
    <View style={styles.list} role="group" aria-label="Or want less">
      <Words as="small" tone={onBlock ? 'quietOnBlock' : 'quiet'}>
        Or want less
      </Words>
      {wants.map((fix) => (
        <FixButton key={JSON.stringify(fix.changes)} look={look} fix={fix} kind="plain" onBlock={onBlock} />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({ list: { gap: space.small } });
