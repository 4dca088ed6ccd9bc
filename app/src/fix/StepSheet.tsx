import type { Diagnosis } from '@ergon/core/diagnose/diagnosis';
import { UNSURE } from '@ergon/core/diagnose/evidence';
import type { Check, Incident } from '@ergon/core/record/incident';
import type { Symptom } from '@ergon/core/record/incidentTerms';
import { answerText, causeText, checkLines, SYMPTOM_NAMES, unexplainedText } from '@ergon/core/words/diagnosisWording';
import type { About } from '@ergon/core/words/faultWords';
import { FIRE_CAUTION } from '@ergon/core/words/proveWording';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { CausesLeft } from './CausesLeft';
import { PlanFault } from './PlanFault';
import { useDiagnosis } from './useDiagnosis';
import type { Cause, useIncident } from './useIncident';

interface StepSheetProps {
  judged: JudgedLook;
  incident: Incident;
  incidents: ReturnType<typeof useIncident>;
  place: { before: ReactNode };
}

/** One instruction at a time, its answers under the thumb, and below it what it may be and why. */
export function StepSheet({ judged, incident, incidents, place }: StepSheetProps) {
  const { names } = useRig();
  const working = useDiagnosis(judged, incident);
  const about: About = { rig: judged.judgement.rig, names };
  const { result } = working;
  const step = incident.checks.length + 1;
  return (
    <Page
      title={result && !result.next ? 'Found' : `Check ${step}`}
      subtitle={judged.look.name}
      {...place}
      footer={
        result ? (
          <StepFoot diagnosis={result} incident={incident} incidents={incidents} about={about} />
        ) : (
          <Working {...working} />
        )
      }
    >
      {result && <Instruction diagnosis={result} incident={incident} about={about} />}
      {result && isPlanned(result) && <PlanFault judged={judged} incident={incident} />}
      {result && <CausesLeft diagnosis={result} incident={incident} about={about} />}
      <Button kind="quiet" label="Drop this search" onPress={() => incidents.remove(incident)} />
    </Page>
  );
}

/** It does what the plan says. */
const isPlanned = ({ causes }: Diagnosis): boolean => causes.length === 1 && causes[0]!.faults.length === 0;

function Working({ progress, stopped, stop, again }: ReturnType<typeof useDiagnosis>) {
  if (stopped) return <Button kind="act" label="Go on" onPress={again} />;
  return (
    <View style={styles.foot}>
      <Words live>{`Trying every fault: ${Math.round(100 * (progress ?? 0))} %`}</Words>
      <Button kind="quiet" label="Stop" onPress={stop} />
    </View>
  );
}

interface StepProps {
  diagnosis: Diagnosis;
  incident: Incident;
  about: About;
}

function Instruction({ diagnosis, incident, about }: StepProps) {
  const { next, cure, causes } = diagnosis;
  const check = next?.check ?? cure?.check;
  const odd = unexplainedText(diagnosis, incident, about);
  return (
    <Block label="What to do">
      {odd && <Words tone="quietOnBlock">{odd}</Words>}
      {!next && causes[0] && (
        <Words as="sentence" tone="onBlock" live>
          {causeText(causes[0], about)}
        </Words>
      )}
      {check &&
        checkLines(check, about).map((line) => (
          <Words key={line} as="dial" tone="onBlock" live={next !== null}>
            {line}
          </Words>
        ))}
      {check?.kind === 'press' && (
        <Words as="small" tone="quietOnBlock">
          {FIRE_CAUTION}
        </Words>
      )}
    </Block>
  );
}

interface StepFootProps extends StepProps {
  incidents: ReturnType<typeof useIncident>;
}

const NOT_FIRES: readonly Symptom[] = ['early', 'bar', 'bright', 'dim', 'sometimes'];

/** Under the thumb: the answers, and the way back. */
function StepFoot({ diagnosis, incident, incidents, about }: StepFootProps) {
  const [otherwise, setOtherwise] = useState<string | null>(null);
  const { next, cure } = diagnosis;
  const check = next?.check ?? cure?.check;
  const asked = JSON.stringify(check);
  const answer = (said: string) => {
    setOtherwise(null);
    if (!next && said === 'fires') incidents.end(incident, causeIn(diagnosis), check!);
    else incidents.answer(incident, check!, said);
  };
  const answers = next?.answers ?? ['fires', 'dark', 'otherwise'];
  return (
    <View style={styles.foot}>
      {check && otherwise !== asked && (
        <View style={styles.answers}>
          {answers.map((said) => (
            <View key={said} style={styles.answer}>
              <Button
                kind={!next && said === 'fires' ? 'act' : 'plain'}
                label={answerText(check, said, about)}
                onPress={() => (said === 'otherwise' ? setOtherwise(asked) : answer(said))}
              />
            </View>
          ))}
        </View>
      )}
      {check && otherwise === asked && (
        <View style={styles.answers}>
          {NOT_FIRES.map((said) => (
            <Button key={said} label={SYMPTOM_NAMES[said]} onPress={() => answer(said)} />
          ))}
        </View>
      )}
      {!check && <Ending diagnosis={diagnosis} incident={incident} incidents={incidents} />}
      <Ways incident={incident} incidents={incidents} unsure={next?.check ?? null} />
    </View>
  );
}

const causeIn = ({ causes }: Diagnosis): Cause => (causes[0]?.faults ?? []).map(({ unit, field }) => ({ unit, field }));

/** No press of ours proves it. */
function Ending({ diagnosis, incident, incidents }: Omit<StepFootProps, 'about'>) {
  return (
    <View style={styles.answers}>
      {diagnosis.causes.length > 0 && (
        <View style={styles.answer}>
          <Button kind="act" label="It is mended" onPress={() => incidents.end(incident, causeIn(diagnosis), null)} />
        </View>
      )}
      <View style={styles.answer}>
        <Button label="Not found" detail="ends the search" onPress={() => incidents.giveUp(incident)} />
      </View>
    </View>
  );
}

function Ways({
  incident,
  incidents,
  unsure,
}: {
  incident: Incident;
  incidents: StepFootProps['incidents'];
  unsure: Check | null;
}) {
  return (
    <View style={styles.ways}>
      {unsure && (
        <Button
          kind="quiet"
          label={answerText(unsure, UNSURE, NOBODY)}
          onPress={() => incidents.unsure(incident, unsure)}
        />
      )}
      {incident.checks.length > 0 && (
        <Button kind="quiet" label="The last answer was wrong" onPress={() => incidents.back(incident)} />
      )}
    </View>
  );
}

/** What nobody can tell is said the same of every unit. */
const NOBODY = {} as About;

const styles = StyleSheet.create({
  foot: { gap: space.small, maxWidth: 720 },
  answers: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  answer: { flexGrow: 1, flexBasis: 96, maxWidth: 360 },
  ways: { flexDirection: 'row', justifyContent: 'space-between', flexWrap: 'wrap' },
});
