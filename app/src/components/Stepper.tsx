import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import { Pressable, StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { Words } from './Words';

interface StepEndProps {
  label: string;
  way: 'less' | 'more';
  /** Null at the end of the range. */
  onPress: (() => void) | null;
}

/** One step down or up. */
export function StepEnd({ label, way, onPress }: StepEndProps) {
  const colours = useColours();
  const Icon = way === 'less' ? Minus : Plus;
  return (
    <Pressable
      role="button"
      aria-label={`${label}: ${way}`}
      aria-disabled={onPress === null}
      disabled={onPress === null}
      onPress={() => onPress?.()}
      style={({ pressed }) => [
        styles.end,
        { borderColor: colours.quiet },
        (pressed || onPress === null) && styles.pressed,
      ]}
    >
      <Icon size={20} color={colours.ink} />
    </Pressable>
  );
}

export interface StepperProps {
  label: string;
  shown: string;
  onLess: (() => void) | null;
  onMore: (() => void) | null;
}

/** One step down, what it is now, one step up. */
export function Stepper({ label, shown, onLess, onMore }: StepperProps) {
  return (
    <View style={styles.row}>
      <StepEnd label={label} way="less" onPress={onLess} />
      <View style={styles.value}>
        <Words as="heading" align="center">
          {shown}
        </Words>
      </View>
      <StepEnd label={label} way="more" onPress={onMore} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  end: {
    width: TOUCH,
    height: TOUCH,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: 1,
    borderRadius: radius.small,
  },
  value: { minWidth: 72, flexGrow: 1 },
  pressed: { opacity: 0.4 },
});
