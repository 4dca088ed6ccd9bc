import { fixesFor, wantLessFor } from '@ergon/core/mend/fixes';
import { needFor } from '@ergon/core/mend/need';
import { STAGES } from '@ergon/core/rig/codes';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { Finding } from '@ergon/core/verdict/finding';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { findingText } from '@ergon/core/words/findingWording';
import { STATION_NAMES } from '@ergon/core/words/stationWords';
import { needText, verdictText } from '@ergon/core/words/wording';
import { useContext, useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { ItWont } from '../fix/ItWont';
import { HistoryLink } from '../history/HistoryLink';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { EditContext } from './editing';
import { FieldList } from './FieldList';
import { isUnrecorded } from './field';
import { FixButton } from './FixButton';
import { fieldsAt } from './settingFields';
import { WantLess } from './WantLess';

interface InspectorProps {
  judged: JudgedLook;
  shot: Shot;
  line: SignalLine;
  station: number;
  /** Said below with its fix already, where a thumb is: it is not said twice. */
  below?: Finding | null;
}

/** What is set at one station of one line, why it stops there, and what would mend it. */
export function Inspector({ judged, shot, line, station, below }: InspectorProps) {
  const { names } = useRig();
  const onPaper = useContext(EditContext);
  const stage = STAGES[station]!;
  const { unit, code } = line.stations[station]!;
  const finding = judged.judgement.findings.find((one) => one.code === code && one.units.includes(line.light.id));
  const fields = fieldsAt(judged.judgement.rig, line, shot.body, stage);
  return (
    <View style={styles.inspector}>
      <View aria-live="polite">
        {unit !== line.light.id && (
          <Words as="small" tone="quiet">
            {`${names.unit(line.light.id)} · ${STATION_NAMES[stage]}`}
          </Words>
        )}
        <Words as="heading" level={2}>
          {unit === line.light.id ? `${names.unit(unit)} · ${STATION_NAMES[stage]}` : names.unit(unit)}
        </Words>
      </View>
      {finding ? (
        <Explained judged={judged} finding={finding} isBelow={finding.id === below?.id} />
      ) : (
        <Words>{`${names.unit(line.light.id)}: ${verdictText(line.verdict)}.`}</Words>
      )}
      {fields.length === 0 && <Words tone="quiet">Nothing to set at this station.</Words>}
      <FieldList
        judged={judged}
        fields={fields}
        isAtFault={({ setting }, value) =>
          isUnrecorded(setting, value) || (finding !== undefined && isEvidence(finding, setting))
        }
      />
      <View style={styles.ways}>
        {onPaper === null && <ItWont look={judged.look.id} unit={line.light.id} label={names.unit(line.light.id)} />}
        <HistoryLink of={`unit:${unit}`} name={names.unit(unit)} />
      </View>
    </View>
  );
}

/** The setting a finding is about carries the code's own last word: `hearer.channel` is about `channel`. */
const isEvidence = (finding: Finding, setting: string): boolean =>
  finding.code.endsWith(`.${setting}`) || ('setting' in finding.params && setting === finding.params.setting);

function Explained({ judged, finding, isBelow }: { judged: JudgedLook; finding: Finding; isBelow: boolean }) {
  const { names } = useRig();
  const { judgement } = judged;
  const text = findingText(finding, names);
  const fixes = useMemo(() => fixesFor(judgement, finding), [judgement, finding]);
  const wants = useMemo(() => wantLessFor(judgement, finding), [judgement, finding]);
  const need = fixes.length === 0 && finding.severity !== 'A' ? needFor(judgement.rig, finding) : null;
  const more = fixes.slice(isBelow ? 1 : 0);
  const otherWants = wants.slice(isBelow && fixes.length === 0 ? 1 : 0);
  if (isBelow && more.length === 0 && otherWants.length === 0) return null;
  return (
    <View style={styles.explained}>
      {!isBelow && <Words tone="fault">{text.why}</Words>}
      {more.map((fix, index) => (
        <FixButton
          key={JSON.stringify(fix.changes)}
          look={judged.look.id}
          fix={fix}
          kind={index === 0 && !isBelow ? 'act' : 'plain'}
        />
      ))}
      {need && !isBelow && <Words>{needText(need)}</Words>}
      <WantLess look={judged.look.id} wants={otherWants} />
    </View>
  );
}

const styles = StyleSheet.create({
  inspector: { gap: space.wide },
  explained: { gap: space.small },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
