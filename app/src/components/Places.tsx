import { type Href, usePathname } from 'expo-router';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { useCurrentLook } from '../rig/currentLook';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { HushSwitch } from './HushSwitch';
import { PLACES_ID } from './landmarks';
import { LinkBox } from './LinkBox';
import { PLACES, type PlaceName, placeNameOf } from './placeNames';
import { Words } from './Words';

/** Narrower than this five places and the switch take smaller words. */
const ROOMY = 360;

/** The places of the app, and the switch for the dark: at the bottom under the thumb, or a rail when there is room. */
export function Places({ wide }: { wide: boolean }) {
  const colours = useColours();
  const path = usePathname();
  const { width } = useWindowDimensions();
  const words = width < ROOMY ? 'tiny' : 'body';
  const look = useCurrentLook();
  const ofLook = look ? `/${look}` : '';
  const hrefs: Readonly<Record<PlaceName, string>> = {
    Tonight: '/',
    Lines: `/lines${ofLook}`,
    Fire: `/fire${ofLook}`,
    Fix: `/fix${ofLook}`,
    Kit: '/kit',
  };
  const at = placeNameOf(path);
  return (
    <View style={[wide ? styles.rail : styles.bar, { backgroundColor: colours.shade, borderColor: colours.rule }]}>
      <View id={PLACES_ID} role="navigation" aria-label="Places" style={wide ? styles.below : styles.beside}>
        {PLACES.map((name) => {
          const here = name === at;
          return (
            <LinkBox
              key={name}
              href={hrefs[name] as Href}
              current={here}
              style={[
                wide ? styles.railPlace : styles.barPlace,
                wide
                  ? { borderLeftColor: here ? colours.ink : 'transparent' }
                  : { borderTopColor: here ? colours.ink : 'transparent' },
              ]}
            >
              <Words as={words === 'body' && here ? 'strong' : words} tone={here ? 'ink' : 'quiet'} align="center">
                {name}
              </Words>
            </LinkBox>
          );
        })}
      </View>
      <HushSwitch />
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', borderTopWidth: 1 },
  barPlace: { flex: 1, minHeight: TOUCH + space.small, justifyContent: 'center', borderTopWidth: 3 },
  beside: { flex: 1, flexDirection: 'row' },
  below: { flex: 1 },
  rail: { width: 92, borderRightWidth: 1, paddingVertical: space.gap },
  railPlace: { minHeight: TOUCH, justifyContent: 'center', borderLeftWidth: 4 },
});
