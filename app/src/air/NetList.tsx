import { airChanges } from '@ergon/core/air/airChanges';
import type { AirPlan, NetPlan } from '@ergon/core/air/airPlan';
import { type EventLooks, planEventAir } from '@ergon/core/air/eventAir';
import { making } from '@ergon/core/operation/editsOf';
import type { FoundChannel } from '@ergon/core/record/onAir';
import { givenUpText, netSentence, seatText, touchedSentence, unknownText } from '@ergon/core/words/airWording';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import type { LineViewOf } from '../screens/LineView';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { changesEdits } from './airEdits';

interface NetListProps {
  of: LineViewOf;
  plan: AirPlan;
  looks: EventLooks;
}

/** Our nets: where each goes, why, what it takes, and one tap for a channel that turns out bad. */
export function NetList({ of, plan, looks }: NetListProps) {
  return (
    <View role="list" aria-label="Our nets" style={styles.list}>
      {plan.nets.map((net) => (
        <OneNet key={`${net.net.family.id} ${net.net.members[0]?.unit}`} net={net} of={of} looks={looks} />
      ))}
    </View>
  );
}

function OneNet({ net, of, looks }: { net: NetPlan; of: LineViewOf; looks: EventLooks }) {
  const { names } = useRig();
  const colours = useColours();
  const setFound = useFound(of, looks);
  const { channel } = net.net.now;
  const { family } = net.net;
  const more = [touchedSentence(net, names), givenUpText(net, names), unknownText(net)].filter(Boolean);
  return (
    <View role="listitem" style={[styles.net, { borderColor: colours.rule }]}>
      <Words as="heading" level={2}>
        {`${family.name}: ${seatText(net.net, net.to)}`}
      </Words>
      <Words>{netSentence(net, names)}</Words>
      {more.map((line) => (
        <Words key={line} as="small" tone="quiet">
          {line}
        </Words>
      ))}
      {channel !== null && !of.readOnly && (
        <View style={styles.row}>
          <Button
            label={`Channel ${channel} is bad here`}
            hint={family.name}
            onPress={() => setFound({ family: family.id, channel, works: false })}
          />
          <Button
            label="It works here"
            hint={`channel ${channel} of ${family.name}`}
            onPress={() => setFound({ family: family.id, channel, works: true })}
          />
        </View>
      )}
    </View>
  );
}

/** Notes how a channel turned out. One that is bad is left at once, by the least walking, in the same operation. */
function useFound({ event }: LineViewOf, looks: EventLooks) {
  const { rig, queue, names } = useRig();
  return (what: Pick<FoundChannel, 'family' | 'channel' | 'works'>) => {
    const name = `channel ${what.channel} of ${names.family(what.family)}`;
    const id = recordId(name, new Set(rig?.onAir.map((one) => one.id)));
    const at = new Date().toISOString();
    const doc: FoundChannel = { id, event: event.id, sort: 'found', ...what, by: rig?.member.name ?? '', at };
    queue.submit(`${name} ${what.works ? 'works' : 'is bad'}`, (state, born) => {
      const noted = making({ kind: 'onAir', id }, doc, born);
      if (what.works) return [noted];
      const now = { ...looks, looks: looks.looks.map((look) => state.looks.find((one) => one.id === look.id) ?? look) };
      const plan = planEventAir({ ...now, onAir: [...state.onAir, doc] });
      return [noted, ...changesEdits(state, airChanges(plan, now.looks))];
    });
  };
}

const styles = StyleSheet.create({
  list: { gap: space.base },
  net: { borderTopWidth: 1, paddingTop: space.base, gap: space.tiny },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, paddingTop: space.tiny },
});
