import type { Href } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';

const VIEWS = [
  { name: 'Lines', at: '' },
  { name: 'Air', at: '/air' },
  { name: 'Groups', at: '/groups' },
  { name: 'Power', at: '/power' },
  { name: 'Cards', at: '/cards' },
] as const;

export type LineViewName = (typeof VIEWS)[number]['name'];

/** Where a view stands below its look: Lines itself at nothing. */
export const pathOf = (view: LineViewName): string => VIEWS.find(({ name }) => name === view)!.at;

/** The views of a look: its lines, and what is set up in the room for them. */
export function LineViews({ look, here: view }: { look: string; here: LineViewName }) {
  const colours = useColours();
  return (
    <View role="navigation" aria-label="Views" style={[styles.row, { borderColor: colours.rule }]}>
      {VIEWS.map(({ name, at }) => {
        const href = `/lines/${look}${at}`;
        const here = name === view;
        return (
          <LinkBox
            key={name}
            href={href as Href}
            current={here}
            style={[styles.view, { borderBottomColor: here ? colours.ink : 'transparent' }]}
          >
            <Words as={here ? 'strong' : 'body'} tone={here ? 'ink' : 'quiet'} align="center">
              {name}
            </Words>
          </LinkBox>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', borderBottomWidth: 1, marginTop: -space.small, maxWidth: 480 },
  view: { flex: 1, minHeight: TOUCH, justifyContent: 'center', borderBottomWidth: 3 },
});
