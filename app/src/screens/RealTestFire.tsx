import type { TestResult } from '@ergon/core/record/testFire';
import { isRight, type Verdict } from '@ergon/core/verdict/verdict';
import { verdictText } from '@ergon/core/words/wording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { proofText } from './LineRow';
import type { TestLog } from './useTestLog';

const RESULTS = [
  { value: 'fired', label: 'fired' },
  { value: 'dark', label: 'dark' },
  { value: 'wrong', label: 'wrong' },
] as const;

/** What a real test fire showed, light by light, to be logged against the simulation. */
export function RealTestFire({
  judged,
  verdicts,
  testLog,
}: {
  judged: JudgedLook;
  verdicts: readonly Verdict[];
  testLog: TestLog;
}) {
  return (
    <View style={styles.log}>
      <Words as="heading" level={2}>
        The real test fire
      </Words>
      <Words as="small" tone="quiet">
        Never fire close to eyes, nor where it could startle somebody on a ladder, on a stair or at machinery.
      </Words>
      <LookedAt verdicts={verdicts} testLog={testLog} />
      {Object.keys(testLog.seen).length > 0 && <Button label="Mark none" onPress={() => testLog.mark({})} />}
      {verdicts.map((verdict) => (
        <LogRow
          key={verdict.unit}
          judged={judged}
          verdict={verdict}
          seen={testLog.seen[verdict.unit] ?? null}
          onSeen={(result) => testLog.mark({ ...testLog.seen, [verdict.unit]: result })}
        />
      ))}
    </View>
  );
}

const EVERY = ':every';

/** Only what somebody looked at is marked: which lights that were, then all of them at once. */
function LookedAt({ verdicts, testLog }: { verdicts: readonly Verdict[]; testLog: TestLog }) {
  const { names } = useRig();
  const [ticked, setLooked] = useState<readonly string[]>([]);
  const lights = verdicts.filter(({ verdict }) => verdict !== 'unknown').map(({ unit }) => unit);
  const looked = lights.filter((light) => ticked.includes(light));
  const isEvery = looked.length === lights.length;
  if (lights.length === 0) return null;
  const options = [
    { value: EVERY, label: 'every light' },
    ...lights.map((light) => ({ value: light, label: names.unit(light) })),
  ];
  const choose = (values: readonly string[]) => {
    if (values.includes(EVERY) !== isEvery) return setLooked(isEvery ? [] : lights);
    setLooked(values.filter((value) => value !== EVERY));
  };
  const results = asSimulated(verdicts.filter(({ unit }) => looked.includes(unit)));
  return (
    <>
      <Words>Which did you look at?</Words>
      <Toggles label="Looked at" options={options} values={isEvery ? [EVERY, ...looked] : looked} onChange={choose} />
      {looked.length > 0 && (
        <Button
          label={`Mark ${looked.length} as simulated`}
          // What somebody marked by hand is what they saw.
          onPress={() => testLog.mark({ ...results, ...testLog.seen })}
        />
      )}
    </>
  );
}

/** What the simulation says of lights it knows, as test results: anything seen but not right is wrong. */
function asSimulated(verdicts: readonly Verdict[]): Record<string, TestResult> {
  const results = verdicts.map(
    (verdict) => [verdict.unit, isRight(verdict) ? 'fired' : verdict.verdict === 'silent' ? 'dark' : 'wrong'] as const,
  );
  return Object.fromEntries(results);
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
  const name = names.unit(verdict.unit);
  const said = [verdictText(verdict), readiness && proofText(readiness)].filter(Boolean).join(' · ');
  return (
    <View role="group" aria-label={`${name}: ${said}`} style={[styles.row, { borderColor: colours.rule }]}>
      <View aria-hidden style={styles.light}>
        <Words as="strong">{name}</Words>
        <Words as="small" tone={isRight(verdict) ? 'quiet' : 'fault'}>
          {said}
        </Words>
      </View>
      <Choice label={`What ${name} did`} options={RESULTS} value={seen} onChoose={onSeen} />
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
