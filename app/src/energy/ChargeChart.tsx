import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { LineChart } from 'react-native-chart-kit';
import { useColours } from '../theme/Theme';
import { type } from '../theme/tokens';
import type { ChargeRow } from './chargeRows';

const HEIGHT = 220;

interface ChargeChartProps {
  rows: readonly ChargeRow[];
  /** The light drawn in full; the others stand behind it. */
  chosen: string;
  /** One for each moment. */
  labels: readonly string[];
}

/** Charge over the evening, one line a light. What it shows stands in the table below, so that a reader skips it. */
export function ChargeChart({ rows, chosen, labels }: ChargeChartProps) {
  const colours = useColours();
  const [width, setWidth] = useState(0);
  const ink = () => colours.ink;
  const faint = () => colours.faint;
  const drawn = [...rows].sort((a, b) => Number(a.light === chosen) - Number(b.light === chosen));
  const datasets = drawn.map(({ light, cells }) => ({
    // Fresh until it first fires.
    data: [100, ...cells.map(({ left }) => Math.round(100 * (left ?? 1)))],
    color: light === chosen ? ink : faint,
    strokeWidth: light === chosen ? colours.stroke : 1,
  }));
  const scale = { data: [0, 100], color: () => 'transparent' };
  return (
    <View aria-hidden style={styles.chart} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 && (
        <LineChart
          data={{ labels: ['', ...labels], datasets: [...datasets, scale] }}
          width={width}
          height={HEIGHT}
          yAxisSuffix=" %"
          segments={4}
          withShadow={false}
          withDots={false}
          withVerticalLines={false}
          chartConfig={{
            backgroundGradientFromOpacity: 0,
            backgroundGradientToOpacity: 0,
            decimalPlaces: 0,
            color: ink,
            labelColor: () => colours.quiet,
            propsForBackgroundLines: { stroke: colours.rule, strokeDasharray: '' },
            propsForLabels: { fontSize: type.small.fontSize, fontFamily: type.small.fontFamily },
          }}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({ chart: { minHeight: HEIGHT, maxWidth: 900 } });
