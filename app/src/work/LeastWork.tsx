import type { WorkOptions } from '@ergon/core/mend/leastWork';
import { changeText } from '@ergon/core/words/wording';
import { boundText, durationText, type Visit, visitsOf, workSentence } from '@ergon/core/words/workWording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useEdit } from '../editing/editing';
import { howTosFor } from '../editing/howTo';
import { type JudgedLook, useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { useLeastWork } from './useLeastWork';

const LIMITS = [
  { value: 0, label: 'no limit' },
  { value: 60, label: '1 min' },
  { value: 180, label: '3 min' },
  { value: 600, label: '10 min' },
] as const;

/** The cheapest way to make everything fire, as a short list with a total, made in one step that can be undone. */
export function LeastWork({ judged, onDone }: { judged: JudgedLook; onDone: () => void }) {
  const { names } = useRig();
  const edit = useEdit();
  const [limits, setLimits] = useState<readonly string[]>([]);
  const [seconds, setSeconds] = useState<number>(0);
  const options: WorkOptions = {
    atCamera: limits.includes('atCamera'),
    noSwaps: limits.includes('noSwaps'),
    ...(seconds > 0 && { seconds }),
  };
  const { work, progress, stopped, stop } = useLeastWork(judged, options);
  return (
    <View role="region" aria-label="Least work" style={styles.box}>
      <View style={styles.head}>
        <Words as="heading" level={2} grow>
          Least work
        </Words>
        <Button kind="quiet" label="Close" hint="least work" onPress={onDone} />
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
      {work ? (
        <>
          <Words as="sentence" live>
            {workSentence(work, names)}
          </Words>
          {work.changes.length > 0 && seconds === 0 && (
            <Words as="small" tone="quiet">
              {boundText(work)}
            </Words>
          )}
          {work.changes.length > 0 && (
            <Button
              kind="act"
              label={work.changes.length === 1 ? 'Make this change' : `Make these ${work.changes.length} changes`}
              detail={durationText(work.seconds)}
              onPress={() => {
                edit(judged.look.id, work.changes, `least work, ${work.changes.length} changes`);
                onDone();
              }}
            />
          )}
          {visitsOf(judged.judgement.rig, work).map((one) => (
            <StopShown key={one.unit ?? ''} stop={one} />
          ))}
        </>
      ) : (
        <View style={styles.head}>
          <Words grow live>
            {stopped
              ? 'Stopped.'
              : progress
                ? `Searching, ${Math.round((100 * progress.spent) / progress.budget)} %`
                : 'Searching…'}
          </Words>
          {!stopped && <Button label="Stop" hint="the search" onPress={stop} />}
        </View>
      )}
    </View>
  );
}

/** What to do at the camera, or at one unit somebody walks to. */
function StopShown({ stop }: { stop: Visit }) {
  const { names, kit } = useRig();
  const colours = useColours();
  const walk =
    stop.unit === null
      ? ''
      : stop.walkSeconds === null
        ? ' · walk not measured'
        : ` · ${durationText(stop.walkSeconds)} walk`;
  return (
    <View style={[styles.stop, { borderColor: colours.ink }]}>
      <Words as="strong">{stop.unit === null ? 'At the camera' : `${names.unit(stop.unit)}${walk}`}</Words>
      {stop.changes.map((change) => (
        <Words key={`${change.unit} ${change.setting}`}>{changeText(change, names)}</Words>
      ))}
      {howTosFor(kit, stop.changes).map((line) => (
        <Words key={line} as="small" tone="quiet">
          {line}
        </Words>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 720 },
  head: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  stop: { borderLeftWidth: 3, paddingLeft: space.base, gap: space.hair },
});
