import { useId, useState } from 'react';
import { StyleSheet, TextInput, type TextInputProps, View } from 'react-native';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH, type } from '../theme/tokens';
import { ShowSecret } from './ShowSecret';
import { Words } from './Words';

export interface FieldProps extends Pick<
  TextInputProps,
  | 'value'
  | 'onChangeText'
  | 'onBlur'
  | 'onSubmitEditing'
  | 'inputMode'
  | 'secureTextEntry'
  | 'autoComplete'
  | 'maxLength'
  | 'placeholder'
  | 'autoFocus'
> {
  label: string;
  /** Said by a reader only: the name stands close by. */
  hideLabel?: boolean;
  centred?: boolean;
  invalid?: boolean;
  /** What is wrong, in the user's words. */
  error?: string;
  nativeID?: string;
}

/** A keyboard that is shown a passphrase must neither mend it nor learn it, nor a browser send it away to be spelt. */
const AS_TYPED = { autoCapitalize: 'none', autoCorrect: false, spellCheck: false } as const;

export function Field({ label, hideLabel, centred, invalid, error, secureTextEntry, ...input }: FieldProps) {
  const colours = useColours();
  const [shown, setShown] = useState(false);
  const wrong = invalid || error !== undefined;
  const saysWhy = useId();
  return (
    <View style={styles.field}>
      {!hideLabel && (
        <Words as="small" tone="quiet">
          {label}
        </Words>
      )}
      <View>
        <TextInput
          aria-label={label}
          aria-invalid={wrong}
          aria-describedby={error === undefined ? undefined : saysWhy}
          placeholderTextColor={colours.quiet}
          secureTextEntry={secureTextEntry && !shown}
          {...(secureTextEntry && AS_TYPED)}
          style={[
            styles.input,
            type.body,
            { color: colours.ink, borderColor: wrong ? colours.fault : colours.quiet, backgroundColor: colours.raised },
            centred && styles.centred,
            secureTextEntry && styles.secret,
          ]}
          {...input}
        />
        {secureTextEntry && <ShowSecret shown={shown} label={label} onChange={setShown} />}
      </View>
      {error !== undefined && (
        <Words as="small" tone="fault" live id={saysWhy}>
          {error}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  field: { flexGrow: 1, flexShrink: 1, gap: space.tiny, minWidth: 72 },
  input: { minHeight: TOUCH, borderWidth: 1, borderRadius: radius.small, paddingHorizontal: space.base },
  centred: { textAlign: 'center' },
  secret: { paddingRight: TOUCH },
});
