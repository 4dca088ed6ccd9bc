import { CARRIES, type WayResult } from '@ergon/core/fit/fit';
import { CARRIES_NAMES, triWord } from '@ergon/core/words/fitWording';
import { View } from 'react-native';
import Svg, { Line } from 'react-native-svg';
import { useColours } from '../theme/Theme';

const PART = 18;
const HEIGHT = 14;

/** What a link carries as five short strokes, drawn as lines are: whole, with a gap and an end bar, or dotted. */
export function CarriesMarks({ result }: { result: WayResult | null }) {
  const colours = useColours();
  const y = HEIGHT / 2;
  return (
    <View aria-hidden>
      <Svg width={PART * CARRIES.length} height={HEIGHT}>
        {CARRIES.map((name, index) => {
          const x = index * PART;
          const holds = result ? result.carries[name].holds : false;
          if (holds === false) {
            return (
              <Line key={name} x1={x + 5} x2={x + 5} y1={y - 5} y2={y + 5} stroke={colours.fault} strokeWidth={2} />
            );
          }
          return (
            <Line
              key={name}
              x1={x + 1}
              x2={x + PART - 4}
              y1={y}
              y2={y}
              stroke={colours.ink}
              strokeWidth={holds === true ? 4 : 3}
              strokeDasharray={holds === true ? undefined : '3 3'}
            />
          );
        })}
      </Svg>
    </View>
  );
}

/** The same for a reader. */
export const carriesSpoken = (result: WayResult | null): string =>
  result
    ? CARRIES.map((name) => `${CARRIES_NAMES[name]} ${triWord(result.carries[name].holds)}`).join(', ')
    : 'no link';
