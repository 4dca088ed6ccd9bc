import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';

interface BlockProps {
  children: ReactNode;
  label: string;
  /** Its parts side by side, where there is room. */
  beside?: boolean;
}

/** The dark block at the top of a place: the one thing to know, and its button. */
export function Block({ children, label, beside }: BlockProps) {
  const colours = useColours();
  return (
    <View
      role="region"
      aria-label={label}
      style={[styles.block, beside && styles.beside, { backgroundColor: colours.block, borderColor: colours.rule }]}
    >
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  block: { borderRadius: radius.base, borderWidth: 1, padding: space.wide, gap: space.base },
  beside: { flexDirection: 'row', alignItems: 'center' },
});
