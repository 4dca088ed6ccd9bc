import { counted } from '@ergon/core/words/saying';
import { keptPlan } from '@ergon/core/mend/losing';
import { keepingPlan } from '@ergon/core/operation/lossEdits';
import { usesOf } from '@ergon/core/operation/timetable';
import { bagOf, withBag } from '@ergon/core/rig/bag';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { isFailing } from '@ergon/core/verdict/verdict';
import { type Href, useLocalSearchParams, useRouter } from 'expo-router';
import { memo, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { useKept } from '../components/useKept';
import { useWide } from '../components/useWide';
import { EditContext } from '../editing/editing';
import { type OnPaper, type Sheet, useOnPaper } from '../editing/useOnPaper';
import { ReadOnly } from '../event/ReadOnly';
import { useIsReadOnly } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { type JudgedLook, tryOnPaper } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { PaperLinks } from '../paper/PaperLinks';
import { AdviceList } from '../work/AdviceList';
import { AroundLook } from '../work/AroundLook';
import { LeastWork } from '../work/LeastWork';
import { noteDue } from '../work/dueChanges';
import { PaperSheet, type Taking } from '../work/PaperSheet';
import { ToDial, ToDialButton } from '../work/ToDial';
import { LineList, type LineListProps } from './LineList';
import { LineViews } from './LineViews';
import { LookList } from './LookList';
import { LookPage, ShotChoice } from './LookPage';
import { PlaceUnit } from './PlaceUnit';
import { StationPane } from './StationPane';
import { TopFinding } from './TopFinding';
import { WideLines } from './WideLines';
import { UnitsOfLook } from './UnitsOfLook';
import { isSelected, type Selected } from './selected';
import { useChosenShot } from './useChosenShot';
import { useOrderedLines } from './useOrderedLines';
import { type Opened, type TopFindingOf, useTopFinding } from './useTopFinding';

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

/** What stands in the place of the first fault. */
type Panel = 'mend' | 'dial';
const isPanel = (kept: unknown): kept is Panel => kept === 'mend' || kept === 'dial';

/** The lines of a look, and the same with whatever is tried on paper. */
function LinesOfLook({ judged: real, shot: firstShot }: { judged: JudgedLook; shot: Shot }) {
  const { kit, rig } = useRig();
  const readOnly = useIsReadOnly(real.look.event);
  const { lost } = useLocalSearchParams<{ lost?: string }>();
  const plan = useLossPlan(real, readOnly ? undefined : lost);
  const paper = useOnPaper(plan ? `${real.look.id}.${lost}` : real.look.id, readOnly, plan);
  const { changes } = paper;
  const judged = useMemo(
    () => (changes && rig ? tryOnPaper(kit, real, changes, rig) : real),
    [changes, kit, rig, real],
  );
  const { look } = judged;
  const [shot, setChosenShot] = useChosenShot(judged, firstShot);
  const [selected, setSelected] = useKept<Selected | null>(`station.${look.id}`, isSelected, null);
  const lines = useOrderedLines(judged, shot);
  const line = lines.find((one) => one.light.id === selected?.light) ?? null;
  const [panel, setPanel] = useKept<Panel | null>(`panel.${look.id}`, isPanel, null);
  const top = useTopFinding(judged, line && openedOf(line, selected?.station ?? 0));
  const [use] = rig ? usesOf(rig, look) : [];
  const subtitle = [use?.time, use?.place, counted(judged.readiness.length, 'light')].filter(Boolean).join(' · ');
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
        <WhatToDo
          real={real}
          tried={judged}
          paper={paper}
          lost={plan ? lost! : null}
          top={top}
          panel={panel}
          onPanel={setPanel}
        />
        <ShotChoice judged={judged} shot={shot} onChoose={setChosenShot} />
        <Drawn
          judged={judged}
          shot={shot}
          lines={lines}
          selected={selected}
          onSelect={setSelected}
          below={panel === null ? (top.finding ?? null) : null}
        />
        <View style={styles.tools}>
          {panel !== 'dial' && <ToDialButton judged={judged} onPress={() => setPanel('dial')} />}
          {!changes && <Button label="Try on paper" onPress={paper.start} />}
          <AdviceList judged={judged} />
        </View>
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

const openedOf = ({ light, stations, fault }: SignalLine, station: number): Opened => ({
  light: light.id,
  code: stations[station]?.code ?? fault?.code ?? null,
});

/** All lines together where there is room, else one under the other, each opened by a touch. */
function Drawn(props: LineListProps) {
  const wide = useWide();
  if (!wide) return <LineList {...props} />;
  const { judged, lines, selected, onSelect } = props;
  return <WideLines lines={lines} judged={judged} selected={selected} onSelect={onSelect} />;
}

interface WhatToDoProps {
  real: JudgedLook;
  tried: JudgedLook;
  paper: OnPaper;
  /** The sender whose loss is planned on the paper; null where it is any other trial. */
  lost: string | null;
  top: TopFindingOf;
  panel: Panel | null;
  onPanel: (panel: Panel | null) => void;
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
        noteDue(look.id, changes);
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

/** What is tried on paper, and the first fault, the way to mend all of it, or what is left to dial. */
function WhatToDo({ real, tried, paper, lost, top, panel, onPanel }: WhatToDoProps) {
  const { changes } = paper;
  const taking = useTaking(real, paper, lost);
  const close = () => onPanel(null);
  const fails = tried.judgement.verdicts.some(isFailing);
  return (
    <>
      {changes && <PaperSheet real={real} tried={tried} changes={changes} taking={taking} onDrop={paper.stop} />}
      {panel === 'mend' ? (
        <LeastWork judged={tried} onDone={(isMade) => onPanel(isMade && !changes ? 'dial' : null)} />
      ) : panel === 'dial' ? (
        <ToDial judged={tried} onClose={close} />
      ) : (
        <TopFinding
          judged={tried}
          top={top}
          onMendAll={fails ? () => onPanel('mend') : null}
          onDial={() => onPanel('dial')}
        />
      )}
    </>
  );
}

const styles = StyleSheet.create({
  tools: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, paddingTop: space.base },
});
