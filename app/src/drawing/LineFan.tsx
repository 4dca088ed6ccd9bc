import { STAGES } from '@ergon/core/rig/codes';
import type { SignalLine, Station } from '@ergon/core/verdict/signalLine';
import { gapText } from '@ergon/core/words/findingWording';
import type { Names } from '@ergon/core/words/settingWords';
import { lineSentence } from '@ergon/core/words/wording';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { branchPath, evenly, fanLayout, type FanRow, MOST_CURVES, stripLayout, type Trunk, TRUNK_STATIONS, trunkStations } from './lineLayout';
import { airSummary, powerSummary, purposeOf } from './lineSummary';
import { EndBar, SegmentMark, StationMark } from './marks';
import { stationLabel } from './stationLabel';
import Svg, { G, Path } from 'react-native-svg';

const ROW = 78;
const MIDDLE = ROW / 2;
const TOP = 30;
const NAMES_WIDTH = 148;
const POWER_WIDTH = 84;
const HIT = 40;

interface LineFanProps {
  lines: readonly SignalLine[];
  width: number;
  names: Names;
  /** What each light's line says of its channel. */
  sender: (id: string) => { channel?: number | null; networkId?: number | null } | undefined;
  selected: { light: string; station: number } | null;
  onSelect: (light: string, station: number) => void;
}

/** All lines of a shot side by side: shared where they share a sender, parting after it. */
export function LineFan({ lines, width, names, sender, selected, onSelect }: LineFanProps) {
  const xs = evenly(width - NAMES_WIDTH - POWER_WIDTH, STAGES.length).map((x) => x + NAMES_WIDTH);
  const layout = fanLayout(lines, ROW, TOP);
  const inTrunk = new Set(layout.trunks.flatMap((trunk) => trunk.rows.map((row) => row.line.light.id)));
  const rowOf = new Map(layout.rows.map((row) => [row.line.light.id, row]));
  return (
    <View style={{ width, height: layout.height + space.wide }}>
      <Svg width={width} height={layout.height + space.wide} aria-hidden style={StyleSheet.absoluteFill}>
        {layout.rows.map((row) => (
          <G key={row.line.light.id}>
            {row.line.watches.map((id) => {
              const seen = rowOf.get(id);
              return seen && <Watch key={id} from={seen} to={row} xs={xs} />;
            })}
            <Row row={row} xs={xs} from={inTrunk.has(row.line.light.id) ? TRUNK_STATIONS : 0} />
          </G>
        ))}
        {layout.trunks.map((trunk) => (
          <TrunkLines key={trunk.sender} trunk={trunk} xs={xs} />
        ))}
      </Svg>
      {STAGES.map((stage, index) => (
        <View key={stage} style={[styles.stage, { left: xs[index]! - HIT }]}>
          <Words as="small" tone="quiet" align="center">
            {stage}
          </Words>
        </View>
      ))}
      {layout.trunks.map((trunk) => (
        <TrunkTouch
          key={trunk.sender}
          trunk={trunk}
          xs={xs}
          names={names}
          sender={sender(trunk.sender)}
          selected={selected}
          onSelect={onSelect}
        />
      ))}
      {layout.rows.map((row) => {
        const { light } = row.line;
        const shared = inTrunk.has(light.id);
        return (
          <View
            key={light.id}
            role="group"
            aria-label={lineSentence(row.line, names)}
            style={[styles.row, { top: row.y - MIDDLE, width }]}
          >
            <View style={[styles.name, { top: MIDDLE - 24 }]}>
              <Words as="strong">{names.unit(light.id)}</Words>
              <Words as="small" tone="quiet" single>
                {purposeOf(row.line)}
              </Words>
            </View>
            <View style={[styles.power, { top: MIDDLE - 12 }]}>
              <Words as="strong" align="right">
                {powerSummary(row.line)}
              </Words>
            </View>
            {row.line.fault && (
              <View style={[styles.gap, { top: MIDDLE + 18, right: POWER_WIDTH + space.small }]}>
                <Words as="small" tone="fault" align="right">
                  {gapText(row.line.fault, names)}
                </Words>
              </View>
            )}
            {!shared &&
              row.line.sender === null &&
              row.line.watches.length === 0 &&
              airSummary(row.line, undefined) !== '' && (
                <View style={[styles.label, { left: xs[3]! - 70, top: MIDDLE - 26 }]}>
                  <Words as="small" tone="quiet" align="center">
                    {airSummary(row.line, undefined)}
                  </Words>
                </View>
              )}
            {row.line.stations.map((station, index) =>
              station.state === 'none' || (shared && index < TRUNK_STATIONS) ? null : (
                <Touch
                  key={station.stage}
                  x={xs[index]!}
                  y={MIDDLE}
                  label={`${names.unit(light.id)}: ${stationLabel(station)}`}
                  chosen={selected?.light === light.id && selected.station === index}
                  onPress={() => onSelect(light.id, index)}
                />
              ),
            )}
          </View>
        );
      })}
    </View>
  );
}

/** From the light an eye watches to the eye. */
function Watch({ from, to, xs }: { from: FanRow; to: FanRow; xs: readonly number[] }) {
  const colours = useColours();
  const x1 = xs.at(-1)!;
  const x2 = xs[STAGES.indexOf('air')]!;
  const middle = (from.y + to.y) / 2;
  return (
    <Path
      d={`M ${x1} ${from.y} C ${x1 + 26} ${middle}, ${x2} ${middle}, ${x2} ${to.y}`}
      stroke={colours.quiet}
      strokeWidth={1.5}
      strokeDasharray="2 4"
      fill="none"
    />
  );
}

function Row({ row, xs, from }: { row: FanRow; xs: readonly number[]; from: number }) {
  const colours = useColours();
  const { stations, segments, barX } = layoutFrom(row, xs, from);
  return (
    <G>
      {segments.map((segment) => (
        <SegmentMark key={segment.x1} segment={segment} colours={colours} />
      ))}
      {stations.map(({ station, x }) => (
        <StationMark key={station.stage} x={x} y={row.y} state={station.state} colours={colours} />
      ))}
      {barX !== null && <EndBar x={barX} y={row.y} colours={colours} />}
    </G>
  );
}

function layoutFrom(row: FanRow, xs: readonly number[], from: number) {
  const stations = row.line.stations.map((station, index): Station =>
    index < from ? { ...station, state: 'none' } : station,
  );
  return stripLayout({ ...row.line, stations }, xs, row.y);
}

/** The shared part once, then a branch to every row; a branch that never starts is drawn not reached. */
function TrunkLines({ trunk, xs }: { trunk: Trunk; xs: readonly number[] }) {
  const colours = useColours();
  const shared = trunkStations(trunk);
  const first = trunk.rows[0]!;
  const { stations, segments, barX } = stripLayout({ ...first.line, stations: shared }, xs, trunk.y);
  const leaveX = xs[TRUNK_STATIONS - 1]!;
  const arriveX = xs[TRUNK_STATIONS]!;
  return (
    <G>
      {trunk.rows.map((row) => {
        const stopped = row.line.stations.slice(0, TRUNK_STATIONS).some((station) => station.state === 'fail');
        const unknown = row.line.stations.slice(0, TRUNK_STATIONS + 1).some((station) => station.state === 'unknown');
        const ownGap = stopped && !shared.some((station) => station.state === 'fail');
        return (
          <G key={row.line.light.id}>
            <Path
              d={branchPath(leaveX, trunk.y, arriveX, row.y, trunk.rows.length > MOST_CURVES)}
              stroke={stopped ? colours.faint : colours.ink}
              strokeWidth={stopped ? 2 : colours.stroke}
              strokeDasharray={stopped ? '2 6' : unknown ? '4 5' : undefined}
              fill="none"
            />
            {ownGap && <EndBar x={arriveX - 16} y={row.y} colours={colours} />}
          </G>
        );
      })}
      {segments.map((segment) => (
        <SegmentMark key={segment.x1} segment={segment} colours={colours} />
      ))}
      {stations.map(({ station, x }) => (
        <StationMark key={station.stage} x={x} y={trunk.y} state={station.state} colours={colours} />
      ))}
      {barX !== null && <EndBar x={barX} y={trunk.y} colours={colours} />}
    </G>
  );
}

interface TrunkTouchProps {
  trunk: Trunk;
  xs: readonly number[];
  names: Names;
  sender: ReturnType<LineFanProps['sender']>;
  selected: LineFanProps['selected'];
  onSelect: LineFanProps['onSelect'];
}

/** The trunk's stations stand for every line on it; its first light opens them. */
function TrunkTouch({ trunk, xs, names, sender, selected, onSelect }: TrunkTouchProps) {
  const first = trunk.rows[0]!.line;
  const onTrunk = trunk.rows.some((row) => row.line.light.id === selected?.light);
  return (
    <View
      role="group"
      aria-label={`${names.unit(trunk.sender)}, ${trunk.rows.length} lights`}
      style={[styles.row, { top: trunk.y - MIDDLE, width: xs[TRUNK_STATIONS]! }]}
    >
      <View style={[styles.label, { left: xs[1]! - 70, top: MIDDLE - 44 }]}>
        <Words as="small" tone="quiet" align="center">
          {`${names.unit(trunk.sender)}\n${airSummary(first, sender)}`}
        </Words>
      </View>
      {trunkStations(trunk).map((station, index) => (
        <Touch
          key={station.stage}
          x={xs[index]!}
          y={MIDDLE}
          label={`${names.unit(trunk.sender)}: ${stationLabel(station)}`}
          chosen={onTrunk && selected?.station === index}
          onPress={() => onSelect(onTrunk ? selected!.light : first.light.id, index)}
        />
      ))}
    </View>
  );
}

function Touch({
  x,
  y,
  label,
  chosen,
  onPress,
}: {
  x: number;
  y: number;
  label: string;
  chosen: boolean;
  onPress: () => void;
}) {
  const colours = useColours();
  return (
    <Pressable
      role="button"
      aria-label={label}
      aria-pressed={chosen}
      onPress={onPress}
      style={[styles.touch, { left: x - HIT / 2, top: y - HIT / 2, borderColor: chosen ? colours.ink : 'transparent' }]}
    />
  );
}

const styles = StyleSheet.create({
  row: { position: 'absolute', left: 0, height: ROW, pointerEvents: 'box-none' },
  stage: { position: 'absolute', top: 0, width: HIT * 2 },
  name: { position: 'absolute', left: 0, width: NAMES_WIDTH },
  power: { position: 'absolute', right: 0, width: POWER_WIDTH },
  gap: { position: 'absolute', width: 320 },
  label: { position: 'absolute', width: 140 },
  touch: { position: 'absolute', width: HIT, height: HIT, borderRadius: HIT / 2, borderWidth: 2 },
});
