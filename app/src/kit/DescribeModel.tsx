import { type Archetype, ARCHETYPES } from '@ergon/core/describe/archetypes';
import { guidedQuestions, withAnswer } from '@ergon/core/describe/profileQuestions';
import type { Answer, Question, QuestionContext } from '@ergon/core/describe/question';
import { making } from '@ergon/core/operation/editsOf';
import type { Profile } from '@ergon/core/record/profile';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, type StyleProp, StyleSheet, View, type ViewStyle } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { useColours } from '../theme/Theme';
import { radius, space, TOUCH } from '../theme/tokens';
import { AbilityPreview } from './AbilityPreview';
import { AddUnits } from './AddUnits';
import { KitPage } from './KitPage';
import { NewFamily } from './NewFamily';
import { QuestionField } from './QuestionField';
import { modelName } from './profileSummary';
import { useQuestionContext } from './questionContext';

const KINDS: readonly { kind: Profile['kind']; title: string }[] = [
  { kind: 'flash', title: 'Flashes' },
  { kind: 'trigger', title: 'Triggers' },
  { kind: 'body', title: 'Bodies' },
];

/** A model described from its sort, by the few questions that decide whether a light fires. */
export function DescribeModel() {
  const [archetype, setArchetype] = useState<Archetype | null>(null);
  if (archetype) return <Guide key={archetype.id} archetype={archetype} onBack={() => setArchetype(null)} />;
  return (
    <KitPage title="Describe a model" subtitle="What sort of thing is it? At most a dozen questions follow.">
      {KINDS.map(({ kind, title }) => (
        <View key={kind} style={styles.box}>
          <Words as="heading" level={2}>
            {title}
          </Words>
          <View style={styles.sorts}>
            {ARCHETYPES.filter((one) => one.kind === kind).map((one) => (
              <ArchetypeButton key={one.id} archetype={one} onPress={() => setArchetype(one)} />
            ))}
          </View>
        </View>
      ))}
    </KitPage>
  );
}

function ArchetypeButton({ archetype, onPress }: { archetype: Archetype; onPress: () => void }) {
  const colours = useColours();
  return (
    <Pressable role="button" onPress={onPress} style={[styles.archetype, { borderColor: colours.quiet }]}>
      <Words as="strong">{archetype.name}</Words>
      <Words as="small" tone="quiet">
        {archetype.about}
      </Words>
    </Pressable>
  );
}

/** The questions one by one: where one is, what was answered, and the profile that comes of it. */
function useGuide(archetype: Archetype) {
  const context = useQuestionContext(archetype.id);
  const [profile, setProfile] = useState(() => archetype.base('new'));
  const [answered, setAnswered] = useState<ReadonlySet<string>>(new Set());
  const [at, setAt] = useState(0);
  const questions = guidedQuestions(profile, context);
  const question = questions[at];
  const isAnswered = question !== undefined && answered.has(question.id);
  // A second tap on what was answered already does not lead further, nor back.
  const goOn = () => setAt((now) => (now === at ? at + 1 : now));
  const answer = (asked: Question, value: Answer) => {
    setProfile((old) => withAnswer(old, asked, value, context));
    setAnswered((old) => new Set([...old, asked.id]));
  };
  return {
    context,
    profile,
    question,
    isAnswered,
    at,
    count: questions.length,
    back: () => setAt(at - 1),
    next: () => {
      if (question && !isAnswered && !question.required) answer(question, null);
      goOn();
    },
    choose: (value: Answer, picked: boolean) => {
      answer(question!, value);
      // One of a few is the whole answer: the next question comes at once, and Back leads here again.
      if (picked) goOn();
    },
  };
}

function Guide({ archetype, onBack }: { archetype: Archetype; onBack: () => void }) {
  const wide = useWide();
  const guide = useGuide(archetype);
  const [saved, setSaved] = useState<Profile | null>(null);
  const { profile, question, isAnswered, at, count } = guide;
  if (saved) return <Described profile={saved} />;
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
              disabled={question.required === true && !isAnswered}
            />
          ) : (
            <KeepModel profile={profile} onKept={setSaved} />
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
          />
          {question?.id === 'family' && (
            <NewFamily medium={mediumOf(archetype)} onMade={(id) => guide.choose(id, true)} />
          )}
        </View>
        <SoFar profile={profile} style={[styles.box, wide && styles.half]} />
      </View>
    </KitPage>
  );
}

/** By what gear of a sort speaks, where it speaks at all. */
const mediumOf = ({ id }: Archetype) =>
  id === 'optical-shoe-flash' || id === 'popup-commander-body' ? 'optical' : 'radio';

const SoFar = ({ profile, style }: { profile: Profile; style: StyleProp<ViewStyle> }) => (
  <View style={style}>
    <Words as="heading" level={2}>
      So far it can
    </Words>
    <AbilityPreview profile={profile} />
  </View>
);

interface AskedProps {
  /** Undefined once all are asked. */
  question: Question | undefined;
  profile: Profile;
  context: QuestionContext;
  answered: boolean;
  onAnswer: (value: Answer, picked: boolean) => void;
}

function Asked({ question, profile, context, answered, onAnswer }: AskedProps) {
  if (!question) {
    return (
      <Words as="sentence">
        {`${modelName(profile)} is described. What you were not sure of stays open, and what depends on it will say so.`}
      </Words>
    );
  }
  return (
    <>
      <Words as="sentence" level={2}>
        {question.text}
      </Words>
      <QuestionField
        key={question.id}
        question={question}
        profile={answered || !question.required ? profile : blank(profile)}
        context={context}
        onAnswer={onAnswer}
        hideText
        answered={answered}
      />
    </>
  );
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

/** Kept: what one does next is nearly always to add the units. */
function Described({ profile }: { profile: Profile }) {
  const router = useRouter();
  const { kit } = useRig();
  const known = kit.profiles.has(profile.id);
  return (
    <KitPage title={modelName(profile)} subtitle="Described and kept.">
      {known ? (
        <AddUnits model={profile.id} onDone={() => router.push('/kit')} />
      ) : (
        <Words live>Fetching your kit…</Words>
      )}
      <Button label="Say more about this model" onPress={() => router.push(`/kit/models/${profile.id}`)} />
    </KitPage>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  apart: { gap: space.gap },
  beside: { flexDirection: 'row', gap: space.gap },
  half: { flex: 1 },
  buttons: { flexDirection: 'row', gap: space.small, alignItems: 'flex-start' },
  save: { flex: 1, gap: space.tiny },
  sorts: { flexDirection: 'row', flexWrap: 'wrap', gap: space.base },
  archetype: {
    // Two side by side where there is room.
    flexBasis: 340,
    flexGrow: 1,
    minHeight: TOUCH,
    borderWidth: 1,
    borderRadius: radius.base,
    paddingHorizontal: space.wide,
    paddingVertical: space.small,
  },
});
