import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { together } from '@ergon/core/words/saying';
import type { Names } from '@ergon/core/words/settingWords';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { TOUCH, type } from '../theme/tokens';

/** Lights told together, at the row of the first of them. */
export interface FanFold {
  lights: readonly string[];
  open: boolean;
  onToggle: () => void;
}

interface FanNameProps {
  line: SignalLine;
  names: Names;
  /** What is said below the name. */
  below: string;
  fold: FanFold | undefined;
  top: number;
  width: number;
}

/** Who a row of the drawing is about: one light, or many that open and close by a touch of it. */
export function FanName({ line, names, below, fold, top, width }: FanNameProps) {
  const name = names.unit(line.light.id);
  if (!fold)
    return (
      <View style={[styles.name, { top, width }]}>
        <Words as="strong">{name}</Words>
        <Words as="small" tone="quiet" single>
          {below}
        </Words>
      </View>
    );
  const { count, who, both } = together(fold.lights, names);
  return (
    <Pressable
      role="button"
      aria-label={both}
      aria-expanded={fold.open}
      onPress={fold.onToggle}
      style={[styles.name, styles.fold, { top, width }]}
    >
      <View style={styles.words}>
        <Words as="strong" single>
          {fold.open ? name : count}
        </Words>
        <View style={styles.who}>
          <Words as="small" tone="quiet">
            {fold.open ? `one of ${fold.lights.length} alike` : who}
          </Words>
        </View>
      </View>
      <Chevron open={fold.open} />
    </Pressable>
  );
}

function Chevron({ open }: { open: boolean }) {
  const { quiet } = useColours();
  return open ? <ChevronUp size={20} color={quiet} /> : <ChevronDown size={20} color={quiet} />;
}

const styles = StyleSheet.create({
  name: { position: 'absolute', left: 0 },
  fold: { minHeight: TOUCH, flexDirection: 'row', alignItems: 'center' },
  words: { flex: 1, minWidth: 0 },
  /** As much as a row has room for; a reader is told all. */
  who: { maxHeight: 2 * type.small.lineHeight, overflow: 'hidden' },
});
