import { sameDrill } from '@ergon/core/drill/progress';
import type { Explained } from '@ergon/core/drill/replay';
import type { Drill } from '@ergon/core/record/drill';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import {
  clockText,
  drillTitle,
  hiddenLines,
  scoreText,
  shownText,
  stepText,
  worthLines,
} from '@ergon/core/words/drillWording';
import type { About } from '@ergon/core/words/faultWords';
import { namesOf } from '@ergon/core/words/wording';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { startReplayDrill } from '../workers/startWorkers';
import type { ReplayRequest, ReplayResult } from '../workers/replayDrill.worker';
import { useWorker } from '../workers/useWorker';
import { wholeKit } from '../workers/wholeKit';
import { useOpenDrill } from './openDrill';
import { ToDrills } from './ToDrills';
import { useDrillLog } from './useDrillLog';
import { tens } from '../workers/tens';

/** A drill that was played: what it was, and what each step could and did rule out. */
export function ReplayPage() {
  const { drill: id } = useLocalSearchParams<{ drill: string }>();
  const { rig } = useRig();
  const drill = rig?.drills.find((one) => one.id === id);
  if (drill) return <Replay key={drill.id} drill={drill} />;
  return (
    <Page title="Replay">
      <Words>There is no such drill: it may have been removed.</Words>
      <ToDrills />
    </Page>
  );
}

function Replay({ drill }: { drill: Drill }) {
  const { kit } = useRig();
  const request = useMemo((): ReplayRequest => ({ drill, kit: wholeKit(kit) }), [drill, kit]);
  const { result, progress, stopped, stop, again } = useWorker<ReplayRequest, number, ReplayResult>(
    startReplayDrill,
    request,
  );
  return (
    <Page title="Replay" subtitle={`${drillTitle(drill)}, ${drill.by}`}>
      {result ? (
        <Told drill={drill} result={result} />
      ) : (
        <View style={styles.working}>
          <Words live>{`Going through the steps: ${tens(progress)} %`}</Words>
          <Button kind="quiet" label={stopped ? 'Go on' : 'Stop'} onPress={stopped ? again : stop} />
        </View>
      )}
      <Others drill={drill} />
      <Ways drill={drill} result={result} />
    </Page>
  );
}

function Told({ drill, result: { explained, kit } }: { drill: Drill; result: ReplayResult }) {
  const about = useMemo((): About => {
    const index = indexKit(kit);
    return { rig: buildRig(index, drill.look), names: namesOf(index) };
  }, [kit, drill]);
  return (
    <>
      <Block label="What it was">
        <Words as="sentence" tone="onBlock">
          {scoreText(drill)}
        </Words>
        {hiddenLines(drill, about).map((line) => (
          <Words key={line} as="dial" tone="onBlock">
            {line}
          </Words>
        ))}
      </Block>
      {explained ? (
        <View role="list" aria-label="Steps" style={styles.steps}>
          {explained.map((one, index) => (
            <StepTold key={index} number={index + 1} explained={one} about={about} />
          ))}
        </View>
      ) : (
        <Words>
          The kit has changed since: the steps were kept, and what each could rule out can no longer be worked out.
        </Words>
      )}
    </>
  );
}

function StepTold({ number, explained, about }: { number: number; explained: Explained; about: About }) {
  const colours = useColours();
  const { step, shown, seconds } = explained;
  return (
    <View role="listitem" style={[styles.step, { borderColor: colours.rule }]}>
      <View style={styles.number}>
        <Words as="strong">{number}</Words>
        <Words as="small" tone="quiet">
          {clockText(seconds)}
        </Words>
      </View>
      <View style={styles.words}>
        <Words as="strong">{stepText(step, about)}</Words>
        {shownText(step, shown, about) !== '' && <Words>{shownText(step, shown, about)}</Words>}
        {worthLines(explained, about).map((line) => (
          <Words key={line} as="small" tone="quiet">
            {line}
          </Words>
        ))}
      </View>
    </View>
  );
}

/** Who else played the very same. */
function Others({ drill }: { drill: Drill }) {
  const { rig } = useRig();
  const all = sameDrill(rig?.drills ?? [], drill);
  if (all.length < 2) return null;
  return (
    <View role="region" aria-label="The same drill" style={styles.steps}>
      <Words as="heading" level={2}>
        The same drill
      </Words>
      {all.map((one) => (
        <Words key={one.id} as={one.id === drill.id ? 'strong' : 'body'}>
          {`${one.by}: ${scoreText(one)}`}
        </Words>
      ))}
    </View>
  );
}

function Ways({ drill, result }: { drill: Drill; result: ReplayResult | null }) {
  const router = useRouter();
  const log = useDrillLog();
  const [open, keep] = useOpenDrill();
  const { id: _id, member: _member, by: _by, steps: _steps, took: _took, solved: _solved, at: _at, ...staged } = drill;
  return (
    <View style={styles.ways}>
      <ToDrills label="Another drill" />
      {!open && result?.explained && (
        <Button
          label="Play it again"
          onPress={() => {
            keep({ staged, kit: result.kit, steps: [] });
            router.push('/drills/play');
          }}
        />
      )}
      <Button
        kind="quiet"
        label="Remove"
        hint={drillTitle(drill)}
        onPress={() => {
          log.remove(drill);
          router.replace('/drills');
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  working: { gap: space.small, alignItems: 'flex-start' },
  steps: { maxWidth: 720, gap: space.tiny },
  step: { flexDirection: 'row', gap: space.base, paddingVertical: space.base, borderTopWidth: 1 },
  number: { width: 40, gap: space.hair },
  words: { flex: 1, gap: space.tiny, minWidth: 0 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
