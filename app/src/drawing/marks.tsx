import type { Segment } from '@ergon/core/verdict/lineStrip';
import type { StationState } from '@ergon/core/verdict/signalLine';
import { Circle, G, Line, Path } from 'react-native-svg';
import type { Palette } from '../theme/tokens';

/** Shapes of the line drawing. State is shape first: each can be told from the others without colour. */

const STATION_RADIUS = 7;
/** In a row of its own height, where a whole look stands on one screen. */
export const SLIM_RADIUS = 5;

interface MarkProps {
  x: number;
  y: number;
  state: StationState;
  colours: Palette;
  r?: number;
}

/** A station: filled when it works, half filled when at a price, dotted ring when unknown, thin ring when not reached. */
export function StationMark({ x, y, state, colours, r = STATION_RADIUS }: MarkProps) {
  switch (state) {
    case 'none':
      return null;
    case 'ok':
      return <Circle cx={x} cy={y} r={r} fill={colours.ink} />;
    case 'loss':
      return (
        <G>
          <Circle cx={x} cy={y} r={r} fill={colours.ground} stroke={colours.fault} strokeWidth={2} />
          <Path d={`M ${x} ${y - r} A ${r} ${r} 0 0 0 ${x} ${y + r} Z`} fill={colours.fault} />
        </G>
      );
    case 'unknown':
      return (
        <Circle cx={x} cy={y} r={r} fill={colours.ground} stroke={colours.ink} strokeWidth={2} strokeDasharray="2 3" />
      );
    case 'fail':
    case 'beyond':
      return <Circle cx={x} cy={y} r={r - 1} fill={colours.ground} stroke={colours.faint} strokeWidth={2} />;
  }
}

/** The bar at the end of a line that stops. */
export function EndBar({ x, y, colours, half = 12 }: Omit<MarkProps, 'state' | 'r'> & { half?: number }) {
  return <Line x1={x} x2={x} y1={y - half} y2={y + half} stroke={colours.fault} strokeWidth={4} />;
}

export function SegmentMark({ segment, colours }: { segment: Segment; colours: Palette }) {
  const { x1, x2, y, kind } = segment;
  const dash = { whole: undefined, unknown: '4 5', beyond: '2 6' }[kind];
  return (
    <Line
      x1={x1}
      x2={x2}
      y1={y}
      y2={y}
      stroke={kind === 'beyond' ? colours.faint : colours.ink}
      strokeWidth={kind === 'beyond' ? 2 : colours.stroke}
      strokeDasharray={dash}
    />
  );
}
