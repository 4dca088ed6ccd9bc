import type { MadeLink } from '@ergon/core/record/memberExchange';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { whenText } from '../prove/whenText';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';
import { QrCode } from './QrCode';

/** An address no other device can reach. */
const isOfThisMachine = (host: string): boolean => host === 'localhost' || host === '[::1]' || host.startsWith('127.');

interface LinkCardProps {
  link: MadeLink;
  /** The member it lets in again; null for somebody new. */
  name: string | null;
  onClose: () => void;
}

/** A link that was just made: shown once, since nobody but its maker ever has it. */
export function LinkCard({ link: { token, until }, name, onClose }: LinkCardProps) {
  const colours = useColours();
  const { origin, hostname } = window.location;
  const address = `${origin}/join#${token}`;
  return (
    <View
      role="group"
      aria-label={name === null ? 'Invitation' : `Link for ${name}`}
      style={[styles.card, { borderColor: colours.rule, backgroundColor: colours.raised }]}
    >
      <Words as="strong">
        {name === null ? 'Whoever opens this joins the crew.' : `Whoever opens this comes in as ${name}.`}
      </Words>
      <Words>{`It works once, until ${whenText(until)}. It is shown only now: hand it to one person.`}</Words>
      <QrCode text={address} label="The link as a code for a camera" />
      <Words as="small">{address}</Words>
      {isOfThisMachine(hostname) && (
        <Words as="small" tone="fault">
          This address is of this machine alone: no other device can open it.
        </Words>
      )}
      <View style={styles.row}>
        <CopyButton text={address} />
        <Button label="Close" hint="the link" onPress={onClose} />
      </View>
    </View>
  );
}

/** Nothing where the browser lets no page copy, as over a network without TLS: the address can be marked by hand. */
function CopyButton({ text }: { text: string }) {
  const [came, setCame] = useState<string | null>(null);
  const clipboard = navigator.clipboard as Clipboard | undefined;
  if (!clipboard) return null;
  const copy = () =>
    void clipboard.writeText(text).then(
      () => setCame('Copied.'),
      () => setCame('Not copied: mark the address and copy it by hand.'),
    );
  return (
    <>
      <Button kind="act" label="Copy the link" onPress={copy} />
      {came !== null && (
        <Words as="small" live>
          {came}
        </Words>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  card: { padding: space.wide, gap: space.small, borderWidth: 1, borderRadius: radius.base },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'center' },
});
