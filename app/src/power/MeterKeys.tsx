import { FULL_APERTURES } from '@ergon/core/exposure/aperture';
import type { Shown } from '@ergon/core/exposure/reading';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';

/** What a room with flash reads: f/1.4 to f/32. */
const NUMBERS = FULL_APERTURES.filter((number) => number > 1 && number < 40);
const TENTHS = Array.from({ length: 10 }, (_, tenth) => tenth);

interface MeterKeysProps {
  shown: Partial<Shown>;
  onChange: (shown: Partial<Shown>) => void;
}

/** Two touches for a reading: the whole stop, then its tenths. */
export function MeterKeys({ shown, onChange }: MeterKeysProps) {
  return (
    <View style={keyStyles.keys}>
      <View role="radiogroup" aria-label="Whole stop" style={keyStyles.group}>
        {NUMBERS.map((number) => (
          <Key
            key={number}
            label={`f/${number}`}
            chosen={shown.number === number}
            onPress={() => onChange({ ...shown, number })}
          />
        ))}
      </View>
      <View role="radiogroup" aria-label="Tenths" style={keyStyles.group}>
        {TENTHS.map((tenths) => (
          <Key
            key={tenths}
            label={`.${tenths}`}
            spoken={`${tenths} tenths`}
            chosen={shown.tenths === tenths}
            onPress={() => onChange({ ...shown, tenths })}
          />
        ))}
      </View>
    </View>
  );
}

interface KeyProps {
  label: string;
  spoken?: string;
  chosen: boolean;
  onPress: () => void;
}

export function Key({ label, spoken, chosen, onPress }: KeyProps) {
  const colours = useColours();
  return (
    <Pressable
      role="radio"
      aria-checked={chosen}
      aria-label={spoken ?? label}
      onPress={onPress}
      style={[keyStyles.key, { borderColor: colours.quiet, backgroundColor: chosen ? colours.chosen : colours.raised }]}
    >
      <Words as="heading" tone={chosen ? 'onChosen' : 'ink'} align="center">
        {label}
      </Words>
    </Pressable>
  );
}

export const keyStyles = StyleSheet.create({
  keys: { gap: space.base },
  group: { flexDirection: 'row', flexWrap: 'wrap', gap: space.tiny },
  key: {
    flexBasis: '18%',
    flexGrow: 1,
    minHeight: TOUCH,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: 1,
    borderRadius: radius.small,
  },
});
