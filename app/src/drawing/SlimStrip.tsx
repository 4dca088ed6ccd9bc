import { type Segment, stripLayout } from '@ergon/core/verdict/lineStrip';
import type { SignalLine, Station } from '@ergon/core/verdict/signalLine';
import { memo } from 'react';
import Svg from 'react-native-svg';
import { useColours } from '../theme/Theme';
import { EndBar, SegmentMark, SLIM_RADIUS, StationMark } from './marks';
import type { SlimColumns } from './slimRow';

const HEIGHT = 20;

/** Whole pieces one after another as one stroke: no seam where no station is drawn between them. */
function joined(segments: readonly Segment[]): Segment[] {
  const strokes: Segment[] = [];
  for (const segment of segments) {
    const last = strokes.at(-1);
    if (last?.kind === 'whole' && segment.kind === 'whole') strokes[strokes.length - 1] = { ...last, x2: segment.x2 };
    else strokes.push(segment);
  }
  return strokes;
}

/**
 * One light's line in a row of its own height. What works is a plain stroke to the frame; only what a person has to look at
 * is marked on it.
 */
export const SlimStrip = memo(function SlimStrip({ line, columns }: { line: SignalLine; columns: SlimColumns }) {
  const colours = useColours();
  const y = HEIGHT / 2;
  const { stations, segments, barX } = stripLayout(line, columns.xs, y);
  const last = stations.at(-1)?.station;
  const isMarked = (station: Station) => station.state !== 'ok' || station === last;
  return (
    <Svg width={columns.strip} height={HEIGHT} aria-hidden>
      {joined(segments).map((segment) => (
        <SegmentMark key={segment.x1} segment={segment} colours={colours} />
      ))}
      {stations
        .filter(({ station }) => isMarked(station))
        .map(({ station, x }) => (
          <StationMark key={station.stage} x={x} y={y} state={station.state} colours={colours} r={SLIM_RADIUS} />
        ))}
      {barX !== null && <EndBar x={barX} y={y} colours={colours} half={9} />}
    </Svg>
  );
});
