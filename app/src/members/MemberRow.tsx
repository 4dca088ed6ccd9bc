import type { CrewMember } from '@ergon/core/record/memberExchange';
import { ROLE_NAMES } from '@ergon/core/words/memberWords';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Failure } from '../components/Failure';
import { Field } from '../components/Field';
import { FormEnd } from '../components/FormEnd';
import { Words } from '../components/Words';
import { whenText } from '../prove/whenText';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { LinkCard } from './LinkCard';
import { useChange, useNewLink } from './useMembers';

interface MemberRowProps {
  member: CrewMember;
  /** Whether it is who looks at it. */
  isOwn: boolean;
  /** Whether who looks at it is an owner. */
  byOwner: boolean;
}

/** One person of the crew, and what may be changed about them. */
export function MemberRow({ member, isOwn, byOwner }: MemberRowProps) {
  const colours = useColours();
  const [open, setOpen] = useState(false);
  const { name, role, since, removed } = member;
  const about = removed
    ? `removed by ${removed.by}, ${whenText(removed.at)}`
    : [ROLE_NAMES[role], isOwn ? 'you' : null, `since ${whenText(since)}`].filter(Boolean).join(' · ');
  return (
    <View role="listitem" aria-label={`${name}, ${about}`} style={[styles.row, { borderColor: colours.rule }]}>
      <View style={styles.head}>
        <View style={styles.words}>
          <Words as="strong" tone={removed ? 'quiet' : 'ink'}>
            {name}
          </Words>
          <Words as="small" tone="quiet">
            {about}
          </Words>
        </View>
        {(byOwner || isOwn) && !removed && (
          <Button label={open ? 'Close' : 'Change'} hint={name} expanded={open} onPress={() => setOpen(!open)} />
        )}
        {byOwner && removed && <LetInAgain member={member} />}
      </View>
      {open && <MemberTools {...{ member, isOwn, byOwner }} />}
    </View>
  );
}

function LetInAgain({ member: { id, name } }: { member: CrewMember }) {
  const change = useChange(id);
  return (
    <View style={styles.again}>
      <Button label="Let in again" hint={name} onPress={() => change.mutate({ removed: false })} />
      <Failure error={change.error} />
    </View>
  );
}

function MemberTools({ member, isOwn, byOwner }: MemberRowProps) {
  const change = useChange(member.id);
  const link = useNewLink();
  const [asked, setAsked] = useState(false);
  const { id, name, role } = member;
  if (link.data) return <LinkCard link={link.data} name={name} onClose={() => link.reset()} />;
  if (asked) return <Removal {...{ member, isOwn }} onClose={() => setAsked(false)} />;
  return (
    <View style={styles.tools}>
      <Rename member={member} />
      <View style={styles.buttons}>
        {byOwner && (
          <Button
            label={role === 'owner' ? 'Make a member' : 'Make an owner'}
            hint={name}
            onPress={() => change.mutate({ role: role === 'owner' ? 'member' : 'owner' })}
          />
        )}
        {byOwner && !isOwn && (
          <Button label="Link to get in again" hint={`for ${name}`} onPress={() => link.mutate({ member: id })} />
        )}
        <Button label={isOwn ? 'Leave the crew' : 'Remove'} hint={name} onPress={() => setAsked(true)} />
      </View>
      <Failure error={change.error ?? link.error} />
    </View>
  );
}

function Rename({ member: { id, name } }: { member: CrewMember }) {
  const change = useChange(id);
  const [typed, setTyped] = useState(name);
  const wanted = typed.trim();
  const isNew = wanted !== '' && wanted !== name;
  const rename = () => isNew && change.mutate({ name: wanted });
  return (
    <>
      <View style={styles.rename}>
        <Field label="Name" value={typed} onChangeText={setTyped} onSubmitEditing={rename} autoComplete="off" />
        <Button label="Rename" hint={name} onPress={rename} disabled={!isNew || change.isPending} />
      </View>
      <Failure error={change.error} />
    </>
  );
}

/** Asked for twice; what was done stays in the history, and an owner can take it back. */
function Removal({
  member: { id, name },
  isOwn,
  onClose,
}: {
  member: CrewMember;
  isOwn: boolean;
  onClose: () => void;
}) {
  const change = useChange(id);
  return (
    <View role="group" aria-label={isOwn ? 'Leave the crew' : `Remove ${name}`} style={styles.tools}>
      <Words live>
        {isOwn
          ? 'You are out at once. What you did stays. An owner can let you in again.'
          : `${name} is out at once, on every device. What they did stays, and what waits on their device stays there. You can let them in again.`}
      </Words>
      <FormEnd
        act={{ label: isOwn ? 'Leave' : 'Remove', hint: name }}
        onAct={() => change.mutate({ removed: true }, { onSuccess: onClose })}
        wait={change}
        leave="Cancel"
        onLeave={onClose}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { borderBottomWidth: 1, paddingVertical: space.small, gap: space.small },
  head: { flexDirection: 'row', alignItems: 'center', gap: space.small },
  words: { flexShrink: 1, flexGrow: 1, minWidth: 0 },
  again: { flexShrink: 1 },
  tools: { gap: space.small },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  rename: { flexDirection: 'row', alignItems: 'flex-end', gap: space.small },
});
