import type { MadeLink } from '@ergon/core/record/memberExchange';
import { reachText } from '@ergon/core/words/machineWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { QrCode } from '../components/QrCode';
import { Words } from '../components/Words';
import { forOthers, isOfThisMachine, useMachine } from '../machine/useMachine';
import { whenText } from '../prove/whenText';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';

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
  // At the machine itself the link is for phones: it names where they reach it.
  const isHere = isOfThisMachine(hostname);
  const { data: machine, isPending } = useMachine(isHere);
  const [forPhones] = forOthers(machine);
  const address = `${forPhones?.url ?? origin}/join#${token}`;
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
      {isHere && isPending ? (
        <Words live>Asking how phones reach this machine…</Words>
      ) : (
        <>
          <QrCode text={address} label="The link as a code for a camera" />
          <Words as="small">{address}</Words>
        </>
      )}
      {isHere && !isPending && forPhones === undefined && (
        <Words as="small" tone="fault">
          {reachText('off', false)}
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
