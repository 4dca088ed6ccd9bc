import Check from 'lucide-react-native/icons/check';
import { Pressable, StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { Words } from './Words';
import { pressedBySpace } from './keyPresses';

interface TogglesProps {
  label: string;
  options: readonly { value: string; label: string }[];
  values: readonly string[];
  onChange: (values: string[]) => void;
}

/** Any number of a few, each on or off by itself. */
export function Toggles({ label, options, values, onChange }: TogglesProps) {
  const colours = useColours();
  return (
    <View role="group" aria-label={label} style={styles.row}>
      {options.map((option) => {
        const on = values.includes(option.value);
        const turn = () => onChange(on ? values.filter((one) => one !== option.value) : [...values, option.value]);
        return (
          <Pressable
            key={option.value}
            role="checkbox"
            aria-checked={on}
            aria-label={option.label}
            onPress={turn}
            {...pressedBySpace(turn)}
            style={[styles.option, { borderColor: colours.quiet }]}
          >
            <View style={[styles.box, { borderColor: on ? colours.ink : colours.quiet }]}>
              {on && <Check size={16} color={colours.ink} />}
            </View>
            <Words as={on ? 'strong' : 'body'}>{option.label}</Words>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.tiny },
  option: {
    minHeight: TOUCH,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.tiny,
    paddingHorizontal: space.base,
    borderWidth: 1,
    borderRadius: radius.small,
  },
  box: { width: 20, height: 20, borderWidth: 1, borderRadius: 3, alignItems: 'center', justifyContent: 'center' },
});
