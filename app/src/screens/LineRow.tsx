import { hearerOf } from '@ergon/core/rig/rig';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { LightReadiness } from '@ergon/core/verdict/readiness';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { gapText } from '@ergon/core/words/findingWording';
import { lineSentence, verdictText } from '@ergon/core/words/wording';
import { memo } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { useBroughtIntoView } from '../components/useBroughtIntoView';
import { Words } from '../components/Words';
import { LineStrip } from '../drawing/LineStrip';
import { hearerSummary, powerSummary, purposeOf } from '../drawing/lineSummary';
import { Inspector } from '../editing/Inspector';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

interface LineRowProps {
  judged: JudgedLook;
  shot: Shot;
  line: SignalLine;
  opened: number | null;
  onStation: (light: string, station: number) => void;
}

/**
 * One light on a phone: name and settings, its line, what is wrong, and its station when one is open. A touch on one row draws
 * that row anew and no other.
 */
export const LineRow = memo(function LineRow({ judged, shot, line, opened, onStation }: LineRowProps) {
  const colours = useColours();
  const { names } = useRig();
  const { width } = useWindowDimensions();
  const row = useBroughtIntoView(opened !== null);
  const { light, verdict } = line;
  const readiness = judged.readiness.find((one) => one.light === light.id);
  return (
    <View
      ref={row}
      role="group"
      aria-label={lineSentence(line, names)}
      style={[styles.row, { borderColor: colours.rule }]}
    >
      <View style={styles.head}>
        <Words as="strong">{names.unit(light.id)}</Words>
        <Words as="body" tone="quiet" grow single>
          {purposeOf(line)}
        </Words>
        <Words as="small" tone="quiet">
          {hearerSummary(line, hearerOf(judged.judgement.rig, light).settings)}
        </Words>
        <View style={styles.power}>
          <Words as="strong" align="right">
            {powerSummary(line)}
          </Words>
        </View>
      </View>
      <LineStrip
        line={line}
        width={width - 2 * space.wide}
        opened={opened}
        onStation={(station) => onStation(light.id, station)}
      />
      <Words as="small" tone={line.fault ? 'fault' : 'quiet'}>
        {line.fault
          ? gapText(line.fault, names)
          : [verdictText(verdict), readiness && proofText(readiness)].filter(Boolean).join(' · ')}
      </Words>
      {opened !== null && (
        <View style={[styles.opened, { borderColor: colours.ink }]}>
          <Inspector judged={judged} shot={shot} line={line} station={opened} />
        </View>
      )}
    </View>
  );
});

/** How far a light's firing is proven, in words. */
export function proofText(readiness: LightReadiness): string {
  if (readiness.contradicted) return `test fire said ${readiness.contradicted}`;
  if (readiness.state === 'proven') return 'proven';
  return readiness.stale ? 'proof is stale' : '';
}

const styles = StyleSheet.create({
  row: { borderTopWidth: 1, paddingVertical: space.small },
  head: { flexDirection: 'row', alignItems: 'baseline', gap: space.small },
  power: { minWidth: 36 },
  opened: { marginTop: space.base, paddingLeft: space.base, paddingBottom: space.base, borderLeftWidth: 3 },
});
