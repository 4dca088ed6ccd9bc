import type { Range } from '@ergon/core/measure/range';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Field } from '../components/Field';
import { space } from '../theme/tokens';

interface RangeFieldProps {
  label: string;
  value: Range | null;
  /** Null when both ends are emptied: not recorded. */
  onChange: (value: Range | null) => void;
}

/** Whole numbers from one to another, both included. What is typed stays until both ends make sense. */
export function RangeField({ label, value, onChange }: RangeFieldProps) {
  const [typed, setTyped] = useState({ from: value ? String(value.from) : '', to: value ? String(value.to) : '' });
  const whole = (text: string) => /^\d{1,4}$/.test(text.trim());
  const empty = typed.from.trim() === '' && typed.to.trim() === '';
  const right = whole(typed.from) && whole(typed.to) && Number(typed.from) <= Number(typed.to);
  const change = (next: typeof typed) => {
    setTyped(next);
    const from = Number(next.from);
    const to = Number(next.to);
    if (next.from.trim() === '' && next.to.trim() === '') onChange(null);
    else if (whole(next.from) && whole(next.to) && from <= to) onChange({ from, to });
  };
  const error = empty || right ? undefined : 'Whole numbers, the first not above the last.';
  return (
    <View style={styles.row}>
      <Field
        label={`${label} from`}
        value={typed.from}
        onChangeText={(from) => change({ ...typed, from })}
        inputMode="numeric"
        error={error}
      />
      <Field
        label={`${label} to`}
        value={typed.to}
        onChangeText={(to) => change({ ...typed, to })}
        inputMode="numeric"
        invalid={error !== undefined}
      />
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: space.base, alignItems: 'flex-start' } });
