import type { Archetype } from '@ergon/core/describe/archetypes';
import type { Answer, Question, QuestionContext } from '@ergon/core/describe/question';
import { making } from '@ergon/core/operation/editsOf';
import type { Profile } from '@ergon/core/record/profile';
import { useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { focusOn } from '../components/keptFocus';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { space } from '../theme/tokens';
import { AbilityPreview } from './AbilityPreview';
import { KitPage } from './KitPage';
import { NewFamily } from './NewFamily';
import { QuestionField } from './QuestionField';
import { modelName } from './profileSummary';
import { useGuide } from './useGuide';

const QUESTION_ID = 'question';

interface GuideProps {
  archetype: Archetype;
  onBack: () => void;
  onKept: (profile: Profile) => void;
}

/** One question at a time, and what the model can do by the answers so far. */
export function Guide({ archetype, onBack, onKept }: GuideProps) {
  const wide = useWide();
  const guide = useGuide(archetype);
  const { profile, question, isAnswered, at, count } = guide;
  return (
    <KitPage
      title={archetype.name}
      subtitle={question ? `Question ${at + 1} of ${count}` : 'All asked'}
      footer={
        <View style={styles.buttons}>
          <Button label="Back" onPress={() => (at === 0 ? onBack() : guide.back())} />
          {question ? (
            <Button
              kind="act"
              grow
              label={isAnswered || question.required ? 'Next' : 'Not sure, next'}
              onPress={guide.next}
            />
          ) : (
            <KeepModel profile={profile} onKept={onKept} />
          )}
        </View>
      }
    >
      <View style={wide ? styles.beside : styles.apart}>
        <View style={[styles.box, wide && styles.half]}>
          <Asked
            question={question}
            profile={profile}
            context={guide.context}
            answered={isAnswered}
            onAnswer={guide.choose}
            error={guide.isMissing ? 'Write it down first: a model is found by it.' : undefined}
          />
          {question?.id === 'family' && (
            <NewFamily medium={mediumOf(archetype)} onMade={(id) => guide.choose(id, true)} />
          )}
        </View>
        <View style={[styles.box, wide && styles.half]}>
          <Words as="heading" level={2}>
            So far it can
          </Words>
          <AbilityPreview profile={profile} />
          <View style={styles.buttons}>
            {guide.answered > 0 && (
              <Button kind="quiet" label="Start over" hint={archetype.name} onPress={guide.startOver} />
            )}
            {guide.bringBack && <Button kind="quiet" label="Bring my answers back" onPress={guide.bringBack} />}
          </View>
        </View>
      </View>
    </KitPage>
  );
}

/** By what gear of a sort speaks, where it speaks at all. */
const mediumOf = ({ id }: Archetype) =>
  id === 'optical-shoe-flash' || id === 'popup-commander-body' ? 'optical' : 'radio';

interface AskedProps {
  /** Undefined once all are asked. */
  question: Question | undefined;
  profile: Profile;
  context: QuestionContext;
  answered: boolean;
  onAnswer: (value: Answer, picked: boolean) => void;
  error: string | undefined;
}

function Asked({ question, profile, context, answered, onAnswer, error }: AskedProps) {
  useFocusOnQuestion(question);
  if (!question) {
    return (
      <Words as="sentence" id={QUESTION_ID}>
        {`${modelName(profile)} is described. What you were not sure of stays open, and what depends on it will say so.`}
      </Words>
    );
  }
  return (
    <>
      <Words as="sentence" level={2} id={QUESTION_ID}>
        {question.text}
      </Words>
      <QuestionField
        key={question.id}
        question={question}
        profile={answered || !question.required ? profile : blank(profile)}
        context={context}
        onAnswer={onAnswer}
        guided
        answered={answered}
        error={error}
      />
    </>
  );
}

/** The next question is read when it comes; one that is typed has the focus in its field already. */
function useFocusOnQuestion(question: Question | undefined): void {
  const asked = useRef(question?.id);
  useEffect(() => {
    if (asked.current === question?.id) return;
    asked.current = question?.id;
    const heading = document.getElementById(QUESTION_ID);
    if (heading && question?.kind !== 'text') focusOn(heading);
  }, [question]);
}

/** A name not given yet is an empty field, not the words that stand for it. */
const blank = (profile: Profile): Profile => ({ ...profile, maker: '', model: '' });

function KeepModel({ profile, onKept }: { profile: Profile; onKept: (profile: Profile) => void }) {
  const { rig, queue } = useRig();
  const keep = () => {
    const id = recordId(modelName(profile), new Set(rig?.profiles.map((one) => one.id)));
    const named = { ...profile, id };
    queue.submit(`describing ${modelName(named)}`, (_, born) => [making({ kind: 'profile', id }, named, born)]);
    onKept(named);
  };
  return (
    <View style={styles.save}>
      <Button kind="act" label="Keep this model" onPress={keep} />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  apart: { gap: space.gap },
  beside: { flexDirection: 'row', gap: space.gap },
  half: { flex: 1 },
  buttons: { flexDirection: 'row', gap: space.small, alignItems: 'flex-start' },
  save: { flex: 1, gap: space.tiny },
});
