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
  /** @param picked it is the whole answer: one of those shown, or typed and entered. */
  onAnswer: (answer: Answer, picked: boolean) => void;
  /** One question by itself: it is written above already, and what is typed has the focus. */
  guided?: boolean;
  /** Something was answered, "not sure" included. */
  answered?: boolean;
  error?: string;
}

const UNSURE = '\u0000unsure';
const NONE = '\u0000none';

/** One question, in the control that suits it. "Not sure" is always an answer, save for a name. */
export function QuestionField(props: QuestionFieldProps) {
  const { question, guided } = props;
  return (
    <View style={styles.question}>
      {!guided && <Words as="strong">{question.text}</Words>}
      {question.help !== undefined && (
        <Words as="small" tone="quiet">
          {question.help}
        </Words>
      )}
      <Control {...props} />
    </View>
  );
}

function Control({ question, profile, context, onAnswer, answered, guided, error }: QuestionFieldProps) {
  const value = question.read(profile);
  const options = question.options?.(profile, context) ?? [];
  const typed = { value, onAnswer, error };
  const unsure = { value: UNSURE, label: 'not sure' };
  switch (question.kind) {
    case 'text':
    case 'number':
      return <Typed key={String(value)} {...typed} question={question} begins={guided} />;
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
              {...typed}
              label="or another"
              value={listed ? null : value}
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
  /** Has the focus as soon as it stands. */
  begins?: boolean;
}

/** What is typed stays until it is right; it is taken when the field is left. */
function Typed({ question, label, value, onAnswer, error, begins }: TypedProps) {
  const [typed, setTyped] = useState(value === null ? '' : String(value));
  const isNumber = question.kind === 'number';
  const wrong = isNumber ? numberFault(typed, question) : undefined;
  const text = typed.trim();
  const asAnswer = () => (text === '' ? null : isNumber ? Number(text.replace(',', '.')) : text);
  const commit = () => {
    if (wrong !== undefined || text === String(value ?? '')) return;
    // What cannot be left out is shown again as it is kept.
    if (text === '' && question.required) return setTyped(String(value ?? ''));
    if (text === '' && value === null) return;
    onAnswer(asAnswer(), false);
  };
  // Enter says that this is the answer, as a touch on one of a few does.
  const enter = () => {
    if (wrong === undefined && text !== '') onAnswer(asAnswer(), true);
  };
  return (
    <Field
      label={label ?? (question.unit ? `${question.text} In ${question.unit}` : question.text)}
      hideLabel={label === undefined && question.unit === undefined}
      value={typed}
      onChangeText={setTyped}
      onBlur={commit}
      onSubmitEditing={enter}
      autoFocus={begins}
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
