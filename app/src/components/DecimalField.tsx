import { useState } from 'react';
import { Field } from './Field';

interface DecimalFieldProps {
  label: string;
  value: number | null;
  /** Null when it is emptied: not recorded. */
  onChange: (value: number | null) => void;
}

const DECIMAL = /^\d+(?:[.,]\d+)?$/;

/** A number with or without a fraction. What is typed stays as it is typed; it counts once it is a number. */
export function DecimalField({ label, value, onChange }: DecimalFieldProps) {
  const [typed, setTyped] = useState(value === null ? '' : String(value));
  const text = typed.trim();
  const change = (next: string) => {
    setTyped(next);
    const written = next.trim();
    if (written === '') onChange(null);
    else if (DECIMAL.test(written)) onChange(Number(written.replace(',', '.')));
  };
  return (
    <Field
      label={label}
      value={typed}
      onChangeText={change}
      inputMode="decimal"
      error={text === '' || DECIMAL.test(text) ? undefined : 'Write a number, such as 2.5.'}
    />
  );
}
