import type { Diagnosis } from '@ergon/core/diagnose/diagnosis';
import { swappedIn } from '@ergon/core/diagnose/swappedIn';
import { OTHERWISE, UNSURE } from '@ergon/core/diagnose/evidence';
import type { Check, Incident } from '@ergon/core/record/incident';
import type { Symptom } from '@ergon/core/record/incidentTerms';
import {
  answerText,
  causeText,
  checkLines,
  laterText,
  swappedText,
  SYMPTOM_NAMES,
  unexplainedText,
} from '@ergon/core/words/diagnosisWording';
import type { About } from '@ergon/core/words/faultWords';
import { FIRE_CAUTION } from '@ergon/core/words/proveWording';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { CausesLeft } from './CausesLeft';
import { isMended, PlanFault } from './PlanFault';
import { ToLoss } from './ToLoss';
import { useDiagnosis } from './useDiagnosis';
import type { End } from './incidentEdits';
import type { useIncident } from './useIncident';
import { tens } from '../workers/tens';

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
  const step = incident.checks.length + 1;
  // Of that step alone: after an answer the search goes on as it would.
  const [swapAt, setSwapAt] = useState<number | null>(null);
  const found = working.result;
  const swapping = found?.swap && swapAt === step ? found.swap : null;
  const result = found && swapping ? { ...found, next: swapping } : found;
  const swap: SwapWay | null = found?.swap
    ? { unit: swappedIn(found.swap.check)!, isOn: swapping !== null, turn: (on) => setSwapAt(on ? step : null) }
    : null;
  return (
    <Page
      title={titleOf(result, step)}
      subtitle={judged.look.name}
      {...place}
      footer={
        result ? (
          <StepFoot diagnosis={result} incident={incident} incidents={incidents} about={about} swap={swap} />
        ) : (
          <Working {...working} />
        )
      }
    >
      {result && <Instruction diagnosis={result} incident={incident} about={about} />}
      {result && isPlanned(result) && <PlanFault judged={judged} incident={incident} incidents={incidents} />}
      {result && <CausesLeft diagnosis={result} incident={incident} about={about} />}
      <ToLoss judged={judged} />
      <View style={styles.drop}>
        <Button kind="quiet" label="Drop this search" onPress={() => incidents.remove(incident)} />
      </View>
    </Page>
  );
}

function titleOf(result: Diagnosis | null, step: number): string {
  if (!result || result.next) return `Check ${step}`;
  const isFound = result.causes.length === 1 || result.swapped !== null;
  return isFound ? (result.proven ? 'Found and proven' : 'Found') : 'Nothing more to check';
}

/** It does what the plan says. */
const isPlanned = ({ causes }: Diagnosis): boolean => causes.length === 1 && causes[0]!.faults.length === 0;

function Working({ progress, stopped, stop, again }: ReturnType<typeof useDiagnosis>) {
  if (stopped) return <Button kind="act" label="Go on" onPress={again} />;
  return (
    <View style={styles.foot}>
      <Words live>{`Trying every fault: ${tens(progress)} %`}</Words>
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
  const notes = [unexplainedText(diagnosis, incident, about), laterText(diagnosis, incident, about)];
  return (
    <Block label="What to do">
      {!next && causes[0] && (
        <Words as="sentence" tone="onBlock" live>
          {diagnosis.swapped === null ? causeText(causes[0], about) : swappedText(diagnosis.swapped, about)}
        </Words>
      )}
      {check &&
        !diagnosis.proven &&
        checkLines(check, about).map((line) => (
          <Words key={line} as="dial" tone="onBlock" live={next !== null}>
            {line}
          </Words>
        ))}
      {notes.map(
        (note) =>
          note && (
            <Words key={note} tone="quietOnBlock">
              {note}
            </Words>
          ),
      )}
      {check?.kind === 'press' && !diagnosis.proven && (
        <Words as="small" tone="quietOnBlock">
          {FIRE_CAUTION}
        </Words>
      )}
    </Block>
  );
}

/** Another unit in place of the one it must be, instead of looking on. */
interface SwapWay {
  unit: string;
  isOn: boolean;
  turn: (on: boolean) => void;
}

interface StepFootProps extends StepProps {
  swap: SwapWay | null;
  incidents: ReturnType<typeof useIncident>;
}

const NOT_FIRES: readonly Symptom[] = ['early', 'bar', 'bright', 'dim', 'sometimes'];

/** Under the thumb: the answers, and the way back. */
function StepFoot({ diagnosis, incident, incidents, about, swap }: StepFootProps) {
  const { next, cure, proven } = diagnosis;
  const check = next?.check ?? cure?.check;
  const answer = (said: string) => {
    // Of several lights the last one ends it.
    const isCure =
      !next &&
      said === 'fires' &&
      diagnosis.proofs <= 1 &&
      (diagnosis.causes.length === 1 || diagnosis.swapped !== null);
    if (isCure) incidents.end(incident, endOf(diagnosis, true), check!);
    else incidents.answer(incident, check!, said);
  };
  return (
    <View style={styles.foot}>
      {check && !proven ? (
        <Answers
          key={JSON.stringify(check)}
          check={check}
          answers={next?.answers ?? ['fires', 'dark', OTHERWISE]}
          about={about}
          isCure={!next}
          onAnswer={answer}
        />
      ) : (
        <Ending diagnosis={diagnosis} incident={incident} incidents={incidents} />
      )}
      <Ways incident={incident} incidents={incidents} unsure={next?.check ?? null} swap={swap} about={about} />
    </View>
  );
}

interface AnswersProps {
  check: Check;
  answers: readonly string[];
  about: About;
  isCure: boolean;
  onAnswer: (said: string) => void;
}

/** "Otherwise" asks how. */
function Answers({ check, answers, about, isCure, onAnswer }: AnswersProps) {
  const wide = useWide();
  const [otherwise, setOtherwise] = useState(false);
  const keys = otherwise
    ? NOT_FIRES.map((said) => ({ said, label: SYMPTOM_NAMES[said] }))
    : answers.map((said) => ({ said, label: answerText(check, said, about) }));
  return (
    <View style={[styles.answers, (wide || otherwise) && styles.beside]}>
      {keys.map(({ said, label }) => (
        <View key={said} style={[styles.answer, wide && styles.answerBeside]}>
          <Button
            kind={isCure && said === 'fires' ? 'act' : 'plain'}
            label={label}
            onPress={() => (said === OTHERWISE ? setOtherwise(true) : onAnswer(said))}
          />
        </View>
      ))}
    </View>
  );
}

const endOf = ({ causes, later, swapped }: Diagnosis, proven: boolean): End => ({
  // Which of them it was nobody knows once another unit is in.
  cause: swapped === null ? (causes[0]?.faults ?? []).map(({ unit, field }) => ({ unit, field })) : [],
  later,
  swapped,
  proven,
});

/** The press in which it was seen first, once more. */
function pressAgain({ seen }: Incident): Check {
  const { saw: _saw, ...press } = seen.find(({ saw }) => saw !== 'fires') ?? seen[0]!;
  return { kind: 'press', ...press, done: [], meanwhile: [] };
}

/** Proven by the last press, or by none of ours. */
function Ending({ diagnosis, incident, incidents }: Omit<StepFootProps, 'about' | 'swap'>) {
  const { causes, proven, cure } = diagnosis;
  const isInPlan = isPlanned(diagnosis);
  const press = proven ? cure!.check : isInPlan ? pressAgain(incident) : null;
  const end = () => incidents.end(incident, endOf(diagnosis, press !== null), press);
  return (
    <View style={styles.answers}>
      {causes.length > 0 && (
        <View style={styles.answer}>
          <Button
            kind={isInPlan && !isMended(incident) ? 'plain' : 'act'}
            label={proven ? 'Done' : isInPlan ? 'It does as meant now' : 'It is mended'}
            onPress={end}
          />
        </View>
      )}
      {!proven && (
        <View style={styles.answer}>
          <Button label="Not found" detail="ends the search" onPress={() => incidents.giveUp(incident)} />
        </View>
      )}
    </View>
  );
}

interface WaysProps extends Pick<StepFootProps, 'incident' | 'incidents' | 'swap' | 'about'> {
  unsure: Check | null;
}

function Ways({ incident, incidents, unsure, swap, about }: WaysProps) {
  return (
    <View style={styles.ways}>
      {unsure && (
        <Button
          kind="quiet"
          label={answerText(unsure, UNSURE, NOBODY)}
          onPress={() => incidents.unsure(incident, unsure)}
        />
      )}
      {swap && (
        <Button
          kind="quiet"
          label={swap.isOn ? 'Go on looking' : 'Put another one in'}
          hint={swap.isOn ? undefined : `in place of ${about.names.unit(swap.unit)}`}
          onPress={() => swap.turn(!swap.isOn)}
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
  drop: { alignItems: 'flex-start' },
  foot: { gap: space.small, maxWidth: 720 },
  answers: { gap: space.small },
  beside: { flexDirection: 'row', flexWrap: 'wrap' },
  answer: { maxWidth: 360 },
  answerBeside: { flexGrow: 1, flexBasis: 120 },
  ways: { flexDirection: 'row', justifyContent: 'space-between', flexWrap: 'wrap' },
});
