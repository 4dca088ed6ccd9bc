import type { Missed } from '@ergon/core/drill/progress';
import { faultKind } from '@ergon/core/words/drillWording';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { BarChart } from 'react-native-chart-kit';
import { useColours } from '../theme/Theme';
import { type } from '../theme/tokens';

const HEIGHT = 200;

/** Seconds for each second of the best, by kind of fault. The list below says the same, so that a reader skips it. */
export function MissedChart({ missed }: { missed: readonly Missed[] }) {
  const colours = useColours();
  const [width, setWidth] = useState(0);
  const ink = () => colours.ink;
  return (
    <View aria-hidden style={styles.chart} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 && (
        <BarChart
          data={{
            labels: missed.map(({ row }) => faultKind(row)),
            datasets: [{ data: missed.map(({ times }) => Math.round(10 * (times ?? 0)) / 10) }],
          }}
          width={width}
          height={HEIGHT}
          yAxisLabel=""
          yAxisSuffix="×"
          segments={3}
          fromZero
          showValuesOnTopOfBars
          withInnerLines={false}
          chartConfig={{
            backgroundGradientFromOpacity: 0,
            backgroundGradientToOpacity: 0,
            fillShadowGradientFrom: colours.ink,
            fillShadowGradientTo: colours.ink,
            fillShadowGradientFromOpacity: 1,
            fillShadowGradientToOpacity: 1,
            decimalPlaces: 1,
            barPercentage: 0.6,
            color: ink,
            labelColor: () => colours.quiet,
            propsForLabels: { fontSize: type.small.fontSize, fontFamily: type.small.fontFamily },
          }}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({ chart: { minHeight: HEIGHT, maxWidth: 620 } });
