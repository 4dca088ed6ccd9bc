import { causeChain } from '@ergon/core/shot/causeChain';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { TimelineEvent } from '@ergon/core/shot/timeline';
import type { Names } from '@ergon/core/words/settingWords';
import type { Verdict } from '@ergon/core/verdict/verdict';
import { verdictText } from '@ergon/core/words/wording';
import { chainText } from '@ergon/core/words/workWording';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Line, Rect } from 'react-native-svg';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { ms, type Stretch, type TimeAxis, timeAxis } from './timeAxis';

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
  const colours = useColours();
  const wide = useWide();
  const [stretch, setStretch] = useState<Stretch>('shot');
  const tauUs = shot.curtain.tauUs ?? 3500;
  const openUs = shot.curtain.openUs ?? 5000;
  const axis = timeAxis(width - NAMES, shot, stretch);
  const pulses = shot.timeline.filter((event) => event.kind === 'pulse' && axis.holds(event.atUs));
  const height = TOP + ROW * verdicts.length;
  const left = (us: number) => NAMES + Math.min(width - NAMES, Math.max(0, axis.x(us)));
  const { marks } = axis;
  const stretchOf = (from: number, to: number) => ({ x: left(from), width: Math.max(0, left(to) - left(from)) });
  return (
    <View style={{ gap: space.small }}>
      <Choice
        label="Look at"
        fill={!wide}
        options={STRETCH_OPTIONS}
        value={stretch}
        onChoose={(to) => setStretch(to as Stretch)}
      />
      <View role="img" aria-label={spoken(verdicts, shot, names)} style={{ width, height }}>
        <Svg width={width} height={height} aria-hidden style={{ position: 'absolute' }}>
          <Rect {...stretchOf(0, tauUs + openUs)} y={TOP} height={height - TOP} fill={colours.shade} />
          {openUs > tauUs && <Rect {...stretchOf(tauUs, openUs)} y={TOP} height={height - TOP} fill={colours.open} />}
          {[0, tauUs + openUs].filter(axis.holds).map((us) => (
            <Line key={us} x1={left(us)} x2={left(us)} y1={TOP} y2={height} stroke={colours.quiet} strokeWidth={1} />
          ))}
          {verdicts.map((verdict, index) => {
            const y = TOP + ROW * (index + 0.5);
            return (
              <G key={verdict.unit}>
                {outside(verdict, axis) === null && (
                  <Line x1={NAMES} x2={width} y1={y} y2={y} stroke={colours.rule} strokeWidth={1} />
                )}
                {pulses
                  .filter((pulse) => pulse.unit === verdict.unit)
                  .map((pulse) => (
                    <Pulse
                      key={`${pulse.pulse}${pulse.atUs}`}
                      pulse={pulse}
                      x={left(pulse.atUs)}
                      y={y}
                      verdict={verdict}
                    />
                  ))}
              </G>
            );
          })}
        </Svg>
        {marks.map((mark, index) => (
          <View
            key={mark.us}
            style={{
              position: 'absolute',
              top: 0,
              left: left(mark.us) - (index === marks.length - 1 ? 60 : 20),
              width: index === marks.length - 1 ? 66 : 40,
            }}
          >
            <Words as="small" tone="quiet" align={index === marks.length - 1 ? 'right' : 'center'}>
              {mark.words}
            </Words>
          </View>
        ))}
        {verdicts.map((verdict, index) => (
          <View
            key={verdict.unit}
            style={{ position: 'absolute', top: TOP + ROW * (index + 0.5) - 11, left: 0, width: NAMES }}
          >
            <Words as="strong" single>
              {names.unit(verdict.unit)}
            </Words>
          </View>
        ))}
        {verdicts
          .map((verdict, index) => ({ verdict, index }))
          .map((row) => ({ ...row, words: outside(row.verdict, axis) }))
          .filter(({ words }) => words !== null)
          .map(({ verdict, index, words }) => (
            <View
              key={verdict.unit}
              style={{
                position: 'absolute',
                top: TOP + ROW * (index + 0.5) - 11,
                left: NAMES,
                width: width - NAMES,
              }}
            >
              <Words as="small" tone={verdict.verdict === 'in-sync' ? 'quiet' : 'fault'} align="center">
                {words}
              </Words>
            </View>
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

/** What is said in a row without a pulse in sight. */
function outside({ verdict, atUs }: Verdict, axis: TimeAxis): string | null {
  if (verdict === 'silent') return 'nothing heard';
  if (atUs === null || axis.holds(atUs)) return null;
  return atUs < 0 ? 'before the shutter' : 'later';
}

/** What set each light off, link by link. */
function Causes({ verdicts, shot, names }: Pick<TimeLineProps, 'verdicts' | 'shot' | 'names'>) {
  const [open, setOpen] = useState(false);
  return (
    <View style={{ gap: space.small, maxWidth: 720 }}>
      <Button
        label={open ? 'Close the causes' : 'What sets each light off'}
        expanded={open}
        onPress={() => setOpen(!open)}
      />
      {open && (
        <View role="list" aria-label="Causes" style={{ gap: space.small }}>
          {verdicts.map(({ unit }) => (
            <View role="listitem" key={unit}>
              <Words as="strong">{names.unit(unit)}</Words>
              <Words as="small" tone="quiet">
                {chainText(causeChain(shot, unit), names)}
              </Words>
            </View>
          ))}
        </View>
      )}
    </View>
  );
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
