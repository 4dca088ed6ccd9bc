import { createElement, memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { waitingText } from '../rig/waitingText';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH, type } from '../theme/tokens';

interface PaperLinksProps {
  /** What is printed: a look's cards or lines, an event's air, groups or evening. */
  of: 'cards' | 'lines' | 'air' | 'groups' | 'evening';
  id: string;
}

const SIZES = [
  { size: 'A4', label: 'PDF, A4' },
  { size: 'LETTER', label: 'PDF, letter' },
] as const;

/** The same on paper: as a file from the server, or this page as it stands. */
export const PaperLinks = memo(function PaperLinks({ of, id }: PaperLinksProps) {
  const { saveState, waits } = useRig();
  return (
    <View role="region" aria-label="Print" style={styles.box}>
      <Words as="small" tone="quiet">
        {saveState === 'waiting' ? `Print, without ${waitingText(waits.length)}` : 'Print'}
      </Words>
      <View style={styles.row}>
        {SIZES.map(({ size, label }) => (
          <PaperLink key={size} href={`/api/paper/${of}/${id}?size=${size}`} label={label} hint={of} />
        ))}
        <Button label="Print this page" onPress={() => window.print()} />
      </View>
    </View>
  );
});

/** A link to a file, which the app's own router does not know. */
function PaperLink({ href, label, hint }: { href: string; label: string; hint: string }) {
  const colours = useColours();
  return createElement(
    'a',
    {
      href,
      target: '_blank',
      rel: 'noopener',
      'aria-label': `${label}, ${hint}`,
      style: {
        ...type.strong,
        lineHeight: `${type.strong.lineHeight}px`,
        display: 'inline-flex',
        alignItems: 'center',
        minHeight: TOUCH,
        boxSizing: 'border-box',
        padding: `0 ${space.wide}px`,
        border: `1px solid ${colours.quiet}`,
        borderRadius: radius.base,
        color: colours.ink,
        textDecoration: 'none',
      },
    },
    label,
  );
}

const styles = StyleSheet.create({
  box: { gap: space.tiny },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
