import { roundedToStep } from '@ergon/core/exposure/powerSteps';
import { stopsLabel } from '@ergon/core/measure/stops';
import type { SettingValue } from '@ergon/core/record/settings';
import { meantWhenLeftOut, type Names, settingName, settingValue } from '@ergon/core/words/settingWords';
import Pencil from 'lucide-react-native/icons/pencil';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { NumberField } from '../components/NumberField';
import { Stepper, type StepperProps } from '../components/Stepper';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { TypedSetting } from './TypedSetting';
import { useHowTo } from './howTo';
import type { Editor, Field } from './field';

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
  const name = settingName(field.setting, names);
  const of = `${name} of ${names.unit(field.unit)}`;
  const colours = useColours();
  const [typing, setTyping] = useState(false);
  const howTo = useHowTo(field.unit, field.setting);
  const shown = settingValue(field.setting, value, names, field.unit);
  return (
    <View role="group" aria-label={`${name}: ${shown}`} style={styles.field}>
      <View style={styles.head}>
        <View aria-hidden style={styles.said}>
          <Words as="body" tone="quiet" grow>
            {name}
          </Words>
          <Words as="strong" tone={atFault ? 'fault' : 'ink'}>
            {shown}
          </Words>
        </View>
        {field.typed && !typing && (
          <Pressable role="button" aria-label={`Type it, ${of}`} onPress={() => setTyping(true)} style={styles.type}>
            <Pencil size={18} color={colours.quiet} />
          </Pressable>
        )}
      </View>
      <Control field={field} value={value} onChange={onChange} name={of} />
      {typing && field.typed && (
        <TypedSetting field={field} typed={field.typed} onChange={onChange} onClose={() => setTyping(false)} />
      )}
      {howTo !== null && <Words as="small" tone="quiet">{`On the unit: ${howTo}`}</Words>}
    </View>
  );
}

const PAIR_OPTIONS = [
  { value: false, label: 'as for the others' },
  { value: true, label: 'noted by itself' },
] as const;

/** So many steps up or down, kept exact over many of them. */
const stepped = (stops: number, steps: number, step: number): number => roundedToStep(stops + steps * step, step);
const third = (stops: number, steps: number): number => stepped(stops, steps, 1 / 3);

/** Stops closer than this are the same: rounding of thirds. */
const SAME_STOPS = 0.01;

type ControlProps = Omit<SettingEditorProps, 'atFault'> & { name: string };

function Control(props: ControlProps) {
  const { field, value, onChange, name } = props;
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
          onChoose={(to) =>
            onChange((to === value && meantWhenLeftOut(field.setting) !== undefined ? null : to) as SettingValue)
          }
        />
      );
    case 'number':
      return <NumberField label={name} {...editor} value={value as number | null} onChange={onChange} />;
    case 'decimal':
      return <NumberField label={name} {...editor} value={value as number | null} onChange={onChange} step={0.5} />;
    case 'several':
      return (
        <Toggles
          label={name}
          options={editor.options}
          values={(value as string[] | null) ?? editor.options.slice(0, 1).map((option) => option.value)}
          // In no way at all it would be in no shot.
          onChange={(values) => onChange((values.length === 0 ? null : values) as SettingValue)}
        />
      );
    case 'units':
      return (
        <Toggles
          label={name}
          options={editor.options.map((id) => ({ value: id, label: names.unit(id) }))}
          values={(value as string[] | null) ?? editor.whenLeftOut ?? []}
          onChange={(values) => onChange([...values])}
        />
      );
    case 'pair':
      return (
        <Choice
          label={name}
          options={PAIR_OPTIONS}
          value={value !== null}
          // It starts in plain sight; what is left out of it stays as for the others.
          onChoose={(isNoted) => onChange(isNoted ? { sight: 'direct' } : null)}
        />
      );
    default:
      return <Stepper label={name} {...stepsOf(editor, props, names)} />;
  }
}

/** What a stepper shows and where it leads; null at either end. */
function stepsOf(editor: Steps, { value, onChange, field }: ControlProps, names: Names): Omit<StepperProps, 'label'> {
  switch (editor.kind) {
    case 'stops': {
      const { whenLeftOut = null } = editor;
      const stops = (value as number | null) ?? whenLeftOut ?? -3;
      const to = (next: number) =>
        onChange(whenLeftOut !== null && Math.abs(next - whenLeftOut) < SAME_STOPS ? null : next);
      const isLowest = stops - SAME_STOPS <= editor.floor;
      return {
        shown: value == null && whenLeftOut === null ? '?' : stopsLabel(stops),
        onLess: isLowest ? null : () => to(Math.max(editor.floor, stepped(stops, -1, editor.step))),
        onMore: stops >= -SAME_STOPS ? null : () => to(Math.min(0, stepped(stops, 1, editor.step))),
      };
    }
    case 'shift': {
      const stops = (value as number | null) ?? 0;
      const to = (next: number) => onChange(Math.abs(next) < SAME_STOPS ? null : next);
      return {
        shown: stopsLabel(stops),
        onLess: stops > editor.least + SAME_STOPS ? () => to(third(stops, -1)) : null,
        onMore: stops < editor.most - SAME_STOPS ? () => to(third(stops, 1)) : null,
      };
    }
    case 'dial': {
      const { labels } = editor;
      const at = labels.indexOf((value as string | number | null) ?? editor.start);
      return {
        shown: value == null ? '?' : settingValue(field.setting, value, names),
        onLess: at < labels.length - 1 ? () => onChange(labels[at + 1]) : null,
        onMore: at > 0 ? () => onChange(labels[at - 1]) : null,
      };
    }
  }
}

type Steps = Extract<Editor, { kind: 'stops' | 'shift' | 'dial' }>;

const styles = StyleSheet.create({
  field: { gap: space.tiny },
  head: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  said: { flex: 1, flexDirection: 'row', alignItems: 'center', gap: space.small },
  type: { width: TOUCH, height: TOUCH, alignItems: 'center', justifyContent: 'center', margin: -space.base },
});
