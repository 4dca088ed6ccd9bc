import { counted } from '@ergon/core/words/saying';
import type { Shot } from '@ergon/core/shot/lightRun';
import { isOf, isRight, type Verdict } from '@ergon/core/verdict/verdict';
import { pressedBy, pressName } from '@ergon/core/words/proveWording';
import { shutterText } from '@ergon/core/words/settingWords';
import { verdictText } from '@ergon/core/words/wording';
import { type Href, useRouter } from 'expo-router';
import { useDeferredValue, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { FrameStrip } from '../drawing/FrameStrip';
import { TimeLine } from '../drawing/TimeLine';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import { PressFoot } from '../prove/PressFoot';
import { PressSheet } from '../prove/PressSheet';
import { ProveLook } from '../prove/ProveLook';
import { TestList } from '../prove/TestList';
import { useTakeBack } from '../prove/useTakeBack';
import { type PressLog, usePressLog } from '../prove/usePressLog';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { LookList } from './LookList';
import { LookPage, ShotChoice, shotName } from './LookPage';
import { RealTestFire } from './RealTestFire';
import { useChosenShot } from './useChosenShot';
import { type TestLog, useTestLog } from './useTestLog';

export const Fire = () => <LookPage title="Fire" of={FireLook} />;

function FireLook({ judged, shot: firstShot }: { judged: JudgedLook; shot: Shot }) {
  const { judgement, look } = judged;
  const [shot, setChosenShot] = useChosenShot(judged, firstShot);
  const [isPressed, setPressed] = useState(false);
  const pressLog = usePressLog(judged);
  const { press: solo } = pressLog;
  const readOnly = useIsReadOnly(look.event);
  const { names } = useRig();
  const verdicts = useVerdictsOf(judged, shot);
  // What was logged is told where it was marked, also when it was marked before one left.
  const testLog = useTestLog(judged, shot, () => setPressed(true));
  // What was marked and not logged yet is there again.
  const pressed = isPressed || Object.keys(testLog.seen).length > 0;
  // The answer stands at once; what takes a phone longer comes below it.
  const isAnswered = useDeferredValue(pressed, false);
  const choose = (id: string) => {
    setChosenShot(id);
    setPressed(false);
    testLog.clear();
  };
  const press = () => {
    setPressed(true);
    testLog.clear();
  };
  return (
    <Page
      title={solo ? pressName(solo) : pressed ? 'Shutter pressed' : 'Fire'}
      subtitle={solo ? `${look.name} · ${pressedBy(solo, names)}` : simulatedText(look.name, shot)}
      before={<LookList current={look.id} place="fire" />}
      footer={
        solo ? (
          <PressFoot pressLog={pressLog} />
        ) : (
          <PressOrLog shot={shot} pressed={pressed} onPress={press} testLog={testLog} />
        )
      }
    >
      {!solo && <ShotChoice judged={judged} shot={shot} onChoose={choose} />}
      {!pressed && <BeforePress judged={judged} shot={shot} readOnly={readOnly} pressLog={pressLog} />}
      {pressed && <Result verdicts={verdicts} shot={shot} />}
      {pressed && isAnswered && (
        <>
          <FrameStrip rig={judgement.rig} shot={shot} verdicts={verdicts} />
          {!readOnly && <RealTestFire judged={judged} verdicts={verdicts} testLog={testLog} />}
          <ReadOnly event={look.event} />
        </>
      )}
      {!solo && (
        <View role="region" aria-label="Log" style={styles.log}>
          <Words as="heading" level={2}>
            Logged test fires
          </Words>
          <TestList look={look.id} readOnly={readOnly} />
        </View>
      )}
    </Page>
  );
}

/** What the shutter gave, at once. */
function Result({ verdicts, shot }: { verdicts: readonly Verdict[]; shot: Shot }) {
  return (
    <>
      <Block label="Result">
        <Words as="sentence" tone="onBlock" live>
          {summary(verdicts, shot)}
        </Words>
      </Block>
      <MeasuredTimeLine verdicts={verdicts} shot={shot} />
    </>
  );
}

/** What becomes of each light that is meant, or fires all the same, as people look for them. */
function useVerdictsOf({ judgement }: JudgedLook, shot: Shot): Verdict[] {
  const { names } = useRig();
  return useMemo(() => {
    const order = byLabel(names);
    return judgement.verdicts
      .filter((verdict) => isOf(verdict, shot) && verdict.verdict !== 'dark')
      .sort((a, b) => order(a.unit, b.unit));
  }, [judgement, shot, names]);
}

function simulatedText(look: string, shot: Shot): string {
  const { shutter } = shot.body.settings;
  return [look, shotName(shot), shutter == null ? null : shutterText(shutter), 'simulated'].filter(Boolean).join(' · ');
}

interface BeforePressProps {
  judged: JudgedLook;
  shot: Shot;
  readOnly: boolean;
  pressLog: PressLog;
}

/** The test fires still to make, or the one that is being made. */
function BeforePress({ judged, shot, readOnly, pressLog }: BeforePressProps) {
  const { press, start } = pressLog;
  const router = useRouter();
  if (press) return <PressSheet judged={judged} press={press} pressLog={pressLog} />;
  return (
    <>
      <ProveLook judged={judged} shot={shot} readOnly={readOnly} onPress={start} />
      {!readOnly && (
        <View style={styles.finder}>
          <Button
            label="Take test frames"
            detail="fastest clean shutter, tail delay"
            onPress={() => router.push(`/fire/${judged.look.id}/finder` as Href)}
          />
        </View>
      )}
      <Words tone="quiet">
        The shutter below is simulated: it shows what should happen, and when, in milliseconds.
      </Words>
    </>
  );
}

interface PressOrLogProps {
  shot: Shot;
  pressed: boolean;
  onPress: () => void;
  testLog: TestLog;
}

/** Under the thumb: the shutter, or once something was marked, the log; what was logged can be taken back there. */
function PressOrLog({ shot, pressed, onPress, testLog: { seen, logged, log } }: PressOrLogProps) {
  const takeBack = useTakeBack();
  const marked = Object.keys(seen).length;
  return (
    <View role="group" aria-label="Shutter and log" style={styles.log}>
      {marked > 0 ? (
        <Button kind="act" label={`Log ${counted(marked, 'light')}`} onPress={log} />
      ) : (
        <>
          {logged.length > 0 && (
            <View style={styles.logged}>
              <Words live grow>{`Logged ${counted(logged.length, 'light')}.`}</Words>
              <Button label="Take back" hint="what was logged just now" onPress={() => takeBack(logged)} />
            </View>
          )}
          <Button
            kind="plain"
            label={pressed ? 'Press again' : `Press the shutter of ${shotName(shot)}`}
            onPress={onPress}
          />
        </>
      )}
    </View>
  );
}

/** "7 of 9 in the frame. 2 silent." */
function summary(verdicts: readonly Verdict[], { body }: Shot): string {
  if (body.settings.stranger === true)
    return verdicts.length === 0
      ? 'Every light stays silent, as it should.'
      : `${verdicts.length} fire for a stranger.`;
  const right = verdicts.filter(isRight).length;
  const others = new Map<string, number>();
  for (const verdict of verdicts.filter((one) => !isRight(one))) {
    const words =
      verdict.verdict === 'partial'
        ? 'in part of the frame'
        : verdict.verdict === 'wrong-power'
          ? 'at the wrong power'
          : verdictText(verdict);
    others.set(words, (others.get(words) ?? 0) + 1);
  }
  const rest = [...others].map(([words, count]) => `${count} ${words}.`).join(' ');
  return `${right} of ${verdicts.length} in the frame. ${rest}`.trim();
}

function MeasuredTimeLine({ verdicts, shot }: { verdicts: readonly Verdict[]; shot: Shot }) {
  const { names } = useRig();
  const [width, setWidth] = useState(0);
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      {width > 0 && <TimeLine verdicts={verdicts} shot={shot} names={names} width={Math.min(width, 760)} />}
    </View>
  );
}

const styles = StyleSheet.create({
  finder: { maxWidth: 360 },
  log: { gap: space.small },
  /** No wider than the button below it. */
  logged: { flexDirection: 'row', alignItems: 'center', gap: space.small, maxWidth: 360 },
});
