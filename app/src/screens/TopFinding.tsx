import { cardsOf } from '@ergon/core/cards/cards';
import { fixesFor, wantLessFor } from '@ergon/core/mend/fixes';
import { needFor } from '@ergon/core/mend/need';
import type { ShotRef } from '@ergon/core/shot/lightRun';
import type { Finding } from '@ergon/core/verdict/finding';
import type { Judgement } from '@ergon/core/verdict/judge';
import { adviseUntested } from '@ergon/core/verdict/readiness';
import { toDialText } from '@ergon/core/words/cardWording';
import { findingText } from '@ergon/core/words/findingWording';
import type { Names } from '@ergon/core/words/settingWords';
import { needText } from '@ergon/core/words/wording';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Block } from '../components/Block';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { FixButton } from '../editing/FixButton';
import { WantLess } from '../editing/WantLess';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';

/** The worst finding, with its fix under the thumb. */
export function TopFinding({ judged }: { judged: JudgedLook }) {
  const wide = useWide();
  const { names } = useRig();
  const { judgement, look } = judged;
  const [index, setIndex] = useState(0);
  const serious = judgement.findings.filter(
    (finding) => finding.severity !== 'A' || finding.code === 'advice.unknown-field',
  );
  const finding: Finding | undefined = serious[Math.min(index, serious.length - 1)];
  const { fixes, wants, need } = useOffers(judgement, finding);
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
            {whenShot(finding.shots[0]!, names)}
          </Words>
        )}
        <Words as="sentence" tone="onBlock">
          {text.what}
        </Words>
        <Words tone="quietOnBlock">{text.why}</Words>
        {need && <Words tone="quietOnBlock">{needText(need)}</Words>}
      </View>
      <View style={[styles.acts, wide && styles.half]}>
        {fix && (
          <View style={styles.fix}>
            <FixButton look={look.id} fix={fix} onBlock />
          </View>
        )}
        {wants.length > 0 && (
          <View style={styles.fix}>
            <WantLess look={look.id} wants={wants} onBlock />
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

/** What is offered for a finding: fixes, or else the gear that would help and what would serve if less were wanted. */
function useOffers(judgement: Judgement, finding: Finding | undefined) {
  return useMemo(() => {
    const fixes = finding ? fixesFor(judgement, finding) : [];
    if (!finding || fixes.length > 0) return { fixes, wants: [], need: null };
    const need = finding.severity === 'A' ? null : needFor(judgement.rig, finding);
    return { fixes, wants: wantLessFor(judgement, finding).slice(0, 1), need };
  }, [judgement, finding]);
}

const whenShot = ({ body, attitude }: ShotRef, names: Names): string =>
  `When ${names.unit(body)} shoots${attitude === 'upright' ? ', held upright' : ''}`;

/** Nothing to mend: what is left is to prove it. */
function AllWhole({ judged }: { judged: JudgedLook }) {
  const router = useRouter();
  const { names } = useRig();
  const untested = adviseUntested(judged.readiness);
  const left = useToDial(judged);
  return (
    <Block label="State of the look">
      <Words as="sentence" tone="onBlock" live>
        {left === null ? 'Every line is whole.' : 'Every line is whole once it is dialled.'}
      </Words>
      {left !== null && (
        <>
          <Words tone="quietOnBlock">{left}</Words>
          <Button
            onBlock
            label="Cards"
            hint="what to dial on each unit"
            onPress={() => router.push({ pathname: '/lines/[look]/cards', params: { look: judged.look.id } })}
          />
        </>
      )}
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

/**
 * What nobody has dialled yet, in words; null where all of it is, or where test fires with these very settings have
 * proven every light.
 */
function useToDial({ judgement, readiness }: JudgedLook): string | null {
  const cards = useMemo(() => cardsOf(judgement.rig), [judgement]);
  const isProven = readiness.length > 0 && readiness.every(({ state }) => state === 'proven');
  return isProven ? null : toDialText(cards);
}

const styles = StyleSheet.create({
  says: { gap: space.tiny },
  half: { flex: 1 },
  acts: { flexDirection: 'row', alignItems: 'flex-start', gap: space.small },
  fix: { flexGrow: 1, flexShrink: 1, maxWidth: 420 },
});
