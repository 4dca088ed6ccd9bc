import { fixesFor, wantLessFor } from '@ergon/core/mend/fixes';
import type { Finding } from '@ergon/core/verdict/finding';
import { findingText } from '@ergon/core/words/findingWording';
import { listed } from '@ergon/core/words/settingWords';
import { memo, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { FixButton } from '../editing/FixButton';
import { WantLess } from '../editing/WantLess';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** What works and is still worth a word; cautions first. */
export const AdviceList = memo(function AdviceList({ judged }: { judged: JudgedLook }) {
  const [open, setOpen] = useState(false);
  const advice = judged.judgement.findings
    .filter((finding) => finding.severity === 'A' && finding.code !== 'advice.unknown-field')
    .sort((a, b) => Number(b.code.startsWith('caution')) - Number(a.code.startsWith('caution')));
  if (advice.length === 0) return null;
  const words = advice.length === 1 ? '1 word of advice' : `${advice.length} words of advice`;
  return (
    <View style={styles.box}>
      <Button label={open ? 'Close the advice' : words} expanded={open} onPress={() => setOpen(!open)} />
      {open && (
        <View role="list" aria-label="Advice" style={styles.box}>
          {advice.map((finding) => (
            <Piece key={finding.id} judged={judged} finding={finding} />
          ))}
        </View>
      )}
    </View>
  );
});

function Piece({ judged, finding }: { judged: JudgedLook; finding: Finding }) {
  const { names } = useRig();
  const colours = useColours();
  const fixes = useMemo(() => fixesFor(judged.judgement, finding), [judged, finding]);
  const wants = useMemo(() => wantLessFor(judged.judgement, finding), [judged, finding]);
  return (
    <View role="listitem" style={[styles.piece, { borderColor: colours.rule }]}>
      <Words>{findingText(finding, names).why}</Words>
      <Words as="small" tone="quiet">
        {listed(finding.units, names)}
      </Words>
      {fixes[0] && <FixButton look={judged.look.id} fix={fixes[0]} kind="plain" />}
      <WantLess look={judged.look.id} wants={wants} />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 720 },
  piece: { gap: space.tiny, borderTopWidth: 1, paddingTop: space.small },
});
