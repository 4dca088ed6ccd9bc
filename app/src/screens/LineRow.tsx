import { hearerOf } from '@ergon/core/rig/rig';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { Finding } from '@ergon/core/verdict/finding';
import type { LightReadiness } from '@ergon/core/verdict/readiness';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { gapText } from '@ergon/core/words/findingWording';
import { isRight } from '@ergon/core/verdict/verdict';
import { stationText } from '@ergon/core/words/stationWords';
import { lineSentence, verdictText } from '@ergon/core/words/wording';
import { memo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { LineStrip } from '../drawing/LineStrip';
import { hearerSummary, placeOf, powerSummary } from '../drawing/lineSummary';
import { SLIM_GAP, type SlimColumns } from '../drawing/slimRow';
import { SlimStrip } from '../drawing/SlimStrip';
import { Inspector } from '../editing/Inspector';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { firstTrouble } from './selected';

interface LineRowProps {
  judged: JudgedLook;
  shot: Shot;
  line: SignalLine;
  width: number;
  columns: SlimColumns;
  opened: number | null;
  /** What is said below the lines, where it is about this light. */
  below: Finding | null;
  /** @param station null closes the light. */
  onStation: (light: string, station: number | null, row?: HTMLElement) => void;
}

/**
 * One light on a phone: a slim row that opens to its stations. A touch on one row draws that row anew and no other.
 */
export const LineRow = memo(function LineRow(props: LineRowProps) {
  const { judged, shot, line, width, opened, below, onStation } = props;
  const colours = useColours();
  const { names } = useRig();
  const { id } = line.light;
  const readiness = judged.readiness.find((one) => one.light === id);
  const proof = readiness ? proofText(readiness) : '';
  const spoken = [lineSentence(line, names), proof].filter(Boolean).join(' ');
  return (
    <View role="group" aria-label={spoken} style={[styles.row, { borderColor: colours.rule }]}>
      {below && <View style={[styles.meant, { backgroundColor: colours.ink }]} />}
      <Slim {...props} proof={proof} />
      {opened !== null && (
        <View style={styles.opened}>
          <LineStrip
            line={line}
            width={width}
            opened={opened}
            onStation={(station) => onStation(id, station)}
            labelOf={(station) => stationText(judged.judgement.rig, id, station, names)}
            named
          />
          <Inspector judged={judged} shot={shot} line={line} station={opened} below={below} />
        </View>
      )}
    </View>
  );
});

/** Who it is, its line, what is set; and what is wrong where something is. */
function Slim({ judged, line, columns, opened, proof, onStation }: LineRowProps & { proof: string }) {
  const { names } = useRig();
  const { light, fault, verdict } = line;
  const said = isRight(verdict) ? proof : verdictText(verdict);
  const set = hearerSummary(line, hearerOf(judged.judgement.rig, light).settings);
  return (
    <Pressable
      role="button"
      aria-label={names.unit(light.id)}
      aria-expanded={opened !== null}
      onPress={({ currentTarget }) =>
        onStation(light.id, opened === null ? firstTrouble(line) : null, currentTarget as unknown as HTMLElement)
      }
      style={styles.slim}
    >
      <View style={{ width: columns.name }}>
        <Words as="strong" single>
          {names.unit(light.id)}
        </Words>
        <Words as="small" tone="quiet" single>
          {placeOf(line)}
        </Words>
      </View>
      <View style={styles.rest}>
        <View style={styles.beside}>
          <SlimStrip line={line} columns={columns} />
          <View style={{ width: columns.power }}>
            <Words as="strong" align="right" single>
              {powerSummary(line)}
            </Words>
          </View>
        </View>
        {fault ? (
          <Words as="small" tone="fault">
            {gapText(fault, names)}
          </Words>
        ) : (
          <View style={styles.beside}>
            <View style={{ width: columns.strip }}>
              <Words as="small" tone={isRight(verdict) || verdict.verdict === 'unknown' ? 'quiet' : 'fault'} single>
                {said}
              </Words>
            </View>
            <View style={{ width: columns.power }}>
              <Words as="small" tone="quiet" align="right" single>
                {set}
              </Words>
            </View>
          </View>
        )}
      </View>
    </Pressable>
  );
}

/** How far a light's firing is proven, in words. */
export function proofText(readiness: LightReadiness): string {
  if (readiness.contradicted) return `test fire said ${readiness.contradicted}`;
  if (readiness.state === 'proven') return 'proven';
  return readiness.stale ? 'proof is stale' : '';
}

const styles = StyleSheet.create({
  row: { borderBottomWidth: 1 },
  meant: { position: 'absolute', left: -space.wide, top: 0, bottom: 0, width: 4 },
  slim: { flexDirection: 'row', gap: SLIM_GAP, paddingVertical: space.hair },
  rest: { flex: 1, minWidth: 0 },
  beside: { flexDirection: 'row', alignItems: 'center', gap: SLIM_GAP },
  opened: { gap: space.base, paddingBottom: space.wide },
});
