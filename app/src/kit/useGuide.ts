import type { Archetype } from '@ergon/core/describe/archetypes';
import { guidedQuestions, withAnswer } from '@ergon/core/describe/profileQuestions';
import type { Answer, Question } from '@ergon/core/describe/question';
import type { Profile } from '@ergon/core/record/profile';
import { useState } from 'react';
import { keep, readKept, useKept } from '../components/useKept';
import { useQuestionContext } from './questionContext';

/** What was answered so far of a model nobody has kept yet. */
interface Draft {
  profile: Profile;
  /** Ids of the questions that have an answer, "not sure" included. */
  answered: readonly string[];
  /** The question one is at. */
  at: number;
}

const keptAs = ({ id }: Archetype): string => `describe.${id}`;

const isDraftOf =
  ({ kind }: Archetype) =>
  (kept: unknown): kept is Draft => {
    const { profile, answered, at } = (kept ?? {}) as Partial<Draft>;
    return profile?.kind === kind && Array.isArray(answered) && Number.isInteger(at);
  };

/** How many questions of a sort have an answer already, from when somebody was here before. */
export function answeredBefore(archetype: Archetype): number {
  const kept = readKept(keptAs(archetype));
  return isDraftOf(archetype)(kept) ? kept.answered.length : 0;
}

export const forgetDraft = (archetype: Archetype): void => keep(keptAs(archetype), null);

/** The questions one by one: where one is, what was answered, and the profile that comes of it; kept when one leaves. */
export function useGuide(archetype: Archetype) {
  const context = useQuestionContext(archetype.id);
  const blank = (): Draft => ({ profile: archetype.base('new'), answered: [], at: 0 });
  const [draft, setDraft] = useKept<Draft>(keptAs(archetype), isDraftOf(archetype), blank());
  const [missing, setMissing] = useState<string | null>(null);
  const [dropped, setDropped] = useState<Draft | null>(null);
  const { profile, answered, at } = draft;
  const questions = guidedQuestions(profile, context);
  const question = questions[at];
  const isAnswered = question !== undefined && answered.includes(question.id);
  // A second tap on what was answered already does not lead further, nor back.
  const goOn = () => setDraft((old) => (old.at === at ? { ...old, at: at + 1 } : old));
  const answer = (asked: Question, value: Answer) =>
    setDraft((old) => ({
      ...old,
      profile: withAnswer(old.profile, asked, value, context),
      answered: [...new Set([...old.answered, asked.id])],
    }));
  return {
    context,
    profile,
    question,
    isAnswered,
    at,
    count: questions.length,
    answered: answered.length,
    /** The question has no answer, and must have one. */
    isMissing: question !== undefined && !isAnswered && missing === question.id,
    back: () => setDraft((old) => ({ ...old, at: old.at - 1 })),
    startOver: () => {
      setDropped(draft);
      setDraft(blank());
    },
    /** Brings back what was there before it was started over; null where nothing was. */
    bringBack:
      dropped &&
      (() => {
        setDraft(dropped);
        setDropped(null);
      }),
    next: () => {
      if (question && !isAnswered && question.required) return setMissing(question.id);
      if (question && !isAnswered) answer(question, null);
      goOn();
    },
    choose: (value: Answer, picked: boolean) => {
      answer(question!, value);
      // One of a few is the whole answer: the next question comes at once, and Back leads here again.
      if (picked) goOn();
    },
  };
}
