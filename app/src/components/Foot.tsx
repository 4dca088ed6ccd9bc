import { createContext, type ReactNode, useContext } from 'react';
import { createPortal } from 'react-dom';
import { StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { useWide } from './useWide';

/** Where a page keeps what stands under the thumb; null until it is there, or where there is no page around. */
export const FootPlace = createContext<HTMLElement | null>(null);

interface FootProps {
  children: ReactNode;
  /** Brings its own ground up to the edges. */
  bare?: boolean;
  /** What it is for, where what stands in it changes: the focus stays with it. */
  label?: string;
}

/**
 * The main action of a place. On a phone it stands below the scrolling part, in the lower third, wherever on the page it
 * belongs; where there is room it stays in its place.
 */
export function Foot({ children, bare, label }: FootProps) {
  const colours = useColours();
  const wide = useWide();
  const place = useContext(FootPlace);
  if (wide || place === null) return children;
  return createPortal(
    bare ? (
      children
    ) : (
      <View
        {...(label && { role: 'group' as const, 'aria-label': label })}
        style={[styles.foot, { backgroundColor: colours.ground, borderColor: colours.rule }]}
      >
        {children}
      </View>
    ),
    place,
  );
}

const styles = StyleSheet.create({
  foot: { paddingVertical: space.small, paddingHorizontal: space.wide, borderTopWidth: 1, gap: space.small },
});
