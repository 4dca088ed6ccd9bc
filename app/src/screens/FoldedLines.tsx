import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { isRight } from '@ergon/core/verdict/verdict';
import { together } from '@ergon/core/words/saying';
import { fateText } from '@ergon/core/words/wording';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { SLIM_GAP, type SlimColumns } from '../drawing/slimRow';
import { SlimStrip } from '../drawing/SlimStrip';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

interface FoldedLinesProps {
  /** Lights to which the same happens, in the order of their rows. */
  lines: readonly SignalLine[];
  columns: SlimColumns;
  open: boolean;
  onToggle: () => void;
  /** What is said below the lines is about one of them. */
  isMeant: boolean;
  /** Their rows, each by itself. */
  children: ReactNode;
}

/** Many lights with one fate as one row, which opens to theirs. */
export function FoldedLines({ lines, columns, open, onToggle, isMeant, children }: FoldedLinesProps) {
  const { names } = useRig();
  const colours = useColours();
  const [first] = lines;
  const { count, who, both } = together(
    lines.map(({ light }) => light.id),
    names,
  );
  const said = fateText(first!, names);
  const Chevron = open ? ChevronUp : ChevronDown;
  return (
    <View role="group" aria-label={both}>
      <Pressable
        role="button"
        aria-label={`${both}. ${said}.`}
        aria-expanded={open}
        onPress={onToggle}
        style={[styles.folded, { borderColor: colours.rule, backgroundColor: open ? colours.shade : undefined }]}
      >
        {isMeant && <View style={[styles.meant, { backgroundColor: colours.ink }]} />}
        <View style={{ width: columns.name }}>
          <Words as="strong" single>
            {count}
          </Words>
        </View>
        <View style={styles.rest}>
          <View style={styles.beside}>
            <SlimStrip line={first!} columns={columns} />
            <View style={[styles.chevron, { width: columns.power }]}>
              <Chevron size={20} color={colours.quiet} />
            </View>
          </View>
          <Words as="small" tone={isRight(first!.verdict) ? 'quiet' : 'fault'} single>
            {said}
          </Words>
          <Words as="small" tone="quiet">
            {who}
          </Words>
        </View>
      </Pressable>
      {open && children}
    </View>
  );
}

const styles = StyleSheet.create({
  folded: { flexDirection: 'row', gap: SLIM_GAP, paddingVertical: space.tiny, borderBottomWidth: 1 },
  meant: { position: 'absolute', left: -space.wide, top: 0, bottom: 0, width: 4 },
  rest: { flex: 1, minWidth: 0 },
  beside: { flexDirection: 'row', alignItems: 'center', gap: SLIM_GAP },
  chevron: { alignItems: 'flex-end' },
});
