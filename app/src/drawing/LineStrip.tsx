import { evenly, stripLayout } from '@ergon/core/verdict/lineStrip';
import { STAGES } from '@ergon/core/rig/codes';
import type { SignalLine, Station } from '@ergon/core/verdict/signalLine';
import { memo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import Svg from 'react-native-svg';
import { useColours } from '../theme/Theme';
import { space, TOUCH, type } from '../theme/tokens';
import { Words } from '../components/Words';
import { STATION_NAMES } from '@ergon/core/words/stationWords';
import { StripMarks } from './StripMarks';

interface LineStripProps {
  line: SignalLine;
  width: number;
  /** Opens a station; left out, the line is only a picture. */
  onStation?: (index: number) => void;
  opened?: number | null;
  /** What a station is called for a reader, where it can be touched. */
  labelOf?: (station: Station) => string;
  /** Each station has its name below it. */
  named?: boolean;
}

/** One light's line along the width of a phone, each station something to touch. */
export const LineStrip = memo(function LineStrip({ line, width, onStation, labelOf, opened, named }: LineStripProps) {
  const colours = useColours();
  const xs = evenly(width, STAGES.length);
  const y = TOUCH / 2;
  const layout = stripLayout(line, xs, y);
  const open = opened == null ? undefined : xs[opened];
  const step = width / STAGES.length;
  const height = named ? TOUCH + type.tiny.lineHeight : TOUCH;
  return (
    <View style={{ width, height }}>
      <Svg width={width} height={TOUCH} aria-hidden>
        <StripMarks layout={layout} y={y} />
      </Svg>
      {open !== undefined && <View style={[styles.under, { left: open - 14, backgroundColor: colours.ink }]} />}
      {onStation &&
        layout.stations.map(({ station, x }) => (
          <Pressable
            key={station.stage}
            role="button"
            aria-label={labelOf?.(station)}
            aria-expanded={opened === STAGES.indexOf(station.stage)}
            onPress={() => onStation(STAGES.indexOf(station.stage))}
            style={[styles.station, { left: x - step / 2, width: step, height }]}
          >
            {named && (
              <View style={styles.name}>
                <Words as="tiny" tone={opened === STAGES.indexOf(station.stage) ? 'ink' : 'quiet'} align="center">
                  {STATION_NAMES[station.stage]}
                </Words>
              </View>
            )}
          </Pressable>
        ))}
    </View>
  );
});

const styles = StyleSheet.create({
  station: { position: 'absolute', top: 0 },
  name: { position: 'absolute', left: -space.tiny, right: -space.tiny, bottom: space.tiny },
  under: { position: 'absolute', bottom: 0, width: 28, height: 3 },
});
