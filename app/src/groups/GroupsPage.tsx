import { type NetGroups, planEventGroups } from '@ergon/core/groups/eventGroups';
import { groupChanges } from '@ergon/core/groups/groupChanges';
import { changing } from '@ergon/core/operation/editsOf';
import type { EventHead } from '@ergon/core/record/event';
import type { EventLooks } from '@ergon/core/air/eventAir';
import { groupSentence, outOfReachText } from '@ergon/core/words/groupWording';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { changesEdits, changesText } from '../air/airEdits';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Foot } from '../components/Foot';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import { PaperLinks } from '../paper/PaperLinks';
import { useRig } from '../rig/Rig';
import { useEventLooks } from '../rig/useEventLooks';
import { LineView, NoSuchLook, useLineView, type LineViewOf } from '../screens/LineView';
import { space } from '../theme/tokens';
import { GroupTable } from './GroupTable';

/** The letters of an event: one per light for the whole evening, so that the least is walked. */
export function GroupsPage() {
  const of = useLineView();
  const looks = useEventLooks(of?.event.id);
  if (!of || !looks) return <NoSuchLook title="Groups" />;
  return <Groups of={of} looks={looks} />;
}

function Groups({ of, looks }: { of: LineViewOf; looks: EventLooks }) {
  const { event, readOnly } = of;
  const nets = useMemo(() => planEventGroups(looks, event.firstLetter), [looks, event.firstLetter]);
  return (
    <LineView view="Groups" title="Groups" subtitle={`${event.name} · one letter per light`} of={of}>
      {nets.length === 0 && (
        <Words>No light of this event is told by a sender over the air, so that none needs a letter.</Words>
      )}
      {[...nets].sort(toldFirst).map((net) => (
        <OneNet key={`${net.task.net.family.id} ${net.task.net.members[0]?.unit}`} net={net} of={of} looks={looks} />
      ))}
      {nets.length > 0 && <PaperLinks of="groups" id={event.id} />}
      {!readOnly && nets.some(({ plan }) => plan !== null) && <Habit event={event} />}
    </LineView>
  );
}

/** Nets whose lights have letters come first. */
const toldFirst = (a: NetGroups, b: NetGroups): number => Number(a.plan === null) - Number(b.plan === null);

function OneNet({ net: { task, plan }, of, looks }: { net: NetGroups; of: LineViewOf; looks: EventLooks }) {
  const { queue, names } = useRig();
  const changes = plan ? groupChanges(task, plan, looks.looks) : [];
  const apply = () => queue.submit('the plan of letters', (state) => changesEdits(state, changes));
  return (
    <View style={styles.net}>
      {plan && (
        <Block label={`Letters of ${task.net.family.name}`}>
          <Words as="small" tone="quietOnBlock">
            {task.net.family.name}
          </Words>
          <Words as="sentence" tone="onBlock" live>
            {groupSentence(plan)}
          </Words>
          {changes.length > 0 && !of.readOnly && (
            <Foot>
              <View style={styles.act}>
                <Button
                  kind="act"
                  label="Set these letters"
                  hint={task.net.family.name}
                  detail={changesText(changes)}
                  onPress={apply}
                />
              </View>
            </Foot>
          )}
        </Block>
      )}
      {plan && <GroupTable task={task} plan={plan} looks={looks.looks} />}
      {task.outOfReach.length > 0 && (
        <View style={styles.out}>
          <Words as="strong">{`${task.net.family.name}: out of reach of any letter`}</Words>
          {task.outOfReach.map((one) => (
            <Words key={one.light}>{outOfReachText(one, names)}</Words>
          ))}
        </View>
      )}
    </View>
  );
}

const AS_IT_IS = 'none';

/** Whose letter is the first: the crew's own habit. */
function Habit({ event }: { event: EventHead }) {
  const { queue } = useRig();
  const choose = (value: string) => {
    const firstLetter = value === AS_IT_IS ? null : (value as NonNullable<EventHead['firstLetter']>);
    const on = { kind: 'event', id: event.id } as const;
    queue.submit('first letter', (state) => changing(state, { on, seen: event, doc: { ...event, firstLetter } }));
  };
  return (
    <View style={styles.out}>
      <Words as="small" tone="quiet">
        Whose letter comes first
      </Words>
      <Choice
        label="First letter"
        options={[
          { value: AS_IT_IS, label: 'as it is' },
          { value: 'key', label: 'the key light’s' },
          { value: 'camera', label: 'the camera’s' },
        ]}
        value={event.firstLetter ?? AS_IT_IS}
        onChoose={choose}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  net: { gap: space.wide },
  act: { maxWidth: 360 },
  out: { gap: space.tiny },
});
