import { LEVEL_NUMBERS, levelAbout, levelName } from '@ergon/core/words/drillWording';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { useTonight } from '../event/useTonight';
import { useRig } from '../rig/Rig';

export interface Wanted {
  /** A look of the crew's own; null for the gear that ships with the app. */
  look: string | null;
  /** From 1. */
  level: number;
  word: string;
}

interface DrillFieldsProps {
  wanted: Wanted;
  onWant: (wanted: Wanted) => void;
}

/** Whose gear, how hard, and the word. */
export function DrillFields({ wanted, onWant }: DrillFieldsProps) {
  const { rig } = useRig();
  const tonight = useTonight();
  const looks = (rig?.looks ?? []).filter(({ event }) => event === tonight?.id);
  const [first] = looks;
  const { look, level, word } = wanted;
  return (
    <>
      {first && (
        <Choice
          label="Gear"
          options={[
            { value: false, label: 'Practice gear' },
            { value: true, label: 'A look of ours' },
          ]}
          value={look !== null}
          onChoose={(ours) => onWant({ ...wanted, look: ours ? first.id : null })}
          fill
        />
      )}
      {look !== null && (
        <Choice
          label="Look"
          options={looks.map(({ id, name }) => ({ value: id, label: name }))}
          value={look}
          onChoose={(id) => onWant({ ...wanted, look: id })}
        />
      )}
      <Choice
        label="Level"
        options={LEVEL_NUMBERS.map((value) => ({ value, label: `${value}` }))}
        value={level}
        onChoose={(next) => onWant({ ...wanted, level: next })}
        fill
      />
      <Words>{`${levelName(level)}. ${levelAbout(level)}`}</Words>
      <Field
        label="Word: whoever types the same gets the same drill"
        value={word}
        maxLength={40}
        onChangeText={(next) => onWant({ ...wanted, word: next })}
      />
    </>
  );
}
