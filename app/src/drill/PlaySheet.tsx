import { panelsOf, questionsOf, walkTo } from '@ergon/core/drill/panel';
import type { Play } from '@ergon/core/drill/play';
import type { DrillStep, Staged } from '@ergon/core/record/drill';
import { isAtCamera } from '@ergon/core/mend/cost';
import { drillTitle, seenText, shownText, stepText } from '@ergon/core/words/drillWording';
import type { About } from '@ergon/core/words/faultWords';
import { type ReactNode, useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import type { Act } from './act';
import { DevicePanel } from './DevicePanel';
import { DeviceRow } from './DeviceRow';
import { DrillClock } from './DrillClock';
import { FireFoot, ourShots } from './FireFoot';
import { type LastSeen, lastSeen, readOf } from './known';
import { RoomPanel } from './RoomPanel';
import { useThought } from './useThought';

interface PlaySheetProps {
  staged: Staged;
  play: Play;
  about: About;
  onStep: (step: DrillStep) => void;
  onGiveUp: () => void;
}

/** What is around: who else shoots and sends. */
const ROOM = '';

/** The clock, what was seen, every unit with its panel, and the shutters under the thumb. */
export function PlaySheet({ staged, play, about, onStep, onGiveUp }: PlaySheetProps) {
  const wide = useWide();
  const { rig, names } = about;
  const [chosen, choose] = useState<string | null>(null);
  const { panels, questions, shots } = useMemo(
    () => ({ panels: panelsOf(rig), questions: questionsOf(rig), shots: ourShots(rig) }),
    [rig],
  );
  const [shot, chooseShot] = useState(0);
  const thought = useThought(play.played.length);
  const act = (step: Act) => onStep({ ...step, thought: thought() });
  const read = readOf(play);
  const seen = lastSeen(staged, play, about);
  const panel = panels.find(({ unit }) => unit === chosen);
  const open =
    chosen === ROOM ? (
      <RoomPanel questions={questions} read={read} about={about} onAct={act} />
    ) : (
      panel && <DevicePanel key={panel.unit} panel={panel} read={read} about={about} shot={shots[shot]!} onAct={act} />
    );
  const row = (id: string, name: string, more: { detail?: string | null; saw?: LastSeen | null }) => (
    <DeviceRow key={id} {...more} name={name} open={chosen === id} onPress={() => choose(chosen === id ? null : id)}>
      {wide ? null : open}
    </DeviceRow>
  );
  return (
    <Page
      title="Drill"
      subtitle={drillTitle(staged)}
      footer={
        <>
          <LastStep play={play} about={about} />
          <FireFoot shots={shots} chosen={shot} onChoose={chooseShot} names={names} onAct={act} />
        </>
      }
      after={wide && open ? <Beside name={nameOf(chosen, about)}>{open}</Beside> : undefined}
      bare
    >
      <Block label="What is wrong">
        <DrillClock seconds={play.seconds} steps={play.played.length} thought={thought} />
        <Words as="sentence" tone="onBlock">
          {seenText(staged.seen, about)}
        </Words>
        <Words tone="quietOnBlock">{`You are ${play.at === null ? 'at the camera' : `at ${names.unit(play.at)}`}.`}</Words>
      </Block>
      <View role="list" aria-label="The gear" style={styles.list}>
        {panels.map(({ unit }) =>
          row(unit, names.unit(unit), { detail: placeText(about, unit), saw: seen.get(unit) ?? null }),
        )}
        {questions.length > 0 && row(ROOM, nameOf(ROOM, about), { detail: 'who else shoots or sends' })}
      </View>
      <GiveUp onGiveUp={onGiveUp} />
    </Page>
  );
}

const GiveUp = ({ onGiveUp }: Pick<PlaySheetProps, 'onGiveUp'>) => (
  <View style={styles.list}>
    <Words as="small" tone="quiet">
      The gear of a drill is made up: nothing real fires, and nothing is planned or ticked by it.
    </Words>
    <View style={styles.end}>
      <Button kind="quiet" label="Give up and see what it was" onPress={onGiveUp} />
    </View>
  </View>
);

const nameOf = (id: string | null, { names }: About): string => (id ? names.unit(id) : 'Ask around');

/** The open panel, on a wide screen. */
function Beside({ name, children }: { name: string; children: ReactNode }) {
  const colours = useColours();
  return (
    <View role="complementary" aria-label={name} style={[styles.beside, { borderColor: colours.rule }]}>
      <ScrollView contentContainerStyle={styles.besideContent} tabIndex={0}>
        <Words as="heading" level={2}>
          {name}
        </Words>
        {children}
      </ScrollView>
    </View>
  );
}

function LastStep({ play, about }: { play: Play; about: About }) {
  const last = play.played.at(-1);
  if (!last) return null;
  const said = [`${stepText(last.step, about)}.`.replace('?.', '?'), shownText(last.step, last.shown, about)];
  return <Words live>{said.filter(Boolean).join(' ')}</Words>;
}

/** "Key, 24 s to walk there and back". */
function placeText({ rig, names }: About, unit: string): string | null {
  const { purpose, mount } = rig.placed.get(unit)!.settings;
  const where = isAtCamera(rig, unit)
    ? mount == null
      ? null
      : `on ${names.unit(mount)}`
    : walkText(walkTo(rig, unit));
  return [purpose, where].filter(Boolean).join(', ') || null;
}

const walkText = (seconds: number | null): string => (seconds === null ? 'a walk away' : `${seconds} s there and back`);

const styles = StyleSheet.create({
  list: { maxWidth: 720 },
  beside: { width: 440, borderLeftWidth: 1 },
  besideContent: { padding: space.wide, paddingTop: space.gap },
  end: { alignItems: 'flex-start' },
});
