import { cardsOf } from '@ergon/core/cards/cards';
import { fixesFor, wantLessFor } from '@ergon/core/mend/fixes';
import { needFor } from '@ergon/core/mend/need';
import type { Finding } from '@ergon/core/verdict/finding';
import type { Judgement } from '@ergon/core/verdict/judge';
import { adviseUntested } from '@ergon/core/verdict/readiness';
import { toDialText } from '@ergon/core/words/cardWording';
import { pressedBy } from '@ergon/core/words/proveWording';
import { findingText } from '@ergon/core/words/findingWording';
import { costText, needText } from '@ergon/core/words/wording';
import { useRouter } from 'expo-router';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useMemo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { FootBlock } from '../components/FootBlock';
import { Words } from '../components/Words';
import { useWide } from '../components/useWide';
import { FixButton, fixNotes } from '../editing/FixButton';
import { WantLess } from '../editing/WantLess';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { useDue } from '../work/ToDial';
import type { TopFindingOf } from './useTopFinding';

interface TopFindingProps {
  judged: JudgedLook;
  top: TopFindingOf;
  /** Asks for the cheapest way to mend everything; null where nothing fails. */
  onMendAll: (() => void) | null;
  /** Opens what is to be dialled. */
  onDial: () => void;
}

/** The worst finding, with its fix: under the thumb on a phone. */
export function TopFinding({ judged, top, onMendAll, onDial }: TopFindingProps) {
  const wide = useWide();
  const { names, kit } = useRig();
  const { judgement, look } = judged;
  const { finding } = top;
  const { fixes, wants, need } = useOffers(judgement, finding);
  if (!finding) return <AllWhole judged={judged} onDial={onDial} />;
  const text = findingText(finding, names);
  const fix = fixes[0];
  const when =
    finding.shots.length === 1 && judgement.shots.length > 1 ? pressedBy({ shot: finding.shots[0]! }, names) : null;
  const notes = fix ? [costText(fix, names), ...fixNotes(fix, names, kit)] : [];
  return (
    <FootBlock label="First fault">
      <View style={styles.says}>
        <Words as={wide ? 'sentence' : 'strong'} tone="onBlock" live>
          {text.what}
        </Words>
        <Words as={wide ? 'body' : 'small'} tone="quietOnBlock">
          {[when === null ? text.why : `${when}: ${text.why}`, ...(wide ? [] : notes)].join(' · ')}
        </Words>
        {need && <Words tone="quietOnBlock">{needText(need)}</Words>}
        {wide && notes.length > 0 && (
          <Words as="small" tone="quietOnBlock">
            {notes.join(' · ')}
          </Words>
        )}
      </View>
      <View style={styles.acts}>
        {onMendAll && <Button onBlock label="Mend all" onPress={onMendAll} />}
        {fix && (
          <View style={styles.fix}>
            <FixButton look={look.id} fix={fix} onBlock bare />
          </View>
        )}
        {wants.length > 0 && (
          <View style={styles.fix}>
            <WantLess look={look.id} wants={wants} onBlock />
          </View>
        )}
        {top.next && <Pager top={top} next={top.next} />}
      </View>
    </FootBlock>
  );
}

/** Which of the findings this is, and the way to the next: quiet, at the end of the row. */
function Pager({ top: { place, count }, next }: { top: TopFindingOf; next: () => void }) {
  const colours = useColours();
  return (
    <Pressable role="button" aria-label={`Next, ${place} of ${count}`} onPress={next} style={styles.pager}>
      <ChevronRight size={20} color={colours.quietOnBlock} />
      <Words as="small" tone="quietOnBlock">{`${place} of ${count}`}</Words>
    </Pressable>
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

/** Nothing to mend: what is left is to dial it, then to prove it. */
function AllWhole({ judged, onDial }: { judged: JudgedLook; onDial: () => void }) {
  const router = useRouter();
  const { names } = useRig();
  const untested = adviseUntested(judged.readiness);
  const left = useToDial(judged);
  const due = useDue(judged);
  const isDue = left !== null && due.some(({ isDialled }) => !isDialled);
  const params = { look: judged.look.id };
  return (
    <FootBlock label="State of the look">
      <View style={styles.says}>
        <Words as="sentence" tone="onBlock" live>
          {left === null ? 'Every light fires as meant.' : 'Every light fires as meant, once it is dialled.'}
        </Words>
        {left !== null && <Words tone="quietOnBlock">{left}</Words>}
        {untested && <Words tone="quietOnBlock">{findingText(untested, names).what}</Words>}
      </View>
      <View style={styles.acts}>
        {left !== null && (
          <Button
            onBlock
            label="Cards"
            hint="what to dial on each unit"
            onPress={() => router.push({ pathname: '/lines/[look]/cards', params })}
          />
        )}
        {untested && (
          <View style={isDue ? undefined : styles.fix}>
            <Button
              onBlock
              kind={isDue ? 'plain' : 'act'}
              label="Test-fire"
              onPress={() => router.push({ pathname: '/fire/[look]', params })}
            />
          </View>
        )}
        {isDue && (
          <View style={styles.fix}>
            <Button kind="act" label="What to dial" onPress={onDial} />
          </View>
        )}
      </View>
    </FootBlock>
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
  pager: {
    alignItems: 'center',
    justifyContent: 'center',
    minHeight: TOUCH,
    minWidth: TOUCH,
  },
  acts: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  fix: { flexGrow: 1, flexShrink: 1, flexBasis: 0, maxWidth: 360 },
});
