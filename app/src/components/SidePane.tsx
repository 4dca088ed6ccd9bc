import type { ReactNode } from 'react';
import { ScrollView, StyleSheet } from 'react-native';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

interface SidePaneProps {
  /** What it shows one of. */
  label: string;
  /** In px. */
  width: number;
  children: ReactNode;
}

/** What was chosen on a wide page, beside it; it scrolls by itself. */
export function SidePane({ label, width, children }: SidePaneProps) {
  const colours = useColours();
  return (
    <ScrollView
      role="complementary"
      aria-label={label}
      tabIndex={0}
      style={[styles.pane, { width, backgroundColor: colours.raised, borderColor: colours.rule }]}
      contentContainerStyle={styles.content}
    >
      {children}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  pane: { flexGrow: 0, flexShrink: 0, borderLeftWidth: 1 },
  content: { padding: space.page, gap: space.small },
});
