import { airChanges } from '@ergon/core/air/airChanges';
import { type EventLooks, notedEmitters, planEventAir } from '@ergon/core/air/eventAir';
import type { AirPlan } from '@ergon/core/air/airPlan';
import { airOf } from '@ergon/core/rig/otherCrews';
import { exhaustedAdvice, notToldText, planSentence } from '@ergon/core/words/airWording';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Foot } from '../components/Foot';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { PaperLinks } from '../paper/PaperLinks';
import { useRig } from '../rig/Rig';
import { useEventLooks } from '../rig/useEventLooks';
import { LineView, NoSuchLook, useLineView, type LineViewOf } from '../screens/LineView';
import { space } from '../theme/tokens';
import { AirSheet } from './AirSheet';
import { changesEdits, changesText } from './airEdits';
import { BandPicture } from './BandPicture';
import { NetList } from './NetList';
import { OnAirList } from './OnAirList';
import { VenueMemory } from './VenueMemory';

/** The air of an event: our nets, whom they share it with, and where everybody should sit. */
export function AirPage() {
  const of = useLineView();
  const looks = useEventLooks(of?.event.id);
  if (!of || !looks) return <NoSuchLook title="Air" />;
  return <Air of={of} looks={looks} />;
}

function Air({ of, looks }: { of: LineViewOf; looks: EventLooks }) {
  const wide = useWide();
  const plan = useMemo(() => planEventAir(looks), [looks]);
  const onAir = airOf(of.look, looks.onAir);
  const noted = notedEmitters(looks);
  const subtitle = [of.event.name, of.event.venue].filter(Boolean).join(' · ');
  return (
    <LineView view="Air" title="Air" subtitle={subtitle} of={of}>
      <WhatToSet of={of} plan={plan} looks={looks} />
      <View style={wide ? styles.beside : styles.column}>
        <View style={[styles.column, wide && styles.half]}>
          <BandPicture plan={plan} onAir={onAir} noted={noted} />
          <NetList of={of} plan={plan} looks={looks} />
        </View>
        <View style={[styles.column, wide && styles.half]}>
          <OnAirList event={of.event} readOnly={of.readOnly} entries={onAir} />
          <VenueMemory of={of} onAir={onAir} />
          <AirSheet plan={plan} onAir={onAir} />
          <PaperLinks of="air" id={of.event.id} />
          <Words as="small" tone="quiet">
            Use only what is legal where you are, and nothing where the venue forbids it. People with wireless
            microphones may hold a licence and come first.
          </Words>
        </View>
      </View>
    </LineView>
  );
}

/** What the plan would change, in one step. */
function WhatToSet({ of, plan, looks }: { of: LineViewOf; plan: AirPlan; looks: EventLooks }) {
  const { queue } = useRig();
  const changes = airChanges(plan, looks.looks);
  const notTold = notToldText(airOf(of.look, looks.onAir));
  const apply = () => queue.submit('the plan of the air', (state) => changesEdits(state, changes));
  return (
    <Block label="Plan of the air">
      <Words as="sentence" tone="onBlock" live>
        {planSentence(plan)}
      </Words>
      {notTold && <Words tone="quietOnBlock">{notTold}</Words>}
      {plan.exhausted.flatMap((id) =>
        exhaustedAdvice(looks.kit.families.get(id)!).map((line) => (
          <Words key={line} tone="quietOnBlock">
            {line}
          </Words>
        )),
      )}
      {changes.length > 0 && !of.readOnly && (
        <Foot>
          <View style={styles.act}>
            <Button kind="act" label="Set it so" detail={changesText(changes)} onPress={apply} />
          </View>
        </Foot>
      )}
    </Block>
  );
}

const styles = StyleSheet.create({
  column: { gap: space.gap },
  beside: { flexDirection: 'row', gap: space.gap, maxWidth: 1100 },
  half: { flex: 1, minWidth: 0 },
  act: { maxWidth: 360 },
});
