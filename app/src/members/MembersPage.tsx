import type { MemberDeed, MembersAnswer } from '@ergon/core/record/memberExchange';
import { deedText } from '@ergon/core/words/memberWords';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Failure } from '../components/Failure';
import { Halves } from '../components/Halves';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { whenText } from '../prove/whenText';
import { isolated } from '../rig/isolatedNames';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { InviteBox, OpenLinks } from './InviteBox';
import { MemberRow } from './MemberRow';
import { OwnAccess } from './OwnAccess';
import { useMembers } from './useMembers';

/** Who is in the crew, and how others get in. */
export function MembersPage() {
  const { rig } = useRig();
  const { data, error, isPending, refetch } = useMembers();
  if (!rig) return null;
  return (
    <Page title="Members" subtitle={`Who is in ${rig.crew.name}, and how others get in.`}>
      <View style={styles.column}>
        {rig.crew.isDemo ? (
          <Words>The demo is yours alone. Sign out and start a crew to have others in it.</Words>
        ) : (
          <>
            {isPending && <Words live>Asking…</Words>}
            {error && (
              <View style={styles.part}>
                <Failure before="Members are changed on the server alone. " error={error} />
                <Button label="Try again" onPress={() => void refetch()} />
              </View>
            )}
            {data && <Members {...data} own={rig.member.id} />}
          </>
        )}
      </View>
    </Page>
  );
}

function Members({ members, links, deeds, own }: MembersAnswer & { own: string }) {
  const byOwner = members.some(({ id, role }) => id === own && role === 'owner');
  const inOrder = [...members].sort((a, b) => Number(a.removed !== null) - Number(b.removed !== null));
  return (
    <Halves
      first={
        <>
          <View role="list" aria-label="Members">
            {inOrder.map((member) => (
              <MemberRow key={member.id} member={member} isOwn={member.id === own} byOwner={byOwner} />
            ))}
          </View>
          {byOwner ? <InviteBox /> : <Words tone="quiet">An owner of the crew invites others.</Words>}
          <OpenLinks links={links} nameOf={(id) => members.find((one) => one.id === id)?.name ?? 'somebody'} />
        </>
      }
      second={
        <>
          <OwnAccess />
          <Deeds deeds={deeds} />
        </>
      }
    />
  );
}

const apart = (name: string | null): string | null => name && isolated(name);

const withNamesApart = (deed: MemberDeed): MemberDeed => ({
  ...deed,
  by: apart(deed.by),
  whom: apart(deed.whom),
  to: apart(deed.to),
});

const Deeds = ({ deeds }: Pick<MembersAnswer, 'deeds'>) => (
  <View style={styles.part}>
    <Words as="heading" level={2}>
      What was done
    </Words>
    <View role="list" aria-label="What was done about members" style={styles.part}>
      {deeds.map((deed) => (
        <View role="listitem" key={`${deed.at} ${deed.what} ${deed.whom}`}>
          <Words>{deedText(withNamesApart(deed))}</Words>
          <Words as="small" tone="quiet">
            {whenText(deed.at)}
          </Words>
        </View>
      ))}
    </View>
  </View>
);

const styles = StyleSheet.create({
  column: { gap: space.gap },
  part: { gap: space.small },
});
