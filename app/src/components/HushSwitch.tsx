import Moon from 'lucide-react-native/icons/moon';
import { Pressable, StyleSheet, View } from 'react-native';
import { useTheme } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { pressedBySpace } from './keyPresses';
import { Words } from './Words';

/** Dark at once, from everywhere: nobody looks for a setting while speeches are held. */
export function HushSwitch() {
  const { name, colours, turnHush } = useTheme();
  const isOn = name === 'hush';
  return (
    <View role="region" aria-label="Light around you">
      <Pressable
        role="switch"
        aria-checked={isOn}
        aria-label="Hush"
        onPress={turnHush}
        {...pressedBySpace(turnHush)}
        style={styles.switch}
      >
        <Moon size={20} color={isOn ? colours.ink : colours.quiet} fill={isOn ? colours.ink : 'none'} />
        <Words as="tiny" tone={isOn ? 'ink' : 'quiet'} align="center">
          Hush
        </Words>
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  switch: {
    minWidth: TOUCH,
    minHeight: TOUCH,
    alignItems: 'center',
    justifyContent: 'center',
    gap: space.hair,
  },
});
