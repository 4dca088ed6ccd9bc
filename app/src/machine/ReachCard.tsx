import type { MachineAnswer, OpenedAt, ShownFingerprints, TlsKind } from '@ergon/core/record/machineExchange';
import { notVouchedText, reachText, trustText, warningText } from '@ergon/core/words/machineWords';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { QrCode } from '../components/QrCode';
import { Words } from '../components/Words';
import { whenText } from '../prove/whenText';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';
import { forOthers } from './useMachine';

/** How phones come to this machine: what its screen in the corner shows. */
export function ReachCard({ machine }: { machine: MachineAnswer }) {
  const colours = useColours();
  const { tls, certificate, here } = machine;
  const addresses = forOthers(machine);
  const others = addresses.length > 0 || here === null;
  return (
    <View
      role="region"
      aria-label="How phones reach it"
      style={[styles.card, { borderColor: colours.rule, backgroundColor: colours.raised }]}
    >
      <Words as="heading" level={2}>
        How phones reach it
      </Words>
      {addresses.length > 0 && <Addresses addresses={addresses} tls={tls} />}
      {here === null && <Words>The machine’s own screen shows its address as a code, at this place.</Words>}
      {(!others || certificate?.authority == null) && (
        <Words tone={others && tls === 'off' ? 'fault' : 'ink'}>{reachText(tls, others)}</Words>
      )}
      {certificate?.authority != null && (
        <OwnCertificate shown={certificate.shown} authority={certificate.authority} isHere={here !== null} />
      )}
      {certificate && <Until {...certificate} />}
    </View>
  );
}

/** One at a time: a camera must find the one that is meant. */
function Addresses({ addresses, tls }: { addresses: readonly OpenedAt[]; tls: TlsKind }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const { url, vouched } = addresses.find((one) => one.url === chosen) ?? addresses[0]!;
  return (
    <>
      <QrCode text={url} label={`${url} as a code for a camera`} />
      <Words as="sentence" align="center">
        {url}
      </Words>
      {tls !== 'off' && vouched === false && <Words tone="fault">{notVouchedText(tls)}</Words>}
      {addresses.length > 1 && (
        <Choice
          label="Network"
          options={addresses.map((one) => ({ value: one.url, label: new URL(one.url).hostname }))}
          value={url}
          onChoose={setChosen}
        />
      )}
    </>
  );
}

function Until({ until }: Pick<ShownFingerprints, 'until'>) {
  const isOver = parseISO(until) < new Date();
  return (
    <Words as="small" tone={isOver ? 'fault' : 'quiet'}>
      {isOver
        ? `The certificate ended at ${whenText(until)}: put a newer one there.`
        : `Good until ${whenText(until)}.`}
    </Words>
  );
}

interface OwnCertificateProps {
  shown: string;
  authority: string;
  /** On the machine's own screen: what comes over the network could be of whoever stands between. */
  isHere: boolean;
}

function OwnCertificate({ shown, authority, isHere }: OwnCertificateProps) {
  return (
    <>
      <View style={styles.part}>
        <Words as="strong">The warning</Words>
        <Words>{warningText(isHere)}</Words>
        {isHere && <Words as="strong">{inGroups(shown)}</Words>}
      </View>
      <View style={styles.part}>
        <Words as="strong">Without the network</Words>
        <Words>{trustText(isHere)}</Words>
        {isHere && <Words as="strong">{inGroups(authority)}</Words>}
        <View style={styles.row}>
          <Button label="Fetch the certificate" onPress={() => window.location.assign('/api/machine/authority.crt')} />
        </View>
      </View>
    </>
  );
}

/** "3F:A2" is read aloud and compared: eight pairs at a time, each with a gap a line may break at. */
const inGroups = (fingerprint: string): string => fingerprint.replace(/((?:[0-9A-F]{2}:){7}[0-9A-F]{2}):/g, '$1 ');

const styles = StyleSheet.create({
  card: { padding: space.wide, gap: space.base, borderWidth: 1, borderRadius: radius.base },
  part: { gap: space.tiny },
  row: { flexDirection: 'row', marginTop: space.small },
});
