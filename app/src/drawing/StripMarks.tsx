import { G } from 'react-native-svg';
import { useColours } from '../theme/Theme';
import type { StripLayout } from '@ergon/core/verdict/lineStrip';
import { EndBar, SegmentMark, StationMark } from './marks';

/** A line along a row: what lies between its stations, the stations over it, and the bar where it stops. */
export function StripMarks({ layout: { stations, segments, barX }, y }: { layout: StripLayout; y: number }) {
  const colours = useColours();
  return (
    <G>
      {segments.map((segment) => (
        <SegmentMark key={segment.x1} segment={segment} colours={colours} />
      ))}
      {stations.map(({ station, x }) => (
        <StationMark key={station.stage} x={x} y={y} state={station.state} colours={colours} />
      ))}
      {barX !== null && <EndBar x={barX} y={y} colours={colours} />}
    </G>
  );
}
