import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Line, Rect } from 'react-native-svg';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { type Axis, type ScaleMarks, shareOf } from './scaleLayout';

const HEIGHT = 32;
/** Radius of the peg; the axis keeps so much free at both ends. */
const PEG = 7;
/** Side of the square. */
const SQUARE = 10;

interface PowerScaleProps {
  axis: Axis;
  marks: ScaleMarks;
  /** Somebody walks for it: its reach is dashed. */
  byHand: boolean;
  /** How bright the room is, on the same axis. */
  room: number | null;
}

/** Where a light stands between its lowest and its highest. */
export function PowerScale({ axis, marks, byHand, room }: PowerScaleProps) {
  const colours = useColours();
  const [width, setWidth] = useState(160);
  const x = (stops: number) => PEG + shareOf(axis, stops) * (width - 2 * PEG);
  const middle = HEIGHT / 2;
  const { reach, aim } = marks;
  return (
    <View style={styles.scale} aria-hidden onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <Svg width={width} height={HEIGHT}>
        {room !== null && <Rect x={0} y={0} width={x(room)} height={HEIGHT} fill={colours.shade} />}
        {axis.ticks.map((tick) => (
          <Line
            key={tick.at}
            x1={x(tick.at)}
            x2={x(tick.at)}
            y1={0}
            y2={HEIGHT}
            stroke={colours.rule}
            strokeWidth={1}
          />
        ))}
        {reach && (
          <Line
            x1={x(reach[0])}
            x2={x(reach[1])}
            y1={middle}
            y2={middle}
            stroke={colours.ink}
            strokeWidth={colours.stroke}
            strokeDasharray={byHand ? '6 5' : undefined}
          />
        )}
        {aim !== null && (
          <Line x1={x(aim)} x2={x(aim)} y1={2} y2={HEIGHT - 2} stroke={colours.ink} strokeWidth={colours.stroke} />
        )}
        <Pegs marks={marks} x={x} />
      </Svg>
    </View>
  );
}

/** A square for what is dialled instead, a disc for what is wanted: open where another, in colour, would take its place. */
function Pegs({ marks: { at, to, dialled }, x }: { marks: ScaleMarks; x: (stops: number) => number }) {
  const colours = useColours();
  const peg = { cy: HEIGHT / 2, r: PEG - 1, stroke: colours.ink, strokeWidth: 2 };
  return (
    <>
      {dialled !== null && (
        <Rect
          x={x(dialled) - SQUARE / 2}
          y={(HEIGHT - SQUARE) / 2}
          width={SQUARE}
          height={SQUARE}
          fill={colours.ground}
          stroke={colours.fault}
          strokeWidth={2}
        />
      )}
      {at !== null && <Circle cx={x(at)} fill={to === null ? colours.ink : colours.ground} {...peg} />}
      {to !== null && <Circle cx={x(to)} fill={colours.act} {...peg} />}
    </>
  );
}

/** The axis over all rows: every second stop by its name. */
export function ScaleHead({ axis }: { axis: Axis }) {
  return (
    <View style={styles.head} aria-hidden>
      {axis.ticks.flatMap(({ at, label }) =>
        label === null
          ? []
          : [
              <View key={at} style={[styles.tick, { left: `${100 * shareOf(axis, at)}%` }]}>
                <Words as="small" tone="quiet" align="center" single>
                  {label}
                </Words>
              </View>,
            ],
      )}
    </View>
  );
}

const TICK_WIDTH = 44;
const styles = StyleSheet.create({
  scale: { flex: 1, minWidth: 0, height: HEIGHT },
  head: { height: 20, marginHorizontal: PEG },
  tick: { position: 'absolute', width: TICK_WIDTH, marginLeft: -TICK_WIDTH / 2, paddingHorizontal: space.hair },
});
