/**
 * Every question about a profile. The guide asks the few that decide whether a light fires; the same list, whole,
 * is how a model is refined later.
 */
import {
  electronicQuestion,
  eyesQuestion,
  familyQuestion,
  hssQuestion,
  ROLES_OF,
  rolesQuestion,
  ttlQuestion,
} from './linkQuestions.ts';
import { type Profile, radiosOf } from '../record/profile.ts';
import { readProfileField, withProfileField } from '../record/profileField.ts';
import {
  always,
  type Answer,
  archetypeIs,
  at,
  bodyOnly,
  carried,
  flashOnly,
  isKind,
  type Option,
  type Question,
  type QuestionContext,
  triggerOnly,
  withRadio,
  words,
  yesNo,
} from './question.ts';
import { REFINING } from './refiningQuestions.ts';
import { SHUTTER_LABELS } from '../measure/stops.ts';

const systemOptions =
  (...more: string[]) =>
  (_: Profile, { systems }: QuestionContext): readonly Option[] => [
    ...systems.filter((one) => one !== 'none' && one !== 'centre-only').map((value) => ({ value, label: value })),
    ...more.map(systemOption),
  ];
const systemOption = (value: string): Option => ({
  value,
  label: value === 'centre-only' ? 'plain, one contact' : value === 'none' ? 'none' : value,
});

const FLOORS = [-2, -3, -4, -5, -6, -7, -8, -9];

export const QUESTIONS: readonly Question[] = [
  at('maker', { text: 'Who makes it?', kind: 'text', maxLength: 80, guided: always, required: true }),
  at('model', { text: 'What is it called?', kind: 'text', maxLength: 80, guided: always, required: true }),
  at('foot', {
    text: 'What foot has it?',
    help: 'The shoe system it is made for.',
    kind: 'choice',
    other: 'text',
    when: carried,
    guided: (profile) => isKind('flash', 'trigger')(profile) && readProfileField(profile, 'foot') !== 'none',
    options: systemOptions('centre-only', 'none'),
  }),
  at('shoe.system', {
    text: 'Which shoe system has it?',
    kind: 'choice',
    other: 'text',
    ...bodyOnly,
    guided: isKind('body'),
    options: systemOptions('centre-only'),
  }),
  at('shoe.centre', {
    text: 'Is there a plain contact in the middle of the shoe?',
    help: 'Without it, only gear of its own system fires at all.',
    kind: 'choice',
    options: yesNo,
    ...bodyOnly,
    guided: isKind('body'),
  }),
  at('topShoe', {
    text: 'What shoe is on top?',
    kind: 'choice',
    other: 'text',
    ...triggerOnly,
    guided: (profile) => profile.kind === 'trigger' && profile.topShoe !== 'none',
    options: systemOptions('centre-only', 'none'),
  }),
  familyQuestion,
  at('radios.0.generation', {
    text: 'Which generation of it?',
    help: 'Older ones may lack IDs, groups or TTL.',
    kind: 'choice',
    when: (profile, { families }) => (families.get(radiosOf(profile)[0]?.family ?? '')?.generations ?? []).length > 0,
    guided: always,
    options: (profile, { families }) =>
      (families.get(radiosOf(profile)[0]?.family ?? '')?.generations ?? []).map(({ number, name }) => ({
        value: number,
        label: name ?? String(number),
      })),
  }),
  rolesQuestion,
  ttlQuestion,
  hssQuestion,
  at('power.floor', {
    text: 'How low does its power go?',
    kind: 'choice',
    ...flashOnly,
    guided: isKind('flash'),
    options: () => FLOORS.map((stops) => ({ value: stops, label: `1/${2 ** -stops}` })),
  }),
  eyesQuestion,
  at('lampSwitch', {
    text: 'Can the tube be switched off while the unit stays on?',
    kind: 'choice',
    options: yesNo,
    ...flashOnly,
    guided: isKind('flash'),
  }),
  at('triggerVoltage', {
    text: 'What voltage is on its contacts?',
    help: 'Up to 6 V is safe everywhere. Old flashes can carry hundreds: measure, or ask service, and never open a flash: it holds a deadly charge for long.',
    kind: 'choice',
    ...flashOnly,
    guided: isKind('flash'),
    other: 'number',
    options: () => [
      { value: 5, label: '6 V or less' },
      { value: 24, label: 'up to 24 V' },
      { value: 250, label: 'up to 250 V' },
    ],
  }),
  at('syncSocket', {
    text: 'What sync socket has it?',
    kind: 'choice',
    other: 'text',
    guided: (profile, context) =>
      profile.kind === 'body' ||
      archetypeIs(
        'battery-strobe',
        'plain-strobe',
        'mains-strobe',
        'pack-and-heads',
        'plain-receiver',
        'control-receiver',
      )(profile, context),
    options: (_, { sockets }) => [
      ...sockets.filter((one) => one !== 'none').map((value) => ({ value, label: value })),
      { value: 'none', label: 'none' },
    ],
  }),
  at('radios.0.dipSwitches', {
    text: 'How many small switches set its channel?',
    kind: 'choice',
    ...withRadio,
    guided: archetypeIs('plain-sender', 'plain-receiver', 'transceiver'),
    options: () =>
      [0, 3, 4, 5, 6, 8].map((value) => ({ value, label: value === 0 ? 'none: a menu or dial' : String(value) })),
  }),
  at('selector', {
    text: 'Has it a switch between camera and flash?',
    kind: 'choice',
    options: yesNo,
    ...triggerOnly,
    guided: archetypeIs('plain-receiver', 'transceiver'),
  }),
  at('passThroughSwitch', {
    text: 'Must passing on to the top shoe be switched on?',
    kind: 'choice',
    options: yesNo,
    ...triggerOnly,
    guided: archetypeIs('passing-sender'),
  }),
  at('shutters.0.syncTime', {
    text: 'What is its sync time?',
    help: 'The shortest time at which a flash lights the whole frame.',
    kind: 'choice',
    ...bodyOnly,
    guided: isKind('body'),
    options: () =>
      SHUTTER_LABELS.filter((label) => /^1\/(60|80|125|160|180|200|250|320|400|500|1000|2000)$/.test(label)).map(
        (value) => ({ value, label: value }),
      ),
  }),
  electronicQuestion,
  at('noFlashModes', {
    text: 'In which exposure modes does it leave the flash alone?',
    help: 'Choose none if it never does.',
    kind: 'many',
    ...bodyOnly,
    guided: isKind('body'),
    options: words('auto', 'scene', 'program'),
  }),
  ...REFINING,
];

const applies = (question: Question, profile: Profile, context: QuestionContext): boolean =>
  question.when === undefined || question.when(profile, context);

/** The questions to ask of a new model, in order; what is answered changes what comes after. */
export const guidedQuestions = (profile: Profile, context: QuestionContext): Question[] =>
  QUESTIONS.filter((question) => applies(question, profile, context) && (question.guided?.(profile, context) ?? false));

/** All there is to say of a model. */
export const allQuestions = (profile: Profile, context: QuestionContext): Question[] =>
  QUESTIONS.filter((question) => applies(question, profile, context));

/** Answers a question, with what the sort of gear adds: a sender is master the moment it has a family. */
export function withAnswer(profile: Profile, question: Question, answer: Answer, context: QuestionContext): Profile {
  const written = question.write(profile, answer);
  const roles = context.archetype === null ? undefined : ROLES_OF[context.archetype];
  if (question.id !== 'family' || answer === null || roles === undefined) return written;
  return withProfileField(written, 'radios.0.roles', roles);
}
