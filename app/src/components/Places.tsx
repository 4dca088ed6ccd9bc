import { type Href, usePathname } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useCurrentLook } from '../rig/currentLook';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { LinkBox } from './LinkBox';
import { Words } from './Words';

/** The places of the app: at the bottom under the thumb, or a rail when there is room. */
export function Places({ wide }: { wide: boolean }) {
  const colours = useColours();
  const path = usePathname();
  const look = useCurrentLook();
  const places = [
    { name: 'Tonight', href: '/', here: path === '/' || path.startsWith('/events') },
    { name: 'Lines', href: look ? `/lines/${look}` : '/lines', here: path.startsWith('/lines') },
    { name: 'Fire', href: look ? `/fire/${look}` : '/fire', here: path.startsWith('/fire') },
    { name: 'Fix', href: look ? `/fix/${look}` : '/fix', here: path.startsWith('/fix') || path.startsWith('/drills') },
    { name: 'Kit', href: '/kit', here: path.startsWith('/kit') },
  ] as const;
  return (
    <View
      role="navigation"
      aria-label="Places"
      style={[wide ? styles.rail : styles.bar, { backgroundColor: colours.shade, borderColor: colours.rule }]}
    >
      {places.map(({ name, href, here }) => (
        <LinkBox
          key={name}
          href={href as Href}
          current={here}
          style={[
            wide ? styles.railPlace : styles.barPlace,
            wide
              ? { borderLeftColor: here ? colours.ink : 'transparent' }
              : { borderTopColor: here ? colours.ink : 'transparent' },
          ]}
        >
          <Words as={here ? 'strong' : 'body'} tone={here ? 'ink' : 'quiet'} align="center">
            {name}
          </Words>
        </LinkBox>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', borderTopWidth: 1 },
  barPlace: { flex: 1, minHeight: TOUCH + space.small, justifyContent: 'center', borderTopWidth: 3 },
  rail: { width: 92, borderRightWidth: 1, paddingTop: space.gap },
  railPlace: { minHeight: TOUCH, justifyContent: 'center', borderLeftWidth: 4 },
});
