import { evenly, stripLayout } from '@ergon/core/verdict/lineStrip';
import { STAGES } from '@ergon/core/rig/codes';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { memo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import Svg from 'react-native-svg';
import { useColours } from '../theme/Theme';
import { TOUCH } from '../theme/tokens';
import { StripMarks } from './StripMarks';
import { stationLabel } from './stationLabel';

interface LineStripProps {
  line: SignalLine;
  width: number;
  /** Opens a station; left out, the line is only a picture. */
  onStation?: (index: number) => void;
  opened?: number | null;
}

/** One light's line along the width of a phone, each station something to touch. */
export const LineStrip = memo(function LineStrip({ line, width, onStation, opened }: LineStripProps) {
  const colours = useColours();
  const xs = evenly(width, STAGES.length);
  const y = TOUCH / 2;
  const layout = stripLayout(line, xs, y);
  const open = opened == null ? undefined : xs[opened];
  return (
    <View style={{ width, height: TOUCH }}>
      <Svg width={width} height={TOUCH} aria-hidden>
        <StripMarks layout={layout} y={y} />
      </Svg>
      {open !== undefined && <View style={[styles.under, { left: open - 14, backgroundColor: colours.ink }]} />}
      {onStation &&
        layout.stations.map(({ station, x }) => (
          <Pressable
            key={station.stage}
            role="button"
            aria-label={stationLabel(station)}
            aria-expanded={opened === STAGES.indexOf(station.stage)}
            onPress={() => onStation(STAGES.indexOf(station.stage))}
            style={[styles.station, { left: x - width / STAGES.length / 2, width: width / STAGES.length }]}
          />
        ))}
    </View>
  );
});

const styles = StyleSheet.create({
  station: { position: 'absolute', top: 0, height: TOUCH },
  under: { position: 'absolute', bottom: 2, width: 28, height: 3 },
});
