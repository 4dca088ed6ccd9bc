import type { Shot } from '@ergon/core/shot/lightRun';
import type { TimelineEvent } from '@ergon/core/shot/timeline';
import type { Verdict } from '@ergon/core/verdict/verdict';
import type { Names } from '@ergon/core/words/settingWords';
import { shortText, verdictText } from '@ergon/core/words/wording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { Causes } from './Causes';
import { drawnCurtain, ms, type Stretch, type TimeAxis, timeAxis } from './timeAxis';
import Svg, { G, Line, Rect } from 'react-native-svg';

const ROW = 34;
const TOP = 26;
const NAMES = 76;

const STRETCH_OPTIONS = [
  { value: 'shot', label: 'all' },
  { value: 'before', label: 'before' },
  { value: 'shutter', label: 'shutter' },
  { value: 'pulses', label: 'pulses' },
] as const;

interface TimeLineProps {
  /** In the order of their rows. */
  verdicts: readonly Verdict[];
  shot: Shot;
  names: Names;
  width: number;
}

/** One shot in milliseconds: when each light's pulses came against the curtains, whole or looked at more closely. */
export function TimeLine({ verdicts, shot, names, width }: TimeLineProps) {
  const wide = useWide();
  const [stretch, setStretch] = useState<Stretch>('shot');
  const axis = timeAxis(width - NAMES, shot, stretch);
  const { tauUs, openUs } = drawnCurtain(shot);
  const height = TOP + ROW * verdicts.length;
  const left = (us: number) => NAMES + Math.min(width - NAMES, Math.max(0, axis.x(us)));
  return (
    <View style={styles.box}>
      <Choice
        label="Look at"
        fill={!wide}
        options={STRETCH_OPTIONS}
        value={stretch}
        onChoose={(to) => setStretch(to as Stretch)}
      />
      <View role="img" aria-label={spoken(verdicts, shot, names)} style={{ width, height }}>
        <Strokes verdicts={verdicts} shot={shot} axis={axis} left={left} width={width} />
        {axis.marks.map((mark, index) => (
          <Mark key={mark.us} words={mark.words} at={left(mark.us)} isLast={index === axis.marks.length - 1} />
        ))}
        {verdicts.map((verdict, index) => (
          <RowWords key={verdict.unit} verdict={verdict} index={index} axis={axis} names={names} />
        ))}
      </View>
      <Words as="small" tone="quiet">
        {openUs > tauUs
          ? 'Shaded: curtains moving. Bright: the whole frame is open.'
          : 'Shaded: curtains moving. The whole frame is never open at once.'}
      </Words>
      <Causes verdicts={verdicts} shot={shot} names={names} />
    </View>
  );
}

interface StrokesProps extends Pick<TimeLineProps, 'verdicts' | 'shot' | 'width'> {
  axis: TimeAxis;
  /** Where a time stands, from the left. */
  left: (us: number) => number;
}

/** The curtains as shades, a level line for each light, and its pulses on it. */
function Strokes({ verdicts, shot, axis, left, width }: StrokesProps) {
  const colours = useColours();
  const { tauUs, openUs } = drawnCurtain(shot);
  const height = TOP + ROW * verdicts.length;
  const pulses = shot.timeline.filter((event) => event.kind === 'pulse' && axis.holds(event.atUs));
  const shade = (from: number, to: number) => ({
    x: left(from),
    width: Math.max(0, left(to) - left(from)),
    y: TOP,
    height: height - TOP,
  });
  return (
    <Svg width={width} height={height} aria-hidden style={StyleSheet.absoluteFill}>
      <Rect {...shade(0, tauUs + openUs)} fill={colours.shade} />
      {openUs > tauUs && <Rect {...shade(tauUs, openUs)} fill={colours.open} />}
      {edgesOf(tauUs, openUs)
        .filter(axis.holds)
        .map((us) => (
          <Line key={us} x1={left(us)} x2={left(us)} y1={TOP} y2={height} stroke={colours.quiet} strokeWidth={1} />
        ))}
      {verdicts.map((verdict, index) => {
        const y = middleOf(index);
        return (
          <G key={verdict.unit}>
            {isInSight(verdict, axis) && (
              <Line x1={NAMES} x2={width} y1={y} y2={y} stroke={colours.rule} strokeWidth={1} />
            )}
            {pulses
              .filter((pulse) => pulse.unit === verdict.unit)
              .map((pulse) => (
                <Pulse key={`${pulse.pulse}${pulse.atUs}`} pulse={pulse} x={left(pulse.atUs)} y={y} verdict={verdict} />
              ))}
          </G>
        );
      })}
    </Svg>
  );
}

/** Where a shade ends another begins: told by a line, since in the dark the shades are too close to each other. */
const edgesOf = (tauUs: number, openUs: number): number[] => [
  ...new Set([0, ...(openUs > tauUs ? [tauUs, openUs] : []), tauUs + openUs]),
];

const isInSight = ({ verdict, atUs }: Verdict, axis: TimeAxis): boolean =>
  verdict !== 'silent' && (atUs === null || axis.holds(atUs));

const middleOf = (row: number): number => TOP + ROW * (row + 0.5);

/** A time on the axis; the last one says the unit, and so is wider. */
function Mark({ words, at, isLast }: { words: string; at: number; isLast: boolean }) {
  return (
    <View style={[styles.mark, isLast ? { left: at - 60, width: 66 } : { left: at - 20, width: 40 }]}>
      <Words as="small" tone="quiet" align={isLast ? 'right' : 'center'}>
        {words}
      </Words>
    </View>
  );
}

interface RowWordsProps {
  verdict: Verdict;
  index: number;
  axis: TimeAxis;
  names: Names;
}

/** Whose row it is, and what is said where no pulse of it is in sight. */
function RowWords({ verdict, index, axis, names }: RowWordsProps) {
  const words = outside(verdict, axis, names);
  const colours = useColours();
  return (
    <View style={[styles.words, { top: middleOf(index) - 11 }]}>
      <View style={styles.name}>
        <Words as="strong" single>
          {names.unit(verdict.unit)}
        </Words>
      </View>
      {words !== null && (
        <View style={styles.outside}>
          {/* On a ground of its own: the edges of the shades would run through the letters. */}
          <View style={[styles.plate, { backgroundColor: colours.shade }]}>
            <Words as="small" tone={verdict.verdict === 'in-sync' ? 'quiet' : 'fault'} align="center" single>
              {words}
            </Words>
          </View>
        </View>
      )}
    </View>
  );
}

/** What is said in a row without a pulse in sight: for a light that stays dark, why it does. */
function outside(one: Verdict, axis: TimeAxis, names: Names): string | null {
  const { verdict, atUs } = one;
  if (verdict === 'silent') return shortText(one, names);
  if (atUs === null || axis.holds(atUs)) return null;
  return atUs < 0 ? 'before the shutter' : 'later';
}

function Pulse({ pulse, x, y, verdict }: { pulse: TimelineEvent; x: number; y: number; verdict: Verdict }) {
  const colours = useColours();
  if (pulse.pulse !== 'main')
    return <Line x1={x} x2={x} y1={y - 6} y2={y + 6} stroke={colours.quiet} strokeWidth={2} />;
  const right = verdict.verdict === 'in-sync' || verdict.verdict === 'unknown';
  const dash = pulse.possible ? '3 3' : undefined;
  return (
    <Line
      x1={x}
      x2={x}
      y1={y - 12}
      y2={y + 12}
      stroke={right ? colours.ink : colours.fault}
      strokeWidth={5}
      strokeDasharray={dash}
    />
  );
}

const spoken = (verdicts: readonly Verdict[], shot: Shot, names: Names): string =>
  `Shot by ${names.unit(shot.body.id)}. ${verdicts
    .map(
      (verdict) =>
        `${names.unit(verdict.unit)} ${verdictText(verdict)}${verdict.atUs === null ? '' : ` at ${ms(verdict.atUs)} milliseconds`}`,
    )
    .join('. ')}.`;

const styles = StyleSheet.create({
  box: { gap: space.small },
  mark: { position: 'absolute', top: 0 },
  words: { position: 'absolute', left: 0, right: 0, flexDirection: 'row' },
  name: { width: NAMES },
  outside: { flex: 1 },
  plate: { alignSelf: 'center', paddingHorizontal: space.tiny },
});
