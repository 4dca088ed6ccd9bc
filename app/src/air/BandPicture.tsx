import type { AirPlan, NetPlan } from '@ergon/core/air/airPlan';
import { isOtherCrew, isPlacedEmitter, type OnAir } from '@ergon/core/record/onAir';
import { type Span, spanOf } from '@ergon/core/rig/emitters';
import type { KitIndex } from '@ergon/core/rig/rig';
import { netSentence, spanText } from '@ergon/core/words/airWording';
import type { Names } from '@ergon/core/words/settingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Rect } from 'react-native-svg';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { bandSegments, placeOf, type Segment } from './bandLayout';

const ROW = 40;
const BAR = 14;
/** A bar is never thinner than this, in px. */
const THINNEST = 4;
/** Narrower than this, in px, a part of the axis has no room for its unit. */
const ROOM_FOR_UNIT = 110;

interface Row {
  key: string;
  name: string;
  detail: string;
  /** Null where the frequency is not recorded. */
  span: Span | null;
  /** Ours: every channel it could have, and where it is before the plan. */
  choices: readonly { span: Span; clear: boolean }[];
  before: Span | null;
}

interface BandPictureProps {
  plan: AirPlan;
  onAir: readonly OnAir[];
  noted: readonly { name: string; mhz: number; widthMhz: number }[];
}

/** The band: ours above the line, everybody else below; what has no recorded frequency stands dotted beside it. */
export function BandPicture({ plan, onAir, noted }: BandPictureProps) {
  const { kit, names } = useRig();
  const [width, setWidth] = useState(0);
  const ours = plan.nets.map(ourRow);
  const theirs = [...onAir.flatMap((entry) => theirRow(entry, kit, names)), ...noted.map(notedRow)].sort(byFrequency);
  const spans = [...ours, ...theirs].flatMap(({ span, choices }) => [
    ...(span ? [span] : []),
    ...choices.map((one) => one.span),
  ]);
  const segments = bandSegments(spans.map(edges), Math.max(1, width));
  if (ours.length + theirs.length === 0) return null;
  const spoken = [
    ...plan.nets.map((net) => netSentence(net, names)),
    ...theirs.map(({ name, detail }) => `${name}: ${detail}.`),
  ];
  return (
    <View
      role="img"
      aria-label={`The band. ${spoken.join(' ')}`}
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
    >
      {ours.map((row) => (
        <BandRow key={row.key} row={row} segments={segments} width={width} ours />
      ))}
      <Axis segments={segments} width={width} />
      {theirs.map((row) => (
        <BandRow key={row.key} row={row} segments={segments} width={width} ours={false} />
      ))}
    </View>
  );
}

/** The lowest first; what has no recorded frequency comes last. */
const byFrequency = (a: Row, b: Row): number => (a.span?.mhz ?? Infinity) - (b.span?.mhz ?? Infinity) || 0;

const edges = ({ mhz, widthMhz }: Span) => ({ from: mhz - widthMhz / 2, to: mhz + widthMhz / 2 });

function ourRow({ net, to, channels }: NetPlan): Row {
  const before = net.now.channel === to.channel ? null : spanOf(net.family, net.now.channel);
  return {
    key: `${net.family.id} ${net.members[0]?.unit ?? ''}`,
    name: net.family.name,
    detail: `${before || net.now.channel !== to.channel ? `channel ${net.now.channel ?? '?'} to ${to.channel}` : `channel ${to.channel ?? 'not recorded'}`}`,
    span: spanOf(net.family, to.channel),
    choices: channels.flatMap(({ channel, troubles }) => {
      const span = spanOf(net.family, channel);
      return span ? [{ span, clear: troubles.length === 0 }] : [];
    }),
    before,
  };
}

function theirRow(entry: OnAir, kit: KitIndex, names: Names): Row[] {
  const base = { key: entry.id, choices: [], before: null };
  if (isPlacedEmitter(entry)) {
    const { name, mhz, widthMhz } = entry;
    const span = mhz == null || widthMhz == null ? null : { mhz, widthMhz };
    return [{ ...base, name, detail: spanText(mhz, widthMhz), span }];
  }
  if (!isOtherCrew(entry)) return [];
  const family = entry.family == null ? undefined : kit.families.get(entry.family);
  const span = family ? spanOf(family, entry.channel ?? null) : null;
  const told = entry.family == null ? 'not told' : `${names.family(entry.family)} ${entry.channel ?? 'not told'}`;
  return [{ ...base, name: entry.name, detail: told, span }];
}

const notedRow = ({ name, mhz, widthMhz }: BandPictureProps['noted'][number], index: number): Row => ({
  key: `noted ${index}`,
  name,
  detail: spanText(mhz, widthMhz),
  span: { mhz, widthMhz },
  choices: [],
  before: null,
});

function BandRow({
  row,
  segments,
  width,
  ours,
}: {
  row: Row;
  segments: readonly Segment[];
  width: number;
  ours: boolean;
}) {
  return (
    <View style={styles.row}>
      <View style={styles.words}>
        <Words as="small" single>
          {row.name}
        </Words>
        <Words as="small" tone="quiet" single>
          {row.detail}
        </Words>
      </View>
      <Marks row={row} segments={segments} width={width} ours={ours} />
    </View>
  );
}

interface MarksProps {
  row: Row;
  segments: readonly Segment[];
  width: number;
  ours: boolean;
}

/** From the top of a row to its bar, in px. */
const TOP = (ROW / 2 - BAR) / 2 + 2;

/** A bar from edge to edge of what is sent, never thinner than can be seen. */
function barOf(segments: readonly Segment[], span: Span): { x: number; width: number } {
  const { from, to } = edges(span);
  const [left, right] = [placeOf(segments, from) ?? 0, placeOf(segments, to) ?? 0];
  const width = Math.max(THINNEST, right - left);
  return { x: (left + right - width) / 2, width };
}

function Marks({ row, segments, width, ours }: MarksProps) {
  const colours = useColours();
  const { before, span } = row;
  return (
    <Svg width={width} height={ROW / 2} aria-hidden>
      <Choices row={row} segments={segments} />
      {before && (
        <Rect
          {...barOf(segments, before)}
          y={TOP + 1}
          height={BAR - 2}
          fill="none"
          stroke={colours.quiet}
          strokeWidth={1.5}
        />
      )}
      {span && (
        <Rect
          {...barOf(segments, span)}
          y={TOP}
          height={BAR}
          fill={ours ? colours.ink : colours.shade}
          stroke={colours.ink}
          strokeWidth={ours ? 0 : 1.5}
        />
      )}
      {!span && (
        <Rect
          x={1}
          y={TOP}
          width={Math.max(0, width - 2)}
          height={BAR}
          fill="none"
          stroke={colours.quiet}
          strokeDasharray="2 5"
        />
      )}
    </Svg>
  );
}

/** A stroke for every channel it could have, a long one where nothing is in the way. */
function Choices({ row: { choices }, segments }: Pick<MarksProps, 'row' | 'segments'>) {
  const colours = useColours();
  return choices.map(({ span: { mhz }, clear }) => (
    <Line
      key={mhz}
      x1={placeOf(segments, mhz) ?? 0}
      x2={placeOf(segments, mhz) ?? 0}
      y1={TOP + BAR}
      y2={TOP + BAR - (clear ? 7 : 3)}
      stroke={clear ? colours.quiet : colours.faint}
      strokeWidth={clear ? 2 : 1}
    />
  ));
}

function Axis({ segments, width }: { segments: readonly Segment[]; width: number }) {
  const colours = useColours();
  return (
    <View>
      <Svg width={width} height={8} aria-hidden>
        {segments.map(({ left, right }) => (
          <Line key={left} x1={left} x2={right} y1={4} y2={4} stroke={colours.ink} strokeWidth={2} />
        ))}
      </Svg>
      <View style={styles.ends}>
        {segments.map(({ left, right, from, to }) => (
          <View key={left} style={{ minWidth: right - left }}>
            <Words as="small" tone="quiet" single>
              {`${Math.ceil(from)}–${Math.floor(to)}${right - left > ROOM_FOR_UNIT ? ' MHz' : ''}`}
            </Words>
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { gap: 0, paddingBottom: space.tiny },
  words: { flexDirection: 'row', justifyContent: 'space-between', gap: space.small },
  ends: { flexDirection: 'row', justifyContent: 'space-between' },
});
