import { CARRIES, type WayResult } from '@ergon/core/fit/fit';
import type { Names } from '@ergon/core/words/settingWords';
import { CARRIES_NAMES, CARRIES_SHORT, triWord, wayText } from '@ergon/core/words/fitWording';
import { StyleSheet, View } from 'react-native';
import Svg, { Line } from 'react-native-svg';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { type } from '../theme/tokens';
import type { Pair } from './pair';

/** Room for one mark: the longest name over it stands between two short ones, in the row above theirs. */
const PART = 30;
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
              <Line
                key={name}
                x1={x + PART / 2}
                x2={x + PART / 2}
                y1={y - 5}
                y2={y + 5}
                stroke={colours.fault}
                strokeWidth={2}
              />
            );
          }
          return (
            <Line
              key={name}
              x1={x + 1}
              x2={x + PART - 5}
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

/** What the marks stand for, over them, in two rows. */
export const CarriesNames = () => (
  <View aria-hidden style={styles.names}>
    {CARRIES.map((name, index) => (
      <View
        key={name}
        style={[styles.name, { left: PART * (index - 1), top: index % 2 === 0 ? type.tiny.lineHeight : 0 }]}
      >
        <Words as="tiny" tone="quiet" align="center">
          {CARRIES_SHORT[name]}
        </Words>
      </View>
    ))}
  </View>
);

/** "Light 3 with Body 2: on Plover from Sender 1. fires yes, power yes, …", for a reader. */
export const pairSpoken = (result: WayResult | null, { flash, body }: Pair, names: Names): string =>
  `${names.unit(flash)} with ${names.unit(body)}: ${result ? wayText(result.way, names) : 'no link'}. ${carriesSpoken(result)}`;

const carriesSpoken = (result: WayResult | null): string =>
  result
    ? CARRIES.map((name) => `${CARRIES_NAMES[name]} ${triWord(result.carries[name].holds)}`).join(', ')
    : 'no link';

const styles = StyleSheet.create({
  names: { width: PART * CARRIES.length, height: 2 * type.tiny.lineHeight },
  name: { position: 'absolute', width: 3 * PART },
});
