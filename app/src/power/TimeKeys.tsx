import { THIRD_LABELS } from '@ergon/core/measure/stops';
import { shutterText } from '@ergon/core/words/settingWords';
import { View } from 'react-native';
import { Key, keyStyles } from './MeterKeys';

/** Thirds from one whole stop to the next. */
const THIRDS = 3;
/** What a room asks for: 1/500 to 1 s, in whole stops; labels stand fastest first. */
const FIRST = THIRD_LABELS.indexOf('1/500');
const LAST = THIRD_LABELS.indexOf('1');
const WHOLE = THIRD_LABELS.filter((_, at) => at >= FIRST && at <= LAST && (at - FIRST) % THIRDS === 0);

interface TimeKeysProps {
  time: string | null;
  onChange: (time: string) => void;
}

/** Two touches for a time: the whole stop, then the third after it. */
export function TimeKeys({ time, onChange }: TimeKeysProps) {
  const at = time === null ? -1 : THIRD_LABELS.indexOf(time);
  const whole = at === -1 ? -1 : at - ((at - FIRST) % THIRDS);
  const thirds = whole === -1 ? [] : THIRD_LABELS.slice(whole, whole + THIRDS);
  return (
    <View style={keyStyles.keys}>
      <View role="radiogroup" aria-label="Whole stop" style={keyStyles.group}>
        {WHOLE.map((label) => (
          <Key
            key={label}
            label={shutterText(label)}
            chosen={label === THIRD_LABELS[whole]}
            onPress={() => onChange(label)}
          />
        ))}
      </View>
      {thirds.length > 0 && (
        <View role="radiogroup" aria-label="Third" style={keyStyles.group}>
          {thirds.map((label) => (
            <Key
              key={label}
              label={shutterText(label)}
              spoken={`just ${shutterText(label)}`}
              chosen={label === time}
              onPress={() => onChange(label)}
            />
          ))}
        </View>
      )}
    </View>
  );
}
