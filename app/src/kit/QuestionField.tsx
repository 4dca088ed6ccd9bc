import type { Profile } from '@ergon/core/record/profile';
import type { Answer, Question, QuestionContext } from '@ergon/core/describe/question';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Toggles } from '../components/Toggles';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';

interface QuestionFieldProps {
  question: Question;
  profile: Profile;
  context: QuestionContext;
  /** @param picked one of those shown, by a touch. */
  onAnswer: (answer: Answer, picked: boolean) => void;
  /** The question is written above already. */
  hideText?: boolean;
  /** Something was answered, "not sure" included. */
  answered?: boolean;
  error?: string;
}

const UNSURE = '\u0000unsure';
const NONE = '\u0000none';

/** One question, in the control that suits it. "Not sure" is always an answer, save for a name. */
export function QuestionField(props: QuestionFieldProps) {
  const { question, hideText } = props;
  return (
    <View style={styles.question}>
      {!hideText && <Words as="strong">{question.text}</Words>}
      {question.help !== undefined && (
        <Words as="small" tone="quiet">
          {question.help}
        </Words>
      )}
      <Control {...props} />
    </View>
  );
}

function Control({ question, profile, context, onAnswer, answered, error }: QuestionFieldProps) {
  const value = question.read(profile);
  const options = question.options?.(profile, context) ?? [];
  const unsure = { value: UNSURE, label: 'not sure' };
  switch (question.kind) {
    case 'text':
    case 'number':
      return <Typed key={String(value)} question={question} value={value} onAnswer={onAnswer} error={error} />;
    case 'choice': {
      const listed = options.some((option) => option.value === value);
      return (
        <View style={styles.question}>
          <Choice
            leaves
            label={question.text}
            options={[...options, ...(question.required ? [] : [unsure])]}
            value={value === null ? (answered ? UNSURE : null) : (value as string | number | boolean)}
            onChoose={(chosen) => onAnswer(chosen === UNSURE ? null : chosen, true)}
          />
          {question.other !== undefined && (
            <Typed
              key={String(value)}
              question={{ ...question, kind: question.other, text: `${question.text} Another` }}
              label="or another"
              value={listed ? null : value}
              onAnswer={onAnswer}
              error={error}
            />
          )}
        </View>
      );
    }
    case 'many': {
      const chosen = (value as readonly string[] | null) ?? [];
      return (
        <View style={styles.question}>
          <Toggles
            label={question.text}
            options={options.map((option) => ({ value: String(option.value), label: option.label }))}
            values={chosen}
            onChange={(values) => onAnswer(values, false)}
          />
          <Choice
            leaves
            label={question.text}
            options={[{ value: NONE, label: 'none' }, unsure]}
            value={value === null ? (answered ? UNSURE : null) : chosen.length === 0 ? NONE : null}
            onChoose={(picked) => onAnswer(picked === UNSURE ? null : [], true)}
          />
        </View>
      );
    }
  }
}

interface TypedProps {
  question: Question;
  label?: string;
  value: Answer;
  onAnswer: (answer: Answer, picked: boolean) => void;
  error?: string;
}

/** What is typed stays until it is right; it is taken when the field is left. */
function Typed({ question, label, value, onAnswer, error }: TypedProps) {
  const [typed, setTyped] = useState(value === null ? '' : String(value));
  const isNumber = question.kind === 'number';
  const wrong = isNumber ? numberFault(typed, question) : undefined;
  const commit = () => {
    const text = typed.trim();
    if (wrong !== undefined || text === String(value ?? '')) return;
    if (text === '' && (value === null || question.required)) return;
    onAnswer(text === '' ? null : isNumber ? Number(text.replace(',', '.')) : text, false);
  };
  return (
    <Field
      label={label ?? (question.unit ? `${question.text} In ${question.unit}` : question.text)}
      hideLabel={label === undefined && question.unit === undefined}
      value={typed}
      onChangeText={setTyped}
      onBlur={commit}
      onSubmitEditing={commit}
      inputMode={isNumber ? 'decimal' : 'text'}
      maxLength={isNumber ? 12 : question.maxLength}
      error={wrong ?? error}
    />
  );
}

function numberFault(typed: string, { min, max, unit }: Question): string | undefined {
  if (typed.trim() === '') return undefined;
  const number = Number(typed.trim().replace(',', '.'));
  if (!Number.isFinite(number)) return 'Write a number.';
  const said = unit === undefined ? '' : ` ${unit}`;
  if ((min !== undefined && number < min) || (max !== undefined && number > max))
    return `Between ${min} and ${max}${said}.`;
  return undefined;
}

const styles = StyleSheet.create({ question: { gap: space.small } });
