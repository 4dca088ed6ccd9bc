import { readSetting } from '@ergon/core/record/settings';
import { settingName } from '@ergon/core/words/settingWords';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { SettingEditor } from './SettingEditor';
import { useEditing } from './editing';
import { type Field, isUnrecorded } from './field';

interface FieldListProps {
  judged: JudgedLook;
  fields: readonly Field[];
  /** Whether a value is to blame for something. */
  isAtFault: (field: Field, value: unknown) => boolean;
}

/** Settings one below the other, each edited at once. */
export function FieldList({ judged, fields, isAtFault }: FieldListProps) {
  const { names } = useRig();
  const { edit, record } = useEditing();
  const { rig } = judged.judgement;
  return fields.map((field) => {
    const value = readSetting(rig.placed.get(field.unit)!.settings, field.setting);
    return (
      <SettingEditor
        key={`${field.unit} ${field.setting}`}
        field={field}
        value={value}
        atFault={isAtFault(field, value)}
        onChange={(to) =>
          (isUnrecorded(field.setting, value) ? record : edit)(
            judged.look.id,
            [{ unit: field.unit, setting: field.setting, from: value, to }],
            `${settingName(field.setting, names)} of ${names.unit(field.unit)}`,
          )
        }
      />
    );
  });
}
