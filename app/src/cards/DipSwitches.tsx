import { StyleSheet, View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';

const WIDTH = 16;
const HEIGHT = 34;
const GAP = 4;
const KNOB = 14;

/** The switches of a unit as they must stand, switch 1 at the left, on at the top. */
export function DipSwitches({ on }: { on: readonly boolean[] }) {
  const colours = useColours();
  const width = on.length * (WIDTH + GAP);
  const spoken = on.map((isOn, index) => `${index + 1} ${isOn ? 'on' : 'off'}`).join(', ');
  return (
    <View role="img" aria-label={`Switches: ${spoken}`} style={styles.box}>
      <Svg width={width} height={HEIGHT} aria-hidden>
        {on.map((isOn, index) => (
          <Switch key={index} x={index * (WIDTH + GAP) + 1} isOn={isOn} ink={colours.ink} />
        ))}
      </Svg>
      <View style={[styles.numbers, { width }]}>
        {on.map((_, index) => (
          <View key={index} style={styles.number}>
            <Words as="small" tone="quiet" align="center">
              {index + 1}
            </Words>
          </View>
        ))}
      </View>
    </View>
  );
}

const Switch = ({ x, isOn, ink }: { x: number; isOn: boolean; ink: string }) => (
  <>
    <Rect x={x} y={1} width={WIDTH - 2} height={HEIGHT - 2} fill="none" stroke={ink} strokeWidth={1.5} />
    <Rect x={x + 2} y={isOn ? 3 : HEIGHT - KNOB - 3} width={WIDTH - 6} height={KNOB} fill={ink} />
  </>
);

const styles = StyleSheet.create({
  box: { alignItems: 'flex-end' },
  numbers: { flexDirection: 'row' },
  number: { width: WIDTH + GAP, paddingRight: GAP },
});
