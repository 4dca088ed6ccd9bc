import { settingName, settingValue } from '@ergon/core/words/settingWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field as TextField } from '../components/Field';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import type { Field, Typed } from './field';

interface TypedSettingProps {
  field: Field;
  typed: Typed;
  onChange: (value: number) => void;
  onClose: () => void;
}

/** A value written out, for where stepping to it is long. What cannot be read stays, with how it may be written. */
export function TypedSetting({ field, typed: { read, like, from, to }, onChange, onClose }: TypedSettingProps) {
  const { names } = useRig();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const name = settingName(field.setting, names);
  const of = `${name} of ${names.unit(field.unit)}`;
  const set = () => {
    if (text.trim() === '') return;
    const value = read(text);
    const said = (end: number) => settingValue(field.setting, end, names, field.unit);
    if (value === null) setWrong(`Write it like this: ${like}.`);
    else if (value < from || value > to) setWrong(`From ${said(from)} to ${said(to)}.`);
    else {
      onChange(value);
      onClose();
    }
  };
  return (
    <View style={styles.typed}>
      <TextField
        label={`${name}, like ${like}`}
        value={text}
        onChangeText={(next) => {
          setText(next);
          setWrong(undefined);
        }}
        onSubmitEditing={set}
        autoFocus
        {...(wrong !== undefined && { error: wrong })}
      />
      <View style={styles.buttons}>
        <Button label="Set" hint={of} onPress={set} disabled={text.trim() === ''} />
        <Button kind="quiet" label="Leave it" hint={of} onPress={onClose} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  typed: { gap: space.small },
  buttons: { flexDirection: 'row', gap: space.small },
});
