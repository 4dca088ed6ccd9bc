import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { space } from '../theme/tokens';
import { useWide } from './useWide';

/** Two parts of a page: one below the other, or side by side where there is room. */
export function Halves({ first, second }: { first: ReactNode; second: ReactNode }) {
  const wide = useWide();
  return (
    <View style={wide ? styles.beside : styles.column}>
      <View style={[styles.column, wide && styles.half]}>{first}</View>
      <View style={[styles.column, wide && styles.half]}>{second}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: space.gap },
  beside: { flexDirection: 'row', gap: space.gap, alignItems: 'flex-start' },
  half: { flex: 1, maxWidth: 560 },
});
