import { making } from '@ergon/core/operation/editsOf';
import { changingMoment } from '@ergon/core/operation/eventEdits';
import type { Proposal, Proposals } from '@ergon/core/propose/propose';
import type { Wish } from '@ergon/core/propose/wish';
import { placingRef } from '@ergon/core/operation/editsOf';
import { missingText } from '@ergon/core/words/proposalWording';
import { fieldOf } from '@ergon/core/words/settingWords';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { modelName } from '../kit/profileSummary';
import { useRig } from '../rig/Rig';
import { recordId } from '../rig/recordId';
import { space } from '../theme/tokens';
import { ProposalCard } from './ProposalCard';
import { usePropose } from './usePropose';
import type { WishDraft } from './wishDraft';
import { tens } from '../workers/tens';

interface ProposedProps {
  wish: Wish;
  name: string;
  event: string;
  moment: string | undefined;
  /** Keeps a light's unit and way, or a sender, and proposes around it. */
  onPin: (kept: Partial<Pick<WishDraft, 'lights' | 'senders'>>) => void;
  /** A look has come of the wish. */
  onMade: () => void;
}

/** What the crew's own units could do for a wish: the best, and the next best two. */
export function Proposed({ wish, name, event, moment, onPin, onMade }: ProposedProps) {
  const { result, progress, stopped, stop, again } = usePropose(wish, event);
  const use = useProposal({ name, event, moment, onMade });
  if (!result)
    return (
      <View style={styles.row}>
        <Words grow live>
          {stopped
            ? 'Stopped.'
            : progress
              ? `Searching, ${tens(progress.done / Math.max(1, progress.all))} %`
              : 'Searching…'}
        </Words>
        {stopped ? (
          <Button label="Search again" onPress={again} />
        ) : (
          <Button label="Stop" hint="the search" onPress={stop} />
        )}
      </View>
    );
  const [best] = result.proposals;
  if (!best) return <NothingWhole result={result} />;
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Proposed
      </Words>
      {result.proposals.map((proposal, rank) => (
        <ProposalCard
          key={rank}
          proposal={proposal}
          rank={rank}
          best={rank === 0 ? null : best}
          wish={wish}
          onUse={() => use(proposal)}
          onPin={(wanted, pin) =>
            onPin({ lights: wish.lights.map((light, at) => (at === wanted ? { ...light, ...pin } : light)) })
          }
          onSenders={(senders) => onPin({ senders })}
        />
      ))}
      {!result.exact && (
        <Words as="small" tone="quiet">
          Good plans; your kit is too large to weigh every other.
        </Words>
      )}
    </View>
  );
}

/** Makes the look of a proposal, gives it to its moment, and opens it. */
function useProposal({ name, event, moment, onMade }: Pick<ProposedProps, 'name' | 'event' | 'moment' | 'onMade'>) {
  const { rig, queue } = useRig();
  const router = useRouter();
  return ({ units }: Proposal) => {
    const id = recordId(name, new Set(rig?.looks.map((look) => look.id)));
    queue.submit(`adding ${name}`, (now, born) => {
      const used = now.moments.find((one) => one.id === moment);
      return [
        making({ kind: 'look', id }, { id, name, event }, born),
        ...Object.entries(units).map(([unit, settings]) => making(placingRef(id, unit), settings, born)),
        ...(used ? changingMoment(now, used, { ...used, look: id }) : []),
      ];
    });
    onMade();
    router.replace({ pathname: '/lines/[look]', params: { look: id } });
  };
}

/** Nothing does it whole: what would, and what is only not recorded. */
function NothingWhole({ result: { missing, unrecorded } }: { result: Proposals }) {
  const { names, kit } = useRig();
  const router = useRouter();
  const nameOf = (id: string) => {
    const profile = kit.profiles.get(id);
    return profile ? modelName(profile) : 'a model';
  };
  const open = [...new Set(unrecorded.map((ref) => fieldOf(ref, names)))];
  return (
    <View style={styles.box}>
      <Words as="sentence" live>
        Nothing in your kit does all of this.
      </Words>
      {missing.map((one) => (
        <Words key={`${one.kind} ${one.family}`}>{missingText(one, names, nameOf)}</Words>
      ))}
      {open.length > 0 && <Words>{`Not recorded, so nobody can say: ${open.join(', ')}.`}</Words>}
      <View style={styles.row}>
        <Button label="Go to Kit" onPress={() => router.push('/kit')} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  row: { flexDirection: 'row', alignItems: 'center', gap: space.small },
});
