import { create } from 'qrcode';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { palettes, radius } from '../theme/tokens';

/** Modules of light around a code, which a camera needs to find it. */
const QUIET_ZONE = 4;
const SIDE = 232;
/** The same in every theme: a camera reads dark on light. */
const { raised: light, ink: dark } = palettes.desk;

/** An address another phone's camera can read. */
export function QrCode({ text, label }: { text: string; label: string }) {
  const { size, data } = create(text, { errorCorrectionLevel: 'M' }).modules;
  const whole = size + 2 * QUIET_ZONE;
  const path = Array.from(data, (isDark, at) =>
    isDark ? `M${(at % size) + QUIET_ZONE} ${Math.floor(at / size) + QUIET_ZONE}h1v1h-1z` : '',
  ).join('');
  return (
    <View role="img" aria-label={label} style={styles.code}>
      <Svg width={SIDE} height={SIDE} viewBox={`0 0 ${whole} ${whole}`}>
        <Path d={path} fill={dark} />
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  code: { width: SIDE, height: SIDE, alignSelf: 'center', backgroundColor: light, borderRadius: radius.small },
});
