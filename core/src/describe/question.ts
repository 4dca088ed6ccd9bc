/** One field of a profile as a question a person can answer. */
import type { Family } from '../record/family.ts';
import { type Profile, radiosOf } from '../record/profile.ts';
import { readProfileField, withProfileField } from '../record/profileField.ts';

export type Answer = string | number | boolean | readonly string[] | null;

/** What the crew's kit already knows, for the answers to choose from. */
export interface QuestionContext {
  families: ReadonlyMap<string, Family>;
  /** Shoe systems and sockets named anywhere in the kit. */
  systems: readonly string[];
  sockets: readonly string[];
  archetype: string | null;
}

export interface Option {
  value: string | number | boolean;
  label: string;
}

export interface Question {
  id: string;
  text: string;
  /** Why it is asked, where that is not plain. */
  help?: string;
  kind: 'text' | 'choice' | 'many' | 'number';
  options?: (profile: Profile, context: QuestionContext) => readonly Option[];
  /** A choice that may also be typed: gear has names we cannot know. */
  other?: 'text' | 'number';
  /** Number: unit said after it, and its bounds. */
  unit?: string;
  min?: number;
  max?: number;
  /** Text: longest. */
  maxLength?: number;
  /** Only asked where it matters. */
  when?: (profile: Profile, context: QuestionContext) => boolean;
  /** Asked while a model is first described; the rest wait until somebody refines it. */
  guided?: (profile: Profile, context: QuestionContext) => boolean;
  /** Must be answered: there is no "not sure" to a name. */
  required?: boolean;
  read: (profile: Profile) => Answer;
  write: (profile: Profile, answer: Answer) => Profile;
}

export const always = () => true;
export const yesNo = (): readonly Option[] => [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
];
export const words =
  (...values: readonly string[]): (() => readonly Option[]) =>
  () =>
    values.map((value) => ({ value, label: value }));

export type Rest = Omit<Question, 'read' | 'write' | 'id'>;

/** A question about the one field at a path. */
export const at = (path: string, rest: Rest): Question => ({
  ...rest,
  id: path,
  read: (profile) => readProfileField(profile, path) as Answer,
  write: (profile, answer) => withProfileField(profile, path, answer),
});

export const isKind =
  (...kinds: Profile['kind'][]) =>
  (profile: Profile): boolean =>
    kinds.includes(profile.kind);
export const hasRadio = (profile: Profile): boolean => radiosOf(profile).length > 0;
export const archetypeIs =
  (...ids: string[]) =>
  (_: Profile, { archetype }: QuestionContext): boolean =>
    archetype !== null && ids.includes(archetype);

export const flashOnly = { when: isKind('flash') };
export const bodyOnly = { when: isKind('body') };
export const triggerOnly = { when: isKind('trigger') };
export const withRadio = { when: hasRadio };
export const carried = isKind('flash', 'trigger');
