import { fixesFor } from '@ergon/core/mend/fixes';
import { type Change, isNoChange, mergeChanges } from '@ergon/core/record/change';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { Finding } from '@ergon/core/verdict/finding';
import { adviseUntested } from '@ergon/core/verdict/readiness';
import { linesOf, type SignalLine } from '@ergon/core/verdict/signalLine';
import { isFailing } from '@ergon/core/verdict/verdict';
import { findingText } from '@ergon/core/words/findingWording';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { LineFan } from '../drawing/LineFan';
import { FixButton } from '../editing/FixButton';
import { Inspector } from '../editing/Inspector';
import { type Edit, EditContext } from '../editing/editing';
import { type JudgedLook, tryOnPaper, useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { AdviceList } from '../work/AdviceList';
import { AroundLook } from '../work/AroundLook';
import { LeastWork } from '../work/LeastWork';
import { OnPaper } from '../work/OnPaper';
import { LineKeys } from './LineKeys';
import { LineRow } from './LineRow';
import { LookList } from './LookList';
import { LookPage, ShotChoice, shotOf } from './LookPage';
import { PlaceUnit } from './PlaceUnit';


export const Lines = () => <LookPage title="Lines" of={LinesOfLook} />;

export interface Selected {
  light: string;
  station: number;
}

/** The lines of a look, and the same with whatever is tried on paper. */
function LinesOfLook({ judged: real, shot: firstShot }: { judged: JudgedLook; shot: Shot }) {
  const wide = useWide();
  const { names, kit, rig, queue } = useRig();
  const [onPaper, setOnPaper] = useState<readonly Change[] | null>(null);
  const [working, setWorking] = useState(false);
  const judged = useMemo(
    () => (onPaper && rig ? tryOnPaper(kit, real, onPaper, rig.tests) : real),
    [onPaper, kit, rig, real],
  );
  const editOnPaper: Edit | null = onPaper
    ? (_, changes) => setOnPaper(mergeChanges(onPaper, changes).filter((change) => !isNoChange(change)))
    : null;
  const { judgement, look } = judged;
  const [shotKey, setShotKey] = useState<string | null>(null);
  const [selected, setSelected] = useState<Selected | null>(null);
  const shot = shotOf(judgement.shots, shotKey) ?? firstShot;
  const lines = useMemo(() => {
    const order = byLabel(names);
    return linesOf(judgement, shot).sort((a, b) => order(a.light.id, b.light.id));
  }, [judgement, shot, names]);
  const toggle = (light: string, station: number) =>
    setSelected((old) => (old?.light === light && old.station === station ? null : { light, station }));
  const chosen = selected && lines.find((line) => line.light.id === selected.light);
  const subtitle = [look.time, look.place, `${judged.readiness.length} lights`].filter(Boolean).join(' · ');
  return (
    <EditContext value={editOnPaper}>
      <Page
        title={look.name}
        subtitle={subtitle}
        before={<LookList current={look.id} place="lines" />}
        after={<InspectorPane judged={judged} shot={shot} line={chosen ?? null} station={selected?.station ?? 0} />}
      >
        {onPaper && (
          <OnPaper
            real={real}
            tried={judged}
            changes={onPaper}
            onTake={() => {
              queue.edit(look.id, onPaper, `what was tried on paper, ${onPaper.length} changes`);
              setOnPaper(null);
            }}
            onDrop={() => setOnPaper(null)}
          />
        )}
        {working ? <LeastWork judged={judged} onDone={() => setWorking(false)} /> : <TopFinding judged={judged} />}
        <View style={styles.tools}>
          {!working && judged.judgement.verdicts.some(isFailing) && (
            <Button label="Least work for all" onPress={() => setWorking(true)} />
          )}
          {!onPaper && <Button label="Try on paper" onPress={() => setOnPaper([])} />}
        </View>
        <ShotChoice judged={judged} shot={shot} onChoose={setShotKey} />
        {wide ? (
          <WideLines
            lines={lines}
            judged={judged}
            selected={selected}
            onSelect={(light, station) => setSelected({ light, station })}
          />
        ) : (
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
        )}
        <AdviceList judged={judged} />
        {!onPaper && <AroundLook judged={judged} />}
        {!onPaper && <PlaceUnit judged={judged} />}
      </Page>
    </EditContext>
  );
}

/** The worst finding, with its fix under the thumb. */
function TopFinding({ judged }: { judged: JudgedLook }) {
  const wide = useWide();
  const { names } = useRig();
  const { judgement, look } = judged;
  const [index, setIndex] = useState(0);
  const serious = judgement.findings.filter(
    (finding) => finding.severity !== 'A' || finding.code === 'advice.unknown-field',
  );
  const finding: Finding | undefined = serious[Math.min(index, serious.length - 1)];
  const fixes = useMemo(() => (finding ? fixesFor(judgement, finding) : []), [judgement, finding]);
  const [count, setCount] = useState(serious.length);
  // A fault fewer or more: the worst stands first again.
  if (count !== serious.length) {
    setCount(serious.length);
    setIndex(0);
  }
  if (!finding) return <AllWhole judged={judged} />;
  const text = findingText(finding, names);
  const fix = fixes[0];
  const next = () => setIndex((old) => (old + 1) % serious.length);
  return (
    <Block label="First fault" beside={wide}>
      <View style={[styles.says, wide && styles.half]}>
        {finding.shots.length === 1 && judgement.shots.length > 1 && (
          <Words as="small" tone="quietOnBlock">
            {`When ${names.unit(finding.shots[0]!)} shoots`}
          </Words>
        )}
        <Words as="sentence" tone="onBlock">
          {text.what}
        </Words>
        <Words tone="quietOnBlock">{text.why}</Words>
      </View>
      <View style={[styles.acts, wide && styles.half]}>
        {fix && (
          <View style={styles.fix}>
            <FixButton look={look.id} fix={fix} onBlock />
          </View>
        )}
        {serious.length > 1 && (
          <Button
            onBlock
            label="Next"
            detail={`${Math.min(index, serious.length - 1) + 1} of ${serious.length}`}
            onPress={next}
          />
        )}
      </View>
    </Block>
  );
}

/** Nothing to mend: what is left is to prove it. */
function AllWhole({ judged }: { judged: JudgedLook }) {
  const router = useRouter();
  const { names } = useRig();
  const untested = adviseUntested(judged.readiness);
  return (
    <Block label="State of the look">
      <Words as="sentence" tone="onBlock" live>
        Every line is whole.
      </Words>
      {untested && (
        <>
          <Words tone="quietOnBlock">{findingText(untested, names).what}</Words>
          <Button
            kind="act"
            label="Test-fire"
            onPress={() => router.push({ pathname: '/fire/[look]', params: { look: judged.look.id } })}
          />
        </>
      )}
    </Block>
  );
}

function WideLines({
  lines,
  judged,
  selected,
  onSelect,
}: {
  lines: readonly SignalLine[];
  judged: JudgedLook;
  selected: Selected | null;
  onSelect: (light: string, station: number) => void;
}) {
  const { names } = useRig();
  const [width, setWidth] = useState(0);
  const { rig } = judged.judgement;
  return (
    <LineKeys lines={lines} selected={selected} onSelect={onSelect}>
      <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
        {width > 0 && (
          <LineFan
            lines={lines}
            width={width}
            names={names}
            sender={(id) => rig.placed.get(id)?.settings}
            selected={selected}
            onSelect={onSelect}
          />
        )}
      </View>
    </LineKeys>
  );
}

function InspectorPane({
  judged,
  shot,
  line,
  station,
}: {
  judged: JudgedLook;
  shot: Shot;
  line: SignalLine | null;
  station: number;
}) {
  const colours = useColours();
  return (
    <View
      role="complementary"
      aria-label="Station"
      style={[styles.pane, { borderColor: colours.rule, backgroundColor: colours.raised }]}
    >
      <ScrollView contentContainerStyle={styles.inside} tabIndex={0}>
        {line ? (
          <Inspector judged={judged} shot={shot} line={line} station={station} />
        ) : (
          <Words tone="quiet">Touch a station to see and change what is set there. Press ? for the keys.</Words>
        )}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  tools: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  says: { gap: space.tiny },
  half: { flex: 1 },
  acts: { flexDirection: 'row', alignItems: 'flex-start', gap: space.small },
  fix: { flexGrow: 1, flexShrink: 1, maxWidth: 420 },
  pane: { width: 320, borderLeftWidth: 1 },
  inside: { padding: space.page },
});
