import type { Change } from '@ergon/core/record/change';
import { keepingPlan, makingPlan } from '@ergon/core/operation/lossEdits';
import type { WayRound } from '@ergon/core/mend/wayRound';
import type { Rig } from '@ergon/core/rig/rig';
import { wayNote, wayText } from '@ergon/core/words/lossWording';
import { durationText } from '@ergon/core/words/saying';
import { type Href, useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { LookList } from '../screens/LookList';
import { LookPage } from '../screens/LookPage';
import { space } from '../theme/tokens';
import { VisitList } from '../work/VisitList';
import { ourSenders } from './ourSenders';
import { useWayRound } from './useWayRound';

/** A sender is lost: what the look keeps for that, or the best there is without it, made in one step. */
export const LossPage = () => <LookPage title="Sender lost" of={LossOfLook} />;

/** What was made of a way, which the look knows nothing of any more. */
interface Made {
  label: string;
  rig: Rig;
  changes: readonly Change[];
}

function LossOfLook({ judged }: { judged: JudgedLook }) {
  const { names } = useRig();
  const { sender: asked } = useLocalSearchParams<{ sender?: string }>();
  const readOnly = useIsReadOnly(judged.look.event);
  const [chosen, choose] = useState<string | null>(asked ?? null);
  const [made, setMade] = useState<Made | null>(null);
  const senders = ourSenders(judged.judgement.rig);
  const sender = senders.find(({ id }) => id === chosen) ?? (senders.length === 1 ? senders[0]! : null);
  const place = { before: <LookList current={judged.look.id} place="fix" /> };
  if (made) return <MadePage judged={judged} made={made} place={place} />;
  const which = senders.length > 1 && (
    <Choice
      label="Which one is lost"
      options={senders.map(({ id }) => ({ value: id, label: names.unit(id) }))}
      value={sender?.id ?? null}
      onChoose={choose}
    />
  );
  if (!sender || readOnly)
    return (
      <Page title={senders.length > 1 ? 'Which sender is lost?' : 'Sender lost'} subtitle={judged.look.name} {...place}>
        <ReadOnly event={judged.look.event} />
        {!readOnly && which}
        {senders.length === 0 && <Words>No sender of yours is on a body in this look.</Words>}
      </Page>
    );
  return (
    <WayPage key={sender.id} judged={judged} sender={sender.id} place={place} onMade={setMade}>
      {which}
    </WayPage>
  );
}

interface WayPageProps {
  judged: JudgedLook;
  sender: string;
  place: { before: React.ReactNode };
  onMade: (made: Made) => void;
  children: React.ReactNode;
}

function WayPage({ judged, sender, place, onMade, children }: WayPageProps) {
  const { names, queue } = useRig();
  const router = useRouter();
  const [anew, setAnew] = useState(false);
  const { look } = judged;
  const { rig, way, isKept, search } = useWayRound(judged, sender, anew);
  const name = names.unit(sender);
  const make = ({ changes }: WayRound) => {
    queue.submit(`${name} lost: ${changes.length} changes`, (state, born) => makingPlan(state, look.id, changes, born));
    onMade({ label: name, rig, changes: toDo(changes, sender) });
  };
  const keep = (plan: readonly Change[] | null) => {
    const label = plan ? `what is done if ${name} is lost` : `nothing kept for ${name}`;
    queue.submit(label, (state) => keepingPlan(state, { look: look.id, sender }, plan));
    setAnew(false);
  };
  return (
    <Page
      title={`${name} lost`}
      subtitle={look.name}
      {...place}
      footer={
        way ? (
          <View style={styles.foot}>
            <Button
              kind="act"
              label="Use this plan"
              detail={way.seconds > 0 ? durationText(way.seconds) : undefined}
              onPress={() => make(way)}
            />
          </View>
        ) : (
          <Searching search={search} />
        )
      }
    >
      {children}
      {way && (
        <>
          <Words as="sentence" live>
            {wayText(way, names)}
          </Words>
          <Words tone="quiet">{wayNote(way, isKept)}</Words>
          <VisitList rig={rig} changes={toDo(way.changes, sender)} />
          <View style={styles.ways}>
            {!isKept && <Button label="Keep this plan" onPress={() => keep(way.changes)} />}
            {isKept && <Button label="Look for another way" onPress={() => setAnew(true)} />}
            {isKept && (
              <Button
                label="Change it on paper"
                onPress={() => router.push(`/lines/${look.id}?lost=${sender}` as Href)}
              />
            )}
            {isKept && <Button kind="quiet" label="Forget this plan" onPress={() => keep(null)} />}
          </View>
        </>
      )}
    </Page>
  );
}

/** Nothing is set on what is lost: it comes off. */
const toDo = (changes: readonly Change[], lost: string): Change[] =>
  changes.filter(({ unit, setting }) => unit !== lost || setting === 'mount');

function Searching({ search }: { search: ReturnType<typeof useWayRound>['search'] }) {
  const { progress, stopped, stop, again } = search;
  if (stopped) return <Button kind="act" label="Go on" onPress={again} />;
  return (
    <View style={styles.foot}>
      <Words live>{progress ? `Trying way ${progress.done + 1} of ${progress.all}` : 'Looking for a way round…'}</Words>
      <Button kind="quiet" label="Stop" onPress={stop} />
    </View>
  );
}

/** The walks stay in sight while somebody makes them; the cards keep them for good. */
function MadePage({ judged, made, place }: { judged: JudgedLook; made: Made; place: WayPageProps['place'] }) {
  const router = useRouter();
  return (
    <Page
      title={`Without ${made.label}`}
      subtitle={judged.look.name}
      {...place}
      footer={
        <View style={styles.foot}>
          <Button
            kind="act"
            label="Tick it off on the cards"
            onPress={() => router.push(`/lines/${judged.look.id}/cards` as Href)}
          />
        </View>
      }
    >
      <Words as="sentence" live>
        The plan is changed. Set it so on the units, then fire a test.
      </Words>
      <VisitList rig={made.rig} changes={made.changes} />
    </Page>
  );
}

const styles = StyleSheet.create({
  foot: { gap: space.small, maxWidth: 360 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
