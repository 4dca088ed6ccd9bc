import { stopsLabel } from '@ergon/core/measure/stops';
import type { SettingValue } from '@ergon/core/record/settings';
import { MEANT_WHEN_LEFT_OUT, settingName, settingValue } from '@ergon/core/words/settingWords';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { NumberField } from '../components/NumberField';
import { Stepper } from '../components/Stepper';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { useHowTo } from './howTo';
import { type Field, shutterSteps } from './settingFields';

interface SettingEditorProps {
  field: Field;
  value: SettingValue;
  onChange: (value: SettingValue) => void;
  /** The value belongs to a fault. */
  atFault: boolean;
}

/** One setting of one unit: its name, what it is, and the control that suits it. */
export function SettingEditor({ field, value, onChange, atFault }: SettingEditorProps) {
  const { names } = useRig();
  const name = settingName(field.setting);
  const howTo = useHowTo(field.unit, field.setting);
  return (
    <View style={styles.field}>
      <View style={styles.head}>
        <Words as="body" tone="quiet" grow>
          {name}
        </Words>
        <Words as="strong" tone={atFault ? 'fault' : 'ink'}>
          {settingValue(field.setting, value, names)}
        </Words>
      </View>
      <Control field={field} value={value} onChange={onChange} name={`${name} of ${names.unit(field.unit)}`} />
      {howTo !== null && <Words as="small" tone="quiet">{`On the unit: ${howTo}`}</Words>}
    </View>
  );
}

/** A third of a stop, kept exact over many steps. */
const third = (stops: number, steps: number): number => Math.round(stops * 3 + steps) / 3;

function Control({ field, value, onChange, name }: Omit<SettingEditorProps, 'atFault'> & { name: string }) {
  const { names } = useRig();
  const { editor } = field;
  switch (editor.kind) {
    case 'choice':
      return (
        <Choice
          label={name}
          options={editor.options}
          value={value as string | number | boolean | null}
          // What means something when left out can be left out again.
          onChoose={(to) => onChange(to === value && field.setting in MEANT_WHEN_LEFT_OUT ? null : to)}
        />
      );
    case 'number':
      return (
        <NumberField
          label={name}
          from={editor.from}
          to={editor.to}
          value={value as number | null}
          onChange={onChange}
        />
      );
    case 'stops': {
      const stops = (value as number | null) ?? -3;
      return (
        <Stepper
          label={name}
          shown={value == null ? '?' : stopsLabel(stops)}
          onLess={stops - 0.01 > editor.floor ? () => onChange(Math.max(editor.floor, third(stops, -1))) : null}
          onMore={stops < -0.01 ? () => onChange(Math.min(0, third(stops, 1))) : null}
        />
      );
    }
    case 'shift': {
      const stops = (value as number | null) ?? 0;
      const to = (next: number) => onChange(Math.abs(next) < 0.01 ? null : next);
      return (
        <Stepper
          label={name}
          shown={stopsLabel(stops)}
          onLess={stops > -editor.most + 0.01 ? () => to(third(stops, -1)) : null}
          onMore={stops < editor.most - 0.01 ? () => to(third(stops, 1)) : null}
        />
      );
    }
    case 'shutter': {
      const at = shutterSteps.indexOf((value as string | null) ?? '1/160');
      return (
        <Stepper
          label={name}
          shown={(value as string | null) ?? '?'}
          onLess={at < shutterSteps.length - 1 ? () => onChange(shutterSteps[at + 1]) : null}
          onMore={at > 0 ? () => onChange(shutterSteps[at - 1]) : null}
        />
      );
    }
    case 'several':
      return (
        <Toggles
          label={name}
          options={editor.options}
          values={(value as string[] | null) ?? editor.options.slice(0, 1).map((option) => option.value)}
          // In no way at all it would be in no shot.
          onChange={(values) => onChange(values.length === 0 ? null : values)}
        />
      );
    case 'units':
      return (
        <Toggles
          label={name}
          options={editor.options.map((id) => ({ value: id, label: names.unit(id) }))}
          values={(value as string[] | null) ?? (field.setting === 'firesFor' ? editor.options : [])}
          onChange={onChange}
        />
      );
  }
}

const styles = StyleSheet.create({
  field: { gap: space.tiny },
  head: { flexDirection: 'row', gap: space.small },
});
