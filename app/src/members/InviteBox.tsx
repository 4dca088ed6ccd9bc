import type { OpenLink, Role } from '@ergon/core/record/memberExchange';
import { ROLE_NAMES } from '@ergon/core/words/memberWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Failure } from '../components/Failure';
import { Words } from '../components/Words';
import { whenText } from '../prove/whenText';
import { space } from '../theme/tokens';
import { LinkCard } from './LinkCard';
import { useNewLink, useWithdraw } from './useMembers';

const ROLES: readonly { value: Role; label: string }[] = [
  { value: 'member', label: 'Member' },
  { value: 'owner', label: 'Owner' },
];

/** How somebody new gets in. */
export function InviteBox() {
  const [role, setRole] = useState<Role>('member');
  const make = useNewLink();
  // The next one is for a member again: an owner is made on purpose.
  const close = () => {
    make.reset();
    setRole('member');
  };
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Somebody new
      </Words>
      {make.data ? (
        <LinkCard link={make.data} name={null} onClose={close} />
      ) : (
        <>
          <Choice label="Invite as" options={ROLES} value={role} onChoose={setRole} fill />
          <Words as="small" tone="quiet">
            An owner invites, names and removes people. With gear, looks and tests everybody is alike.
          </Words>
          <Button
            kind="act"
            label={make.isPending ? 'Making it…' : 'Invite somebody'}
            onPress={() => make.mutate({ role })}
            disabled={make.isPending}
          />
        </>
      )}
      <Failure error={make.error} />
    </View>
  );
}

/** Links nobody has used yet. */
export function OpenLinks({ links, nameOf }: { links: readonly OpenLink[]; nameOf: (id: string) => string }) {
  const withdraw = useWithdraw();
  if (links.length === 0) return null;
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Open links
      </Words>
      {links.map(({ id, member, role, by, until }) => {
        const whom = member === null ? `For a new ${ROLE_NAMES[role]}` : `For ${nameOf(member)}`;
        const maker = by === null ? 'made at the machine' : `by ${by}`;
        return (
          <View key={id} style={styles.link}>
            <View style={styles.words}>
              <Words as="strong">{whom}</Words>
              <Words as="small" tone="quiet">{`${maker}, until ${whenText(until)}`}</Words>
            </View>
            <Button
              label="Withdraw"
              hint={`the link ${whom.toLowerCase()}, ${maker}`}
              onPress={() => withdraw.mutate(id)}
              disabled={withdraw.isPending}
            />
          </View>
        );
      })}
      <Failure error={withdraw.error} />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small, alignItems: 'stretch' },
  link: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  words: { flex: 1, minWidth: 0 },
});
