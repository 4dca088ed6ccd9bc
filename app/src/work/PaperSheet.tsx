import type { Change } from '@ergon/core/record/change';
import { compared } from '@ergon/core/verdict/whatIf';
import { visitLines, whatIfSentence } from '@ergon/core/words/workWording';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';

/** What becomes of the changes. */
export interface Taking {
  label: string;
  take: () => void;
}

interface PaperSheetProps {
  /** The look as it really is. */
  real: JudgedLook;
  /** The same with the changes tried. */
  tried: JudgedLook;
  changes: readonly Change[];
  /** Null where nothing may be changed. */
  taking: Taking | null;
  onDrop: () => void;
}

/** What is tried on paper: the changes, what they would break and mend, and the way to take or drop them. */
export function PaperSheet({ real, tried, changes, taking, onDrop }: PaperSheetProps) {
  const { names } = useRig();
  const colours = useColours();
  const result = useMemo(() => compared(real.judgement, tried.judgement), [real, tried]);
  return (
    <View role="region" aria-label="On paper" style={[styles.box, { borderColor: colours.ink }]}>
      <Words as="strong">On paper: nothing is changed on any unit yet.</Words>
      {changes.length === 0 ? (
        <Words>Change whatever you like below and see what would happen.</Words>
      ) : (
        <>
          {visitLines(changes, names).map((line) => (
            <Words key={line}>{line}</Words>
          ))}
          <Words as="sentence" live tone={result.breaks.length > 0 ? 'fault' : 'ink'}>
            {whatIfSentence(result, names)}
          </Words>
        </>
      )}
      <View style={styles.buttons}>
        {changes.length > 0 && taking && (
          <Button kind="act" label={taking.label} hint="what was tried" onPress={taking.take} />
        )}
        <Button label="Drop it" hint="what was tried" onPress={onDrop} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, borderWidth: 2, borderStyle: 'dashed', borderRadius: radius.base, padding: space.wide },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
