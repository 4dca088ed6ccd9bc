import type { RankedMoment } from '@ergon/core/operation/crewState';
import { removing } from '@ergon/core/operation/editsOf';
import { addingMoment, changingMoment, copyingMoment, movingMoment } from '@ergon/core/operation/eventEdits';
import { looksOf, momentsOf } from '@ergon/core/operation/timetable';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useJudgedLooks } from '../rig/judgedLook';
import { recordId } from '../rig/recordId';
import { MomentForm } from '../screens/lazyForms';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { MomentLine } from './MomentLine';

/** The moments of an event in order; each is opened to be changed, moved, copied or removed. */
export function MomentsOfEvent({ event, readOnly }: { event: string; readOnly: boolean }) {
  const { rig } = useRig();
  const looks = useJudgedLooks(event);
  const [open, setOpen] = useState<string | null>(null);
  const colours = useColours();
  if (!rig) return null;
  const moments = momentsOf(rig, event);
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Moments
      </Words>
      {moments.length === 0 && <Words>No moments yet: vows, speeches, a dance. Each uses a look.</Words>}
      <View role="list" aria-label="Moments">
        {moments.map((moment) => (
          <View key={moment.id} role="listitem" style={[styles.moment, { borderColor: colours.rule }]}>
            <View style={styles.row}>
              <MomentLine moment={moment} judged={looks.find(({ look }) => look.id === moment.look)} />
              {!readOnly && (
                <Button
                  kind="quiet"
                  label={open === moment.id ? 'Close' : 'Change'}
                  hint={moment.name}
                  expanded={open === moment.id}
                  onPress={() => setOpen(open === moment.id ? null : moment.id)}
                />
              )}
            </View>
            {open !== moment.id && <Detail moment={moment} />}
            {!readOnly && moment.look == null && moment.noFlash !== true && <LightIt moment={moment} />}
            {open === moment.id && !readOnly && <MomentEditor moment={moment} onDone={() => setOpen(null)} />}
          </View>
        ))}
      </View>
      {!readOnly && <AddMoment event={event} />}
    </View>
  );
}

/** A moment without a look: the way to one. */
function LightIt({ moment: { id, name, event } }: { moment: RankedMoment }) {
  const router = useRouter();
  return (
    <View style={styles.detail}>
      <Button
        label="Light it"
        hint={name}
        onPress={() => router.push({ pathname: '/events/[event]/wish', params: { event, moment: id } })}
      />
    </View>
  );
}

/** How long, how many frames, and what one should know of it. */
function Detail({ moment: { minutes, frames, notes } }: { moment: RankedMoment }) {
  const text = [minutes != null && `${minutes} min`, frames != null && `${frames} frames`, notes]
    .filter(Boolean)
    .join(' · ');
  if (text === '') return null;
  return (
    <View style={styles.detail}>
      <Words as="small" tone="quiet">
        {text}
      </Words>
    </View>
  );
}

function MomentEditor({ moment, onDone }: { moment: RankedMoment; onDone: () => void }) {
  const { rig, queue } = useRig();
  const { id, name, event } = moment;
  // Others may change it while the form is open: what it was then is what this member changes.
  const [seen] = useState(moment);
  if (!rig) return null;
  const all = momentsOf(rig, event);
  const at = all.findIndex((one) => one.id === id);
  const act = (label: string, edits: Parameters<typeof queue.submit>[1]) => {
    queue.submit(label, edits);
    onDone();
  };
  return (
    <View style={styles.editor}>
      <View style={styles.buttons}>
        <Button
          label="Earlier"
          hint={name}
          disabled={at === 0}
          onPress={() => queue.submit(`${name} earlier`, (now) => movingMoment(now, id, -1))}
        />
        <Button
          label="Later"
          hint={name}
          disabled={at === all.length - 1}
          onPress={() => queue.submit(`${name} later`, (now) => movingMoment(now, id, 1))}
        />
        <Button
          label="Copy"
          hint={name}
          onPress={() => {
            const copy = recordId(name, new Set(rig.moments.map((one) => one.id)));
            act(`copying ${name}`, (now, born) => copyingMoment(now, id, { copy, born }));
          }}
        />
        <Button
          label="Remove"
          hint={name}
          onPress={() => act(`removal of ${name}`, (now) => removing(now, { kind: 'moment', id }))}
        />
      </View>
      <MomentForm
        start={seen}
        looks={looksOf(rig, event)}
        act="Save"
        onDone={(entry) => act(`edit of ${name}`, (now) => changingMoment(now, seen, { ...seen, ...entry }))}
        onLeave={onDone}
      />
    </View>
  );
}

function AddMoment({ event }: { event: string }) {
  const { rig, queue } = useRig();
  const [adding, setAdding] = useState(false);
  if (!rig) return null;
  if (!adding)
    return (
      <View style={styles.add}>
        <Button label="Add a moment" onPress={() => setAdding(true)} />
      </View>
    );
  return (
    <MomentForm
      start={{ name: '' }}
      looks={looksOf(rig, event)}
      act="Add it"
      onDone={(entry) => {
        const id = recordId(entry.name, new Set(rig.moments.map((one) => one.id)));
        queue.submit(`adding ${entry.name}`, (now, born) => addingMoment(now, event, { id, ...entry }, born));
        setAdding(false);
      }}
      onLeave={() => setAdding(false)}
    />
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  add: { maxWidth: 360 },
  moment: { borderTopWidth: 1 },
  row: { flexDirection: 'row', alignItems: 'flex-start' },
  detail: { paddingLeft: 52 + space.base, paddingBottom: space.base },
  editor: { gap: space.base, paddingBottom: space.wide },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
