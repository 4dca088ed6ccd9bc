import { type Control, Controller, type FieldPath, type FieldValues } from 'react-hook-form';
import { Field, type FieldProps } from './Field';
import { faultSentence } from './faultSentence';

interface FormFieldProps<T extends FieldValues> extends Omit<
  FieldProps,
  'value' | 'onChangeText' | 'onBlur' | 'error'
> {
  control: Control<T>;
  name: FieldPath<T>;
}

/** One typed field of a form, with what its schema has against it. */
export function FormField<T extends FieldValues>({ control, name, ...shown }: FormFieldProps<T>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange, onBlur }, fieldState }) => (
        <Field
          {...shown}
          value={(value as string | undefined) ?? ''}
          onChangeText={onChange}
          onBlur={onBlur}
          error={faultSentence(fieldState.error?.message)}
        />
      )}
    />
  );
}
