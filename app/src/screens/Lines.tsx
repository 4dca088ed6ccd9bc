import { keptPlan } from '@ergon/core/mend/losing';
import { keepingPlan } from '@ergon/core/operation/lossEdits';
import { usesOf } from '@ergon/core/operation/timetable';
import { bagOf, withBag } from '@ergon/core/rig/bag';
import type { Shot } from '@ergon/core/shot/lightRun';
import { linesOf, type SignalLine } from '@ergon/core/verdict/signalLine';
import { isFailing } from '@ergon/core/verdict/verdict';
import { type Href, useLocalSearchParams, useRouter } from 'expo-router';
import { type Dispatch, memo, type SetStateAction, useCallback, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { EditContext } from '../editing/editing';
import { type OnPaper, type Sheet, useOnPaper } from '../editing/useOnPaper';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { type JudgedLook, tryOnPaper } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { PaperLinks } from '../paper/PaperLinks';
import { AdviceList } from '../work/AdviceList';
import { AroundLook } from '../work/AroundLook';
import { LeastWork } from '../work/LeastWork';
import { PaperSheet, type Taking } from '../work/PaperSheet';
import { LineRow } from './LineRow';
import { LineViews } from './LineViews';
import { LookList } from './LookList';
import { LookPage, ShotChoice, shotOf } from './LookPage';
import { PlaceUnit } from './PlaceUnit';
import { StationPane } from './StationPane';
import { TopFinding } from './TopFinding';
import { WideLines } from './WideLines';
import { UnitsOfLook } from './UnitsOfLook';
import type { Selected } from './selected';

export const Lines = () => {
  const { lost } = useLocalSearchParams<{ lost?: string }>();
  return <LookPage key={lost ?? ''} title="Lines" of={LinesOfLook} />;
};

/** The plan that is kept for a sender's loss, to be changed on paper; null where none is asked for or kept. */
function useLossPlan({ judgement }: JudgedLook, lost: string | undefined): Sheet | null {
  const { kit, names } = useRig();
  if (lost === undefined) return null;
  const rig = withBag(judgement.rig, bagOf(kit));
  const sender = rig.placed.get(lost);
  const changes = sender ? keptPlan(rig, sender) : null;
  return changes && { changes, label: `${names.unit(lost)} lost` };
}

/** The lines of a look, and the same with whatever is tried on paper. */
function LinesOfLook({ judged: real, shot: firstShot }: { judged: JudgedLook; shot: Shot }) {
  const { kit, rig } = useRig();
  const readOnly = useIsReadOnly(real.look.event);
  const { lost } = useLocalSearchParams<{ lost?: string }>();
  const plan = useLossPlan(real, readOnly ? undefined : lost);
  const paper = useOnPaper(readOnly, plan);
  const { changes } = paper;
  const judged = useMemo(
    () => (changes && rig ? tryOnPaper(kit, real, changes, rig) : real),
    [changes, kit, rig, real],
  );
  const { look, judgement } = judged;
  const [chosenShot, setChosenShot] = useState<string | null>(null);
  const [selected, setSelected] = useState<Selected | null>(null);
  const shot = shotOf(judgement.shots, chosenShot) ?? firstShot;
  const lines = useOrderedLines(judged, shot);
  const line = lines.find((one) => one.light.id === selected?.light) ?? null;
  const [use] = rig ? usesOf(rig, look) : [];
  const subtitle = [use?.time, use?.place, `${judged.readiness.length} lights`].filter(Boolean).join(' · ');
  return (
    <EditContext value={paper.editing}>
      <Page
        title={look.name}
        subtitle={subtitle}
        before={<LookList current={look.id} place="lines" />}
        after={<StationPane judged={judged} shot={shot} line={line} station={selected?.station ?? 0} />}
      >
        <LineViews look={look.id} here="Lines" />
        <ReadOnly event={look.event} />
        <WhatToDo real={real} tried={judged} paper={paper} lost={plan ? lost! : null} />
        <ShotChoice judged={judged} shot={shot} onChoose={setChosenShot} />
        <Drawn judged={judged} shot={shot} lines={lines} selected={selected} onSelect={setSelected} />
        <AdviceList judged={judged} />
        {!changes && <PaperLinks of="lines" id={look.id} />}
        {!changes && <Arrange judged={judged} readOnly={readOnly} />}
      </Page>
    </EditContext>
  );
}

/** What is in the look and around it; opening a station changes nothing there. */
const Arrange = memo(function Arrange({ judged, readOnly }: { judged: JudgedLook; readOnly: boolean }) {
  if (readOnly) return null;
  return (
    <>
      <AroundLook judged={judged} />
      <UnitsOfLook judged={judged} />
      <PlaceUnit judged={judged} />
    </>
  );
});

/** The lines of one shot, as people look for them. */
function useOrderedLines({ judgement }: JudgedLook, shot: Shot): SignalLine[] {
  const { names } = useRig();
  return useMemo(() => {
    const order = byLabel(names);
    return linesOf(judgement, shot).sort((a, b) => order(a.light.id, b.light.id));
  }, [judgement, shot, names]);
}

interface DrawnProps {
  judged: JudgedLook;
  shot: Shot;
  lines: readonly SignalLine[];
  selected: Selected | null;
  onSelect: Dispatch<SetStateAction<Selected | null>>;
}

/** All lines together where there is room, else one under the other, each opened by a touch. */
function Drawn({ judged, shot, lines, selected, onSelect }: DrawnProps) {
  const wide = useWide();
  const toggle = useCallback(
    (light: string, station: number) =>
      onSelect((now) => (now?.light === light && now.station === station ? null : { light, station })),
    [onSelect],
  );
  if (wide) return <WideLines lines={lines} judged={judged} selected={selected} onSelect={onSelect} />;
  return (
    <View>
      {lines.map((line) => (
        <LineRow
          key={line.light.id}
          judged={judged}
          shot={shot}
          line={line}
          opened={selected?.light === line.light.id ? selected.station : null}
          onStation={toggle}
        />
      ))}
    </View>
  );
}

interface WhatToDoProps {
  real: JudgedLook;
  tried: JudgedLook;
  paper: OnPaper;
  /** The sender whose loss is planned on the paper; null where it is any other trial. */
  lost: string | null;
}

/** Takes what is on paper over, or keeps it for the loss of a sender; null where nothing may be changed. */
function useTaking({ look }: JudgedLook, paper: OnPaper, lost: string | null): Taking | null {
  const { queue, names } = useRig();
  const router = useRouter();
  const changes = paper.changes ?? [];
  if (paper.only) return null;
  if (lost === null)
    return {
      label: 'Take it over',
      take: () => {
        queue.edit(look.id, changes, `what was tried on paper, ${changes.length} changes`);
        paper.stop();
      },
    };
  const name = names.unit(lost);
  return {
    label: `Keep it in case ${name} is lost`,
    take: () => {
      queue.submit(`what is done if ${name} is lost`, (state) =>
        keepingPlan(state, { look: look.id, sender: lost }, changes),
      );
      paper.stop();
      router.replace(`/fix/${look.id}/lost?sender=${lost}` as Href);
    },
  };
}

/** What is tried on paper, the first fault or the least work, and the ways to ask for more. */
function WhatToDo({ real, tried, paper, lost }: WhatToDoProps) {
  const [working, setWorking] = useState(false);
  const { changes } = paper;
  const taking = useTaking(real, paper, lost);
  return (
    <>
      {changes && <PaperSheet real={real} tried={tried} changes={changes} taking={taking} onDrop={paper.stop} />}
      {working ? <LeastWork judged={tried} onDone={() => setWorking(false)} /> : <TopFinding judged={tried} />}
      <View style={styles.tools}>
        {!working && tried.judgement.verdicts.some(isFailing) && (
          <Button label="Least work for all" onPress={() => setWorking(true)} />
        )}
        {!changes && <Button label="Try on paper" onPress={paper.start} />}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  tools: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
