import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { space } from '../theme/tokens';
import { Field } from './Field';
import { StepEnd } from './Stepper';
import { Words } from './Words';

interface NumberFieldProps {
  label: string;
  /** Both ends included. */
  from: number;
  to: number;
  /** What a press of a button adds; of a fraction, fractions may be typed too. */
  step?: number;
  value: number | null;
  onChange: (value: number) => void;
}

const WHOLE = /^\d+$/;
const DECIMAL = /^\d+([.,]\d+)?$/;

/** A number typed or stepped. What is typed stays until it is right, with what is wrong beside it. */
export function NumberField({ label, from, to, step = 1, value, onChange }: NumberFieldProps) {
  const [typed, setTyped] = useState(value === null ? '' : String(value));
  const [shownValue, setShownValue] = useState(value);
  // Another value from outside, an undo perhaps, takes the place of what was typed.
  if (shownValue !== value) {
    setShownValue(value);
    setTyped(value === null ? '' : String(value));
  }
  const number = Number(typed.replace(',', '.'));
  const shape = Number.isInteger(step) ? WHOLE : DECIMAL;
  const wrong = typed !== '' && (!shape.test(typed) || number < from || number > to);
  const commit = () => {
    if (typed !== '' && !wrong && number !== value) onChange(number);
  };
  return (
    <View style={styles.field}>
      <View style={styles.row}>
        <StepEnd
          label={label}
          way="less"
          onPress={value !== null && value > from ? () => onChange(Math.max(from, value - step)) : null}
        />
        <Field
          label={label}
          value={typed}
          onChangeText={setTyped}
          onBlur={commit}
          onSubmitEditing={commit}
          inputMode={Number.isInteger(step) ? 'numeric' : 'decimal'}
          centred
          hideLabel
          invalid={wrong}
        />
        <StepEnd
          label={label}
          way="more"
          onPress={
            value === null ? () => onChange(from) : value < to ? () => onChange(Math.min(to, value + step)) : null
          }
        />
      </View>
      {wrong && (
        <Words as="small" tone="fault" live>
          {`Between ${from} and ${to}.`}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  field: { gap: space.tiny },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.small },
});
