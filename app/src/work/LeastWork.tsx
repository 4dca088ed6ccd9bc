import type { Work, WorkOptions } from '@ergon/core/mend/leastWork';
import { boundText, lookUpLines, needLines, workSentence } from '@ergon/core/words/workWording';
import { durationText } from '@ergon/core/words/saying';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Foot } from '../components/Foot';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useEdit } from '../editing/editing';
import { WantLess } from '../editing/WantLess';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import type { WorkProgress } from '../workers/work.worker';
import { useLeastWork } from './useLeastWork';
import { VisitList } from './VisitList';
import { tens } from '../workers/tens';

const LIMITS = [
  { value: 0, label: 'no limit' },
  { value: 60, label: '1 min' },
  { value: 180, label: '3 min' },
  { value: 600, label: '10 min' },
] as const;

interface LeastWorkProps {
  judged: JudgedLook;
  onDone: (isMade: boolean) => void;
}

/** The cheapest way to make everything fire, as a short list with a total, made in one step that can be undone. */
export function LeastWork({ judged, onDone }: LeastWorkProps) {
  const [limits, setLimits] = useState<readonly string[]>([]);
  const [seconds, setSeconds] = useState<number>(0);
  const options: WorkOptions = {
    atCamera: limits.includes('atCamera'),
    noSwaps: limits.includes('noSwaps'),
    ...(seconds > 0 && { seconds }),
  };
  const { result: work, progress, stopped, stop } = useLeastWork(judged, options);
  const plan = work ?? progress?.plan;
  return (
    <View role="region" aria-label="Mend all" style={styles.box}>
      <View style={styles.head}>
        <Words as="heading" level={2} grow>
          Mend all
        </Words>
        <Button kind="quiet" label="Close" hint="the way to mend all" onPress={() => onDone(false)} />
      </View>
      <Toggles
        label="Limits"
        options={[
          { value: 'atCamera', label: 'stay at the camera' },
          { value: 'noSwaps', label: 'swap nothing' },
        ]}
        values={limits}
        onChange={setLimits}
      />
      <Choice label="Time there is" options={LIMITS} value={seconds} onChoose={setSeconds} />
      {/* As high before and after, so that nothing moves under the thumb when the search ends. */}
      <View style={styles.status}>
        <Words grow live tone={work ? 'quiet' : 'ink'}>
          {work ? (work.changes.length > 0 ? boundText(work, seconds > 0) : '') : searchText(progress, stopped)}
        </Words>
        {!work && !stopped && <Button label="Stop" hint="the search" onPress={stop} />}
      </View>
      {plan && <FoundWork judged={judged} work={plan} onDone={onDone} />}
    </View>
  );
}

/** A plan found on the way stands below, to be made as it is or bettered. */
function searchText(progress: WorkProgress | null | undefined, stopped: boolean): string {
  if (stopped) return progress?.plan ? 'Stopped. This plan may not be the least.' : 'Stopped.';
  if (!progress) return 'Searching…';
  return progress.plan ? `Looking for less, ${percentOf(progress)} %` : `Searching, ${percentOf(progress)} %`;
}

const percentOf = ({ spent, budget }: WorkProgress): number => tens(spent / budget);

interface FoundWorkProps {
  judged: JudgedLook;
  work: Work;
  onDone: (isMade: boolean) => void;
}

/** What was found, and the one step that makes it. */
function FoundWork({ judged, work, onDone }: FoundWorkProps) {
  const { names } = useRig();
  const edit = useEdit();
  const count = work.changes.length;
  const make = () => {
    edit(judged.look.id, work.changes, count === 1 ? 'all mended, one change' : `all mended, ${count} changes`);
    onDone(true);
  };
  return (
    <>
      <Words as="sentence" live>
        {workSentence(work, names)}
      </Words>
      {count > 0 && (
        <Foot>
          <Button
            kind="act"
            label={count === 1 ? 'Make this change' : `Make these ${count} changes`}
            detail={durationText(work.seconds)}
            onPress={make}
          />
        </Foot>
      )}
      <VisitList rig={judged.judgement.rig} changes={work.changes} />
      <Listed heading="Or by hand" lines={needLines(work, names)} />
      <WantLess look={judged.look.id} wants={work.wants} />
      <Listed heading="To look up" lines={lookUpLines(work, names)} />
    </>
  );
}

/** What is left to people: what to get or do by hand, what to look up before anybody can say. */
function Listed({ heading, lines }: { heading: string; lines: readonly string[] }) {
  const colours = useColours();
  if (lines.length === 0) return null;
  return (
    <View style={[styles.visit, { borderColor: colours.quiet }]}>
      <Words as="strong">{heading}</Words>
      {lines.map((line) => (
        <Words key={line}>{line}</Words>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 720 },
  head: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  status: { flexDirection: 'row', alignItems: 'center', gap: space.small, minHeight: TOUCH },
  visit: { borderLeftWidth: 3, paddingLeft: space.base, gap: space.hair },
});
