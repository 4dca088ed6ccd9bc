import type { Proof, ProofState } from '@ergon/core/verdict/proof';
import { type Shot, shotKey, shotRefOf } from '@ergon/core/shot/lightRun';
import { isFailing, isOf, type Verdict } from '@ergon/core/verdict/verdict';
import { folded } from '@ergon/core/verdict/fates';
import { together } from '@ergon/core/words/saying';
import { lastProofText, proofStateText } from '@ergon/core/words/proveWording';
import { shortText } from '@ergon/core/words/wording';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Circle, Line, Path } from 'react-native-svg';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { shotName } from '../screens/LookPage';
import { type Folds, useFolds } from '../screens/useFolds';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
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
  const columns = shots.filter(({ body }) => body.settings.stranger !== true);
  const lights = [...new Set(proofs.map(({ light }) => light))].sort(byLabel(names));
  const folds = useFolds();
  const rowOf = (light: string): ProofRow => {
    const proofIn = (shot: Shot) =>
      proofs.find((one) => one.light === light && shotKey(one.shot) === shotKey(shotRefOf(shot)));
    const [verdict, proof] = [verdicts.find((one) => one.unit === light && isOf(one, chosen)), proofIn(chosen)];
    return {
      light,
      said:
        verdict && proof
          ? [shortText(verdict, names), lastProofText(proof, proof.test && whenText(proof.test.at), names)].join(' · ')
          : null,
      isWrong: (verdict && isFailing(verdict)) || proof?.state === 'missed',
      cells: columns.map((shot) => {
        const found = proofIn(shot);
        return {
          state: found?.state ?? null,
          words: `${shotName(shot)}: ${found ? proofStateText(found, names) : 'not meant for it'}`,
        };
      }),
    };
  };
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
      {folded(lights.map(rowOf), fateOf).map((rows) => (
        <ProofRows key={rows[0]!.light} rows={rows} folds={folds} />
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

/** One light in the table. */
interface ProofRow {
  light: string;
  /** What is computed of it in the chosen shot, and when it was last seen to. */
  said: string | null;
  isWrong: boolean;
  /** One for each shot; null where it is not meant for it. */
  cells: readonly { state: ProofState | null; words: string }[];
}

const fateOf = ({ said, cells }: ProofRow): string => JSON.stringify([said, cells]);

/** Lights of which the same is said: one row, or as many as there are when it is opened. */
function ProofRows({ rows, folds }: { rows: readonly ProofRow[]; folds: Folds }) {
  const { names } = useRig();
  const lights = rows.map(({ light }) => light);
  if (rows.length === 1) return <OneRow row={rows[0]!} head={<Head name={names.unit(lights[0]!)} row={rows[0]!} />} />;
  const open = folds.isOpen(lights);
  return (
    <>
      <OneRow row={rows[0]!} head={<FoldHead rows={rows} open={open} onToggle={() => folds.toggle(lights)} />} />
      {open &&
        rows.map((row) => <OneRow key={row.light} row={row} head={<Head name={names.unit(row.light)} row={row} />} />)}
    </>
  );
}

function OneRow({ row, head }: { row: ProofRow; head: ReactNode }) {
  const colours = useColours();
  return (
    <View role="row" style={[styles.row, styles.line, { borderColor: colours.rule }]}>
      {head}
      {row.cells.map(({ state, words }) => (
        <View key={words} role="cell" aria-label={words} style={styles.cell}>
          {state && <Mark state={state} />}
        </View>
      ))}
    </View>
  );
}

function Head({ name, row: { said, isWrong } }: { name: string; row: ProofRow }) {
  return (
    <View role="rowheader" aria-label={[name, said].filter(Boolean).join(': ')} style={styles.name}>
      <Words single>{name}</Words>
      <Said said={said} isWrong={isWrong} />
    </View>
  );
}

interface FoldHeadProps {
  rows: readonly ProofRow[];
  open: boolean;
  onToggle: () => void;
}

function FoldHead({ rows, open, onToggle }: FoldHeadProps) {
  const { names } = useRig();
  const colours = useColours();
  const { count, who, both } = together(
    rows.map(({ light }) => light),
    names,
  );
  const Chevron = open ? ChevronUp : ChevronDown;
  return (
    <View role="rowheader" style={styles.name}>
      <Pressable role="button" aria-label={both} aria-expanded={open} onPress={onToggle} style={styles.fold}>
        <View style={styles.words}>
          <Words as="strong">{count}</Words>
          <Said {...rows[0]!} />
          <Words as="small" tone="quiet">
            {who}
          </Words>
        </View>
        <Chevron size={20} color={colours.quiet} />
      </Pressable>
    </View>
  );
}

const Said = ({ said, isWrong }: Pick<ProofRow, 'said' | 'isWrong'>) =>
  said !== null && (
    <Words as="small" tone={isWrong ? 'fault' : 'quiet'}>
      {said}
    </Words>
  );

const STATES: readonly (readonly [ProofState, string])[] = [
  ['proven', 'proven'],
  ['stale', 'changed since'],
  ['missed', 'missed'],
  ['never', 'never tested'],
];

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
  fold: { flexDirection: 'row', alignItems: 'center', gap: space.tiny, minHeight: TOUCH },
  words: { flex: 1, minWidth: 0 },
  key: { flexDirection: 'row', flexWrap: 'wrap', gap: space.base, paddingTop: space.small },
  marked: { flexDirection: 'row', alignItems: 'center', gap: space.tiny },
});
