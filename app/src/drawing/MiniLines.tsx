import type { LightReadiness, LightState } from '@ergon/core/verdict/readiness';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path } from 'react-native-svg';
import { useColours } from '../theme/Theme';

const STEP = 30;
/** With many lights the lines are shorter, and stand in rows. */
const DENSE_STEP = 18;
const MANY = 18;
const HEIGHT = 20;

/** One small line per light: ticked when proven, whole when computed, cut short when failing, dotted when unknown. */
export function MiniLines({ readiness }: { readiness: readonly LightReadiness[] }) {
  const [width, setWidth] = useState(0);
  const step = readiness.length > MANY ? DENSE_STEP : STEP;
  const columns = Math.max(1, Math.floor(width / step));
  const rows = Math.ceil(readiness.length / columns);
  return (
    <View aria-hidden style={{ minHeight: HEIGHT }} onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      {width > 0 && (
        <Svg width={columns * step} height={rows * HEIGHT}>
          {readiness.map((one, index) => (
            <MiniLine
              key={one.light}
              x={(index % columns) * step + 2}
              top={Math.floor(index / columns) * HEIGHT}
              length={step - 10}
              state={one.state}
            />
          ))}
        </Svg>
      )}
    </View>
  );
}

interface MiniLineProps {
  x: number;
  top: number;
  length: number;
  state: LightState;
}

function MiniLine({ x, top, length, state }: MiniLineProps) {
  const colours = useColours();
  const y = top + HEIGHT / 2 + 2;
  const end = x + length;
  const cut = x + length / 2;
  switch (state) {
    case 'failing':
      return (
        <G>
          <Line x1={x} x2={cut - 1} y1={y} y2={y} stroke={colours.ink} strokeWidth={colours.stroke} />
          <Line x1={cut + 1} x2={cut + 1} y1={y - 7} y2={y + 7} stroke={colours.fault} strokeWidth={3} />
          <Line x1={cut + 5} x2={end + 3} y1={y} y2={y} stroke={colours.faint} strokeWidth={2} strokeDasharray="2 3" />
        </G>
      );
    case 'unknown':
      return <Line x1={x} x2={end} y1={y} y2={y} stroke={colours.ink} strokeWidth={2} strokeDasharray="2 4" />;
    case 'computed':
      return (
        <G>
          <Line x1={x} x2={end} y1={y} y2={y} stroke={colours.ink} strokeWidth={2} />
          <Circle cx={end} cy={y} r={3} fill={colours.ground} stroke={colours.ink} strokeWidth={2} />
        </G>
      );
    case 'proven':
      return (
        <G>
          <Line x1={x} x2={end} y1={y} y2={y} stroke={colours.ink} strokeWidth={colours.stroke} />
          <Circle cx={end} cy={y} r={4} fill={colours.ink} />
          <Path d={`M ${end - 9} ${y - 8} l 4 4 l 7 -7`} stroke={colours.ink} strokeWidth={2} fill="none" />
        </G>
      );
  }
}
