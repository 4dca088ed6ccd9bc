import type { Proof, ProofState } from '@ergon/core/verdict/proof';
import { type Shot, shotKey, shotRefOf } from '@ergon/core/shot/lightRun';
import { isFailing, isOf, type Verdict } from '@ergon/core/verdict/verdict';
import { lastProofText, proofStateText } from '@ergon/core/words/proveWording';
import { shortText } from '@ergon/core/words/wording';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Line, Path } from 'react-native-svg';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { shotName } from '../screens/LookPage';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { whenText } from './whenText';

const SIZE = 18;

interface ProofGridProps {
  proofs: readonly Proof[];
  shots: readonly Shot[];
  /** The shot that is looked at, and what is computed of it. */
  shot: Shot;
  verdicts: readonly Verdict[];
}

/** Light by shot: proven, changed since, missed, never tested; below each name what is computed, and its last test. */
export function ProofGrid({ proofs, shots, shot: chosen, verdicts }: ProofGridProps) {
  const { names } = useRig();
  const colours = useColours();
  const columns = shots.filter(({ body }) => body.settings.stranger !== true);
  const lights = [...new Set(proofs.map(({ light }) => light))].sort(byLabel(names));
  return (
    <View role="table" aria-label="Test fires by light and shot" style={styles.table}>
      <View role="row" style={styles.row}>
        <View role="columnheader" style={styles.name}>
          <Words as="small" tone="quiet">
            Light
          </Words>
        </View>
        {columns.map((shot) => (
          <View key={shotKey(shotRefOf(shot))} role="columnheader" style={styles.cell}>
            <Words as="small" tone="quiet" align="center">
              {shotName(shot)}
            </Words>
          </View>
        ))}
      </View>
      {lights.map((light) => (
        <View key={light} role="row" style={[styles.row, styles.line, { borderColor: colours.rule }]}>
          <Head
            light={light}
            verdict={verdicts.find((one) => one.unit === light && isOf(one, chosen))}
            proof={proofs.find((one) => one.light === light && shotKey(one.shot) === shotKey(shotRefOf(chosen)))}
          />
          {columns.map((shot) => (
            <Cell
              key={shotKey(shotRefOf(shot))}
              shot={shot}
              proof={proofs.find((one) => one.light === light && shotKey(one.shot) === shotKey(shotRefOf(shot)))}
            />
          ))}
        </View>
      ))}
      <View aria-hidden style={styles.key}>
        {STATES.map(([state, words]) => (
          <View key={state} style={styles.marked}>
            <Mark state={state} />
            <Words as="small" tone="quiet">
              {words}
            </Words>
          </View>
        ))}
      </View>
    </View>
  );
}

/** A light, what the simulation says it will do in that shot, and when it was last seen to. */
function Head({ light, verdict, proof }: { light: string; verdict: Verdict | undefined; proof: Proof | undefined }) {
  const { names } = useRig();
  const name = names.unit(light);
  const said =
    verdict && proof
      ? [shortText(verdict, names), lastProofText(proof, proof.test && whenText(proof.test.at), names)].join(' · ')
      : null;
  const isWrong = (verdict && isFailing(verdict)) || proof?.state === 'missed';
  return (
    <View role="rowheader" aria-label={[name, said].filter(Boolean).join(': ')} style={styles.name}>
      <Words single>{name}</Words>
      {said !== null && (
        <Words as="small" tone={isWrong ? 'fault' : 'quiet'}>
          {said}
        </Words>
      )}
    </View>
  );
}

const STATES: readonly (readonly [ProofState, string])[] = [
  ['proven', 'proven'],
  ['stale', 'changed since'],
  ['missed', 'missed'],
  ['never', 'never tested'],
];

function Cell({ shot, proof }: { shot: Shot; proof: Proof | undefined }) {
  const { names } = useRig();
  const state = proof ? proofStateText(proof, names) : 'not meant for it';
  return (
    <View role="cell" aria-label={`${shotName(shot)}: ${state}`} style={styles.cell}>
      {proof && <Mark state={proof.state} />}
    </View>
  );
}

/** Shape first: a full round, a half one, a bar across, an empty one of dots. */
function Mark({ state }: { state: ProofState }) {
  const colours = useColours();
  const [middle, radius] = [SIZE / 2, SIZE / 2 - 2];
  return (
    <Svg width={SIZE} height={SIZE} aria-hidden>
      <Circle
        cx={middle}
        cy={middle}
        r={radius}
        fill={state === 'proven' ? colours.ink : 'none'}
        stroke={state === 'missed' ? colours.fault : colours.ink}
        strokeWidth={2}
        strokeDasharray={state === 'never' ? '2 3' : undefined}
      />
      {state === 'stale' && (
        <Path d={`M ${middle} ${middle - radius} a ${radius} ${radius} 0 0 0 0 ${2 * radius} z`} fill={colours.ink} />
      )}
      {state === 'missed' && (
        <Line x1={2} x2={SIZE - 2} y1={middle} y2={middle} stroke={colours.fault} strokeWidth={3} />
      )}
    </Svg>
  );
}

const styles = StyleSheet.create({
  table: { maxWidth: 620 },
  row: { flexDirection: 'row', alignItems: 'center', minHeight: 32 },
  line: { borderTopWidth: 1, minHeight: 40 },
  name: { flex: 1, minWidth: 88, paddingVertical: space.tiny },
  cell: { width: 64, alignItems: 'center', justifyContent: 'center' },
  key: { flexDirection: 'row', flexWrap: 'wrap', gap: space.base, paddingTop: space.small },
  marked: { flexDirection: 'row', alignItems: 'center', gap: space.tiny },
});
