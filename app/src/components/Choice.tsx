import { Pressable, StyleSheet, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { Words } from './Words';
import { steppedByArrows } from './keyPresses';

interface ChoiceProps<T> {
  label: string;
  options: readonly { value: T; label: string }[];
  value: T | null;
  onChoose: (value: T) => void;
  /** Fills the row; otherwise options keep their own width and wrap. */
  fill?: boolean;
  /** To choose leads on to something else. */
  leaves?: boolean;
}

/** One of a few, all in sight. The chosen one is filled, so that it shows without colour. */
export function Choice<T extends string | number | boolean>({
  label,
  options,
  value,
  onChoose,
  fill,
  leaves,
}: ChoiceProps<T>) {
  const colours = useColours();
  const chosenAt = options.findIndex((option) => option.value === value);
  return (
    <View role="radiogroup" aria-label={label} style={styles.row}>
      {options.map((option, at) => {
        const chosen = at === chosenAt;
        return (
          <Pressable
            key={String(option.value)}
            role="radio"
            // One stop of Tab for the group; arrows go on from there.
            tabIndex={at === Math.max(0, chosenAt) ? 0 : -1}
            aria-checked={chosen}
            aria-label={`${label}: ${option.label}`}
            onPress={() => onChoose(option.value)}
            {...steppedByArrows(at, options.length, (to) => onChoose(options[to]!.value), leaves)}
            style={[
              styles.option,
              fill && styles.fill,
              { borderColor: colours.quiet, backgroundColor: chosen ? colours.chosen : 'transparent' },
            ]}
          >
            <Words as={chosen ? 'strong' : 'body'} tone={chosen ? 'onChosen' : 'ink'} align="center">
              {option.label}
            </Words>
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
    minWidth: TOUCH,
    paddingHorizontal: space.base,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: 1,
    borderRadius: radius.small,
  },
  fill: { flexGrow: 1, flexBasis: 0 },
});
