import type { Family } from '@ergon/core/record/family';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Rect } from 'react-native-svg';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

export type Frequencies = NonNullable<Family['frequencies']>;

const HEIGHT = 36;
/** Kept at both ends, so that a channel without a width is seen too, in MHz. */
const EDGE_MHZ = 1;

/** The channels where they lie in the band: each as wide as it is known to be, else a line. */
export function FrequencyBand({ frequencies }: { frequencies: Frequencies }) {
  const colours = useColours();
  const [width, setWidth] = useState(0);
  const halves = frequencies.map(({ channel, mhz, widthMhz }) => ({ channel, mhz, half: (widthMhz ?? 0) / 2 }));
  const from = Math.min(...halves.map(({ mhz, half }) => mhz - half)) - EDGE_MHZ;
  const to = Math.max(...halves.map(({ mhz, half }) => mhz + half)) + EDGE_MHZ;
  const x = (mhz: number) => (width * (mhz - from)) / (to - from);
  const ends = [from + EDGE_MHZ, to - EDGE_MHZ].map((mhz) => `${Math.round(mhz * 1000) / 1000} MHz`);
  return (
    <View
      role="img"
      aria-label={`${frequencies.length} channels from ${ends.join(' to ')}`}
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
    >
      <Svg width={width} height={HEIGHT} aria-hidden>
        <Line x1={0} x2={width} y1={HEIGHT - 1} y2={HEIGHT - 1} stroke={colours.quiet} strokeWidth={2} />
        {halves.map(({ channel, mhz, half }) =>
          half === 0 ? (
            <Line key={channel} x1={x(mhz)} x2={x(mhz)} y1={6} y2={HEIGHT} stroke={colours.ink} strokeWidth={2} />
          ) : (
            <Rect
              key={channel}
              x={x(mhz - half)}
              width={x(mhz + half) - x(mhz - half)}
              y={6}
              height={HEIGHT - 6}
              fill={colours.shade}
              stroke={colours.ink}
              strokeWidth={1}
            />
          ),
        )}
      </Svg>
      <View aria-hidden style={styles.ends}>
        {ends.map((end, at) => (
          <Words key={at} as="small" tone="quiet">
            {end}
          </Words>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  ends: { flexDirection: 'row', justifyContent: 'space-between', gap: space.small },
});
