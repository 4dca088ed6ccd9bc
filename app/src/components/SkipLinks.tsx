import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { PAGE_ID, PLACES_ID } from './landmarks';
import { Words } from './Words';
import { focusOn } from './keptFocus';

/** By keyboard past what stands before a page, or past all of it; seen only while the focus is on one of them. */
export function SkipLinks() {
  return (
    <View>
      <SkipLink label="Skip to the page" target={PAGE_ID} />
      <SkipLink label="Skip to the places" target={PLACES_ID} />
    </View>
  );
}

function SkipLink({ label, target }: { label: string; target: string }) {
  const colours = useColours();
  const [seen, setSeen] = useState(false);
  const skip = () => {
    const to = document.getElementById(target);
    if (to) focusOn(to);
  };
  return (
    <Pressable
      role="button"
      aria-label={label}
      onPress={skip}
      onFocus={() => setSeen(true)}
      onBlur={() => setSeen(false)}
      style={[styles.link, { backgroundColor: colours.block }, !seen && styles.away]}
    >
      <Words tone="onBlock">{label}</Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  link: {
    position: 'absolute',
    zIndex: 10,
    left: space.small,
    top: space.small,
    minHeight: TOUCH,
    minWidth: 180,
    paddingHorizontal: space.wide,
    justifyContent: 'center',
  },
  /** Out of the way of pointers, and not seen. */
  away: { opacity: 0, pointerEvents: 'none' },
});
