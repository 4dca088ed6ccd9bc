import { allQuestions, withAnswer } from '@ergon/core/describe/profileQuestions';
import type { Question } from '@ergon/core/describe/question';
import { profileDocument } from '@ergon/core/operation/crewDocument';
import type { FieldFault } from '@ergon/core/record/fieldFault';
import { writeDocument } from '@ergon/core/record/kitDocument';
import type { Profile } from '@ergon/core/record/profile';
import { profileSchema } from '@ergon/core/record/profileSchema';
import { useLocalSearchParams } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { AbilityPreview } from './AbilityPreview';
import { ExportButton } from './ExportButton';
import { KitPage } from './KitPage';
import { QuestionField } from './QuestionField';
import { SaveModelBar } from './SaveModelBar';
import { modelName } from './profileSummary';
import { useQuestionContext } from './questionContext';
import { TakenAlong } from './TakenAlong';
import { useStoredModel } from './useStoredModel';

/** One model, all there is to say of it. Units and looks that use it stay as they are. */
export function ModelPage() {
  const { model } = useLocalSearchParams<{ model: string }>();
  const { rig, kit } = useRig();
  const profile = kit.profiles.get(model);
  if (!rig || !profile) {
    return (
      <KitPage title="Model">
        <Words>There is no such model. Choose one in Models.</Words>
      </KitPage>
    );
  }
  return <Refine key={model} stored={profile} />;
}

function Refine({ stored }: { stored: Profile }) {
  const wide = useWide();
  const { rig } = useRig();
  const name = modelName(stored);
  const model = useStoredModel<Profile>({
    kind: 'profile',
    stored,
    schema: profileSchema,
    name,
    list: '/kit/models',
  });
  const { current: profile, setDraft, changed, remove, faults, problem } = model;
  const units = (rig?.units ?? []).filter((unit) => unit.profile === stored.id);
  return (
    <KitPage
      title={modelName(profile)}
      subtitle={units.map((unit) => unit.label).join(', ') || 'No unit of it in the kit'}
      footer={changed || problem !== null ? <SaveModelBar model={model} name={name} /> : undefined}
      full={wide}
    >
      <View style={wide ? styles.beside : styles.groups}>
        <View style={[styles.box, wide && styles.aside]}>
          <Words as="heading" level={2}>
            It can
          </Words>
          <AbilityPreview profile={profile} />
          <View style={styles.buttons}>
            {rig && (
              <ExportButton
                label="Export"
                hint={name}
                name={`ergon-${stored.id}.json`}
                write={() => writeDocument(profileDocument(rig, stored.id)!)}
              />
            )}
            <Button label="Remove" hint={name} onPress={remove} />
          </View>
          <TakenAlong on={{ kind: 'profile', id: stored.id }} />
        </View>
        <View style={[styles.groups, wide && styles.fill]}>
          <Questions profile={profile} faults={faults} onChange={setDraft} />
        </View>
      </View>
    </KitPage>
  );
}

interface QuestionsProps {
  profile: Profile;
  faults: readonly FieldFault[];
  onChange: (profile: Profile) => void;
}

/** Every question about a model: first those the guide asks. */
function Questions({ profile, faults, onChange }: QuestionsProps) {
  const context = useQuestionContext(null);
  const questions = allQuestions(profile, context);
  const isHowTo = (one: Question) => one.id.startsWith('howTo.');
  const groups = [
    { title: 'What it is', questions: questions.filter((one) => one.guided !== undefined) },
    { title: 'More about it', questions: questions.filter((one) => one.guided === undefined && !isHowTo(one)) },
    { title: 'How its settings are reached', questions: questions.filter(isHowTo) },
  ];
  return groups.map((group) => (
    <View key={group.title} style={styles.group}>
      <Words as="heading" level={2}>
        {group.title}
      </Words>
      {group.questions.map((question) => (
        <QuestionField
          key={question.id}
          question={question}
          profile={profile}
          context={context}
          onAnswer={(answer) => onChange(withAnswer(profile, question, answer, context))}
          error={faultOf(question, faults)}
        />
      ))}
    </View>
  ));
}

/** Faults name fields by their path, as `radios[0].firmware`. */
function faultOf(question: Question, faults: readonly FieldFault[]): string | undefined {
  const plain = (path: string) => path.replace(/\[(\d+)\]/g, '.$1');
  return faults.find((fault) => plain(fault.path) === question.id)?.message;
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  groups: { gap: space.gap },
  group: { gap: space.wide },
  beside: { flexDirection: 'row', gap: space.gap, alignItems: 'flex-start' },
  aside: { width: 300 },
  fill: { flex: 1, maxWidth: 620 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
