import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';

interface BlockProps {
  children: ReactNode;
  label: string;
  /** Up to the edges, at the foot of a phone. */
  docked?: boolean;
}

/** The dark block at the top of a place: the one thing to know, and its button. */
export function Block({ children, label, docked }: BlockProps) {
  const colours = useColours();
  return (
    <View
      role="region"
      aria-label={label}
      style={[styles.block, docked && styles.docked, { backgroundColor: colours.block, borderColor: colours.rule }]}
    >
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  block: { borderRadius: radius.base, borderWidth: 1, padding: space.wide, gap: space.base },
  docked: { borderRadius: 0, borderWidth: 0, borderTopWidth: 1, paddingVertical: space.small, gap: space.small },
});
