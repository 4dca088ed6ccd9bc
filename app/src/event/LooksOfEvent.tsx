import { usesOf } from '@ergon/core/operation/timetable';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { LinkBox } from '../components/LinkBox';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { type JudgedLook, useJudgedLooks } from '../rig/judgedLook';
import { tallyText } from '../screens/tallyText';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { LookTools } from './LookTools';
import { TestList } from '../prove/TestList';

/** The looks of an event: what uses them, how they stand, and what can be done with each. */
export function LooksOfEvent({ event, readOnly }: { event: string; readOnly: boolean }) {
  const router = useRouter();
  const looks = useJudgedLooks(event);
  const [open, setOpen] = useState<string | null>(null);
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Looks
      </Words>
      {looks.length === 0 && <Words>No looks yet: an arrangement of lights with their settings.</Words>}
      <View role="list" aria-label="Looks">
        {looks.map((judged) => (
          <LookOfEvent
            key={judged.look.id}
            judged={judged}
            readOnly={readOnly}
            open={open === judged.look.id}
            onToggle={() => setOpen(open === judged.look.id ? null : judged.look.id)}
          />
        ))}
      </View>
      {!readOnly && (
        <View style={styles.add}>
          <Button
            kind={looks.length === 0 ? 'act' : 'plain'}
            label="New look"
            onPress={() => router.push({ pathname: '/events/[event]/wish', params: { event } })}
          />
        </View>
      )}
    </View>
  );
}

interface LookOfEventProps {
  judged: JudgedLook;
  readOnly: boolean;
  open: boolean;
  onToggle: () => void;
}

function LookOfEvent({ judged, readOnly, open, onToggle }: LookOfEventProps) {
  const { rig } = useRig();
  const colours = useColours();
  const { look } = judged;
  const uses = rig ? usesOf(rig, look) : [];
  return (
    <View role="listitem" style={[styles.look, { borderColor: colours.rule }]}>
      <View style={styles.row}>
        <LinkBox href={{ pathname: '/lines/[look]', params: { look: look.id } }} style={[styles.link]}>
          <Words as="strong">{look.name}</Words>
          <Words as="small" tone="quiet">
            {[tallyText(judged), uses.length === 0 ? 'in no moment' : uses.map(({ name }) => name).join(', ')].join(
              ' · ',
            )}
          </Words>
        </LinkBox>
        <Button kind="quiet" label={open ? 'Close' : 'More'} hint={look.name} expanded={open} onPress={onToggle} />
      </View>
      {open && <TestList look={look.id} readOnly={readOnly} />}
      {open && <LookTools look={look} readOnly={readOnly} onDone={onToggle} />}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  add: { maxWidth: 360 },
  look: { borderTopWidth: 1 },
  row: { flexDirection: 'row', alignItems: 'flex-start' },
  link: { flexGrow: 1, flexShrink: 1, paddingVertical: space.base, gap: space.hair, minHeight: TOUCH },
});
