import { STAGES } from '@ergon/core/rig/codes';
import { stripLayout } from '@ergon/core/verdict/lineStrip';
import type { Station } from '@ergon/core/verdict/signalLine';
import { StyleSheet } from 'react-native';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { StripMarks } from './StripMarks';
import {
  branchPath,
  type FanLayout,
  type FanRow,
  MOST_CURVES,
  type Trunk,
  TRUNK_STATIONS,
  trunkStations,
} from './lineLayout';
import { EndBar } from './marks';
import Svg, { G, Path } from 'react-native-svg';

interface FanDrawingProps {
  layout: FanLayout;
  /** Lights whose first stations stand on a trunk. */
  inTrunk: ReadonlySet<string>;
  xs: readonly number[];
  width: number;
}

/** The strokes and stations of all lines; names and touches lie over it. */
export function FanDrawing({ layout, inTrunk, xs, width }: FanDrawingProps) {
  const rowOf = new Map(layout.rows.map((row) => [row.line.light.id, row]));
  const height = layout.height + space.wide;
  return (
    <Svg width={width} height={height} aria-hidden style={StyleSheet.absoluteFill}>
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
  const stations = row.line.stations.map((station, index): Station =>
    index < from ? { ...station, state: 'none' } : station,
  );
  return <StripMarks layout={stripLayout({ ...row.line, stations }, xs, row.y)} y={row.y} />;
}

/** The shared part once, then a branch to every row; a branch that never starts is drawn not reached. */
function TrunkLines({ trunk, xs }: { trunk: Trunk; xs: readonly number[] }) {
  const colours = useColours();
  const shared = trunkStations(trunk);
  const first = trunk.rows[0]!;
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
              d={branchPath({ x: leaveX, y: trunk.y }, { x: arriveX, y: row.y }, trunk.rows.length > MOST_CURVES)}
              stroke={stopped ? colours.faint : colours.ink}
              strokeWidth={stopped ? 2 : colours.stroke}
              strokeDasharray={stopped ? '2 6' : unknown ? '4 5' : undefined}
              fill="none"
            />
            {ownGap && <EndBar x={arriveX - 16} y={row.y} colours={colours} />}
          </G>
        );
      })}
      <StripMarks layout={stripLayout({ ...first.line, stations: shared }, xs, trunk.y)} y={trunk.y} />
    </G>
  );
}
