import type { Proposal, ProposedLight } from '@ergon/core/propose/propose';
import type { WantedLight, Wish } from '@ergon/core/propose/wish';
import type { Link } from '@ergon/core/record/settingTerms';
import {
  controlSentence,
  fallbackText,
  lossTexts,
  senderText,
  sendersText,
  toldText,
} from '@ergon/core/words/proposalWording';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { MiniLines } from '../drawing/MiniLines';
import { judgeLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';
import type { ChosenSender } from './wishDraft';

type Pin = Pick<WantedLight, 'unit' | 'link'>;

interface ProposalCardProps {
  proposal: Proposal;
  /** Its place among those proposed, from 0. */
  rank: number;
  /** What it is compared with; null for the best itself. */
  best: Proposal | null;
  wish: Wish;
  onUse: () => void;
  onPin: (wanted: number, pin: Pin) => void;
  onSenders: (senders: readonly ChosenSender[]) => void;
}

const RANKS = ['Best', 'Second best', 'Third best'];

/** One proposal: what it is in a sentence, each light as the simulator sees it, and what it loses. */
export function ProposalCard({ proposal, rank, best, wish, onUse, onPin, onSenders }: ProposalCardProps) {
  const [open, setOpen] = useState(best === null);
  const { names } = useRig();
  const colours = useColours();
  const losses = best ? lossTexts(proposal, best, wish) : [];
  const head = (
    <>
      <Words as="sentence" tone={best ? 'ink' : 'onBlock'}>
        {best
          ? losses.length === 0
            ? 'As good, told otherwise.'
            : `${capital(losses.join('; '))}.`
          : controlSentence(proposal)}
      </Words>
      <Words as="small" tone={best ? 'quiet' : 'quietOnBlock'}>
        {`${sendersText(proposal, names)} Shutter ${proposal.shutter}.`}
      </Words>
    </>
  );
  return (
    <View role="region" aria-label={RANKS[rank]} style={styles.card}>
      {best ? (
        <View style={[styles.other, { borderColor: colours.quiet }]}>
          <Words as="strong">{RANKS[rank]}</Words>
          {head}
          <View style={styles.row}>
            <Button
              label={open ? 'Close' : 'Look at it'}
              hint={losses.join('; ')}
              expanded={open}
              onPress={() => setOpen(!open)}
            />
            <Button label="Use this" hint={losses.join('; ')} onPress={onUse} />
          </View>
        </View>
      ) : (
        <Block label="Proposal">
          {head}
          <View style={styles.act}>
            <Button kind="act" label="Use this look" onPress={onUse} />
          </View>
        </Block>
      )}
      {open && <SendersOf proposal={proposal} wish={wish} onSenders={onSenders} />}
      {open && <LightsOf proposal={proposal} wish={wish} onPin={onPin} />}
    </View>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Who speaks for each body, each to be kept; a light on the camera that speaks is kept as that light. */
function SendersOf({ proposal, wish, onSenders }: Pick<ProposalCardProps, 'proposal' | 'wish' | 'onSenders'>) {
  const { names } = useRig();
  const colours = useColours();
  const { senders: kept = [] } = wish;
  const shown = proposal.senders.filter(({ spot }) => spot.at !== 'light');
  if (shown.length === 0) return null;
  return (
    <View role="list" aria-label="Senders proposed">
      {shown.map((sender) => {
        const { unit, spot } = sender;
        const others = kept.filter((one) => one.body !== spot.body || one.unit !== unit);
        const pinned = others.length < kept.length;
        return (
          <View key={`${unit} ${spot.body}`} role="listitem" style={[styles.light, { borderColor: colours.rule }]}>
            <View style={styles.says}>
              <Words>{senderText(sender, names)}</Words>
            </View>
            <Button
              kind="quiet"
              label={pinned ? 'Let go' : 'Keep'}
              hint={names.unit(unit)}
              onPress={() => onSenders(pinned ? others : [...kept, { body: spot.body, unit }])}
            />
          </View>
        );
      })}
    </View>
  );
}

/** Each light with the unit that does it, how it is told, and what is left should its sender die. */
function LightsOf({ proposal, wish, onPin }: Pick<ProposalCardProps, 'proposal' | 'wish' | 'onPin'>) {
  const { names, kit } = useRig();
  const colours = useColours();
  const { readiness } = useMemo(
    () =>
      judgeLook(kit, { id: 'proposed', name: 'Proposed', event: '', units: proposal.units }, { tests: [], onAir: [] }),
    [kit, proposal],
  );
  return (
    <View role="list" aria-label="Lights proposed">
      {proposal.lights.map((light) => {
        const wanted = wish.lights[light.wanted]!;
        const fallback = fallbackText(light, proposal, names);
        const pinned = wanted.unit === light.unit;
        return (
          <View key={light.wanted} role="listitem" style={[styles.light, { borderColor: colours.rule }]}>
            <View style={styles.says}>
              <Words as="strong">{`${wanted.purpose}: ${names.unit(light.unit)}`}</Words>
              <Words as="small" tone="quiet">
                {toldText(light, proposal, names)}
              </Words>
              {fallback && (
                <Words as="small" tone="quiet">
                  {fallback}
                </Words>
              )}
              <MiniLines readiness={readiness.filter((one) => one.light === light.unit)} />
            </View>
            <Button
              kind="quiet"
              label={pinned ? 'Let go' : 'Keep'}
              hint={`${wanted.purpose}: ${names.unit(light.unit)}`}
              onPress={() =>
                onPin(
                  light.wanted,
                  pinned ? { unit: null, link: null } : { unit: light.unit, link: linkOf(light, proposal) },
                )
              }
            />
          </View>
        );
      })}
    </View>
  );
}

const linkOf = ({ unit }: ProposedLight, { units }: Proposal): Link | null => units[unit]?.link ?? null;

const styles = StyleSheet.create({
  act: { maxWidth: 360 },
  card: { gap: space.small },
  other: { borderWidth: 1, borderRadius: radius.base, padding: space.wide, gap: space.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  light: { flexDirection: 'row', alignItems: 'flex-start', borderTopWidth: 1, paddingVertical: space.small },
  says: { flex: 1, gap: space.hair },
});
