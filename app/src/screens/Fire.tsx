import { fingerprint } from '@ergon/core/verdict/readiness';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { TestResult } from '@ergon/core/record/testFire';
import { isOf, isRight, type Verdict } from '@ergon/core/verdict/verdict';
import { verdictText } from '@ergon/core/words/wording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { FrameStrip } from '../drawing/FrameStrip';
import { TimeLine } from '../drawing/TimeLine';
import { byLabel } from '../rig/byLabel';
import { type JudgedLook, useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { proofText } from './LineRow';
import { LookList } from './LookList';
import { LookPage, ShotChoice, shotName, shotOf } from './LookPage';

export const Fire = () => <LookPage title="Fire" of={FireLook} />;

const RESULTS = [
  { value: 'fired', label: 'fired' },
  { value: 'dark', label: 'dark' },
  { value: 'wrong', label: 'wrong' },
] as const;

function FireLook({ judged, shot: firstShot }: { judged: JudgedLook; shot: Shot }) {
  const { judgement, look } = judged;
  const [shotKey, setShotKey] = useState<string | null>(null);
  const [pressed, setPressed] = useState(false);
  const [seen, setSeen] = useState<Record<string, TestResult>>({});
  const [logged, setLogged] = useState(0);
  const { queue, names } = useRig();
  const shot = shotOf(judgement.shots, shotKey) ?? firstShot;
  const order = byLabel(names);
  const verdicts = judgement.verdicts
    .filter((verdict) => isOf(verdict, shot) && verdict.verdict !== 'dark')
    .sort((a, b) => order(a.unit, b.unit));
  const choose = (id: string) => {
    setShotKey(id);
    setPressed(false);
    setSeen({});
    setLogged(0);
  };
  const press = () => {
    setPressed(true);
    setLogged(0);
  };
  const log = () => {
    const tests = Object.entries(seen).map(([light, result]) => ({
      light,
      body: shot.body.id,
      result,
      fingerprint: fingerprintOf(judged, shot, light),
    }));
    queue.logTests(look.id, tests, new Date().toISOString());
    setLogged(tests.length);
    setSeen({});
  };
  const marked = Object.keys(seen).length;
  return (
    <Page
      title={pressed ? 'Shutter pressed' : 'Fire'}
      subtitle={[look.name, shotName(shot), shot.body.settings.shutter, 'simulated'].filter(Boolean).join(' · ')}
      before={<LookList current={look.id} place="fire" />}
      footer={
        marked > 0 ? (
          <Button kind="act" label={`Log ${marked === 1 ? '1 light' : `${marked} lights`}`} onPress={log} />
        ) : (
          <Button
            kind={pressed ? 'plain' : 'act'}
            label={pressed ? 'Press again' : `Press the shutter of ${shotName(shot)}`}
            onPress={press}
          />
        )
      }
    >
      <ShotChoice judged={judged} shot={shot} onChoose={choose} />
      {!pressed && (
        <Words tone="quiet">Press the shutter here first: you see what should happen, and log what really does.</Words>
      )}
      {pressed && (
        <>
          <Block label="Result">
            <Words as="sentence" tone="onBlock" live>
              {summary(verdicts, shot)}
            </Words>
            {logged > 0 && (
              <Words tone="quietOnBlock">{`Logged ${logged === 1 ? '1 light' : `${logged} lights`}.`}</Words>
            )}
          </Block>
          <MeasuredTimeLine verdicts={verdicts} shot={shot} />
          <FrameStrip rig={judgement.rig} shot={shot} verdicts={verdicts} />
          <View style={styles.log}>
            <Words as="heading" level={2}>
              The real test fire
            </Words>
            <Words as="small" tone="quiet">
              Never fire close to eyes, nor where it could startle somebody on a ladder, on a stair or at machinery.
            </Words>
            <Button label="All as simulated" onPress={() => setSeen(asSimulated(verdicts))} />
            {verdicts.map((verdict) => (
              <LogRow
                key={verdict.unit}
                judged={judged}
                verdict={verdict}
                seen={seen[verdict.unit] ?? null}
                onSeen={(result) => setSeen((old) => ({ ...old, [verdict.unit]: result }))}
              />
            ))}
          </View>
        </>
      )}
    </Page>
  );
}

const fingerprintOf = (judged: JudgedLook, shot: Shot, light: string): string =>
  fingerprint(judged.judgement.rig, shot.runs.get(light)!.light, shot.body);

/** "7 of 9 in the frame. 2 silent." */
function summary(verdicts: readonly Verdict[], { body }: Shot): string {
  if (body.settings.stranger === true)
    return verdicts.length === 0 ? 'Every light stays dark, as it should.' : `${verdicts.length} fire for a stranger.`;
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

/** What the simulation says, as a test result: anything seen but not right is wrong. */
function asSimulated(verdicts: readonly Verdict[]): Record<string, TestResult> {
  const results = verdicts
    .filter((verdict) => verdict.verdict !== 'unknown')
    .map(
      (verdict) =>
        [verdict.unit, isRight(verdict) ? 'fired' : verdict.verdict === 'silent' ? 'dark' : 'wrong'] as const,
    );
  return Object.fromEntries(results);
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

function LogRow({
  judged,
  verdict,
  seen,
  onSeen,
}: {
  judged: JudgedLook;
  verdict: Verdict;
  seen: TestResult | null;
  onSeen: (result: TestResult) => void;
}) {
  const colours = useColours();
  const { names } = useRig();
  const readiness = judged.readiness.find((one) => one.light === verdict.unit);
  return (
    <View style={[styles.row, { borderColor: colours.rule }]}>
      <View style={styles.light}>
        <Words as="strong">{names.unit(verdict.unit)}</Words>
        <Words as="small" tone={isRight(verdict) ? 'quiet' : 'fault'}>
          {[verdictText(verdict), readiness && proofText(readiness)].filter(Boolean).join(' · ')}
        </Words>
      </View>
      <Choice label={`What ${names.unit(verdict.unit)} did`} options={RESULTS} value={seen} onChoose={onSeen} />
    </View>
  );
}

const styles = StyleSheet.create({
  log: { gap: space.small, maxWidth: 620 },
  row: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: space.small,
    paddingVertical: space.small,
    borderTopWidth: 1,
  },
  light: { flexGrow: 1, flexBasis: 120 },
});
