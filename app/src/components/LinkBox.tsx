import { type Href, Link } from 'expo-router';
import type { ReactNode } from 'react';
import { StyleSheet, View, type ViewStyle } from 'react-native';

interface LinkBoxProps {
  href: Href;
  children: ReactNode;
  style: (ViewStyle | false)[];
  /** The place one is at. */
  current?: boolean;
}

/** A box that is a link. Its style is flattened, because the link spreads it over its own. */
export function LinkBox({ href, children, style, current }: LinkBoxProps) {
  return (
    <Link href={href} asChild aria-current={current ? 'page' : undefined}>
      <View style={StyleSheet.flatten(style)}>{children}</View>
    </Link>
  );
}
