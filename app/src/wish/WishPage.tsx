import type { Wish } from '@ergon/core/propose/wish';
import { making } from '@ergon/core/operation/editsOf';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { NumberField } from '../components/NumberField';
import { Page } from '../components/Page';
import { Toggles } from '../components/Toggles';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { nameFault } from '../event/nameFault';
import { useRig } from '../rig/Rig';
import { byLabel } from '../rig/byLabel';
import { recordId } from '../rig/recordId';
import { ToTonight } from '../screens/ToTonight';
import { space } from '../theme/tokens';
import { Proposed } from './Proposed';
import { WantedLights } from './WantedLights';
import { MOST_LIGHTS, useWishDraft, withCount } from './wishDraft';

/** A look from what is wanted of it: how many lights, what each is for, and which bodies shoot. */
export function WishPage() {
  const { event, moment } = useLocalSearchParams<{ event: string; moment?: string }>();
  const { rig } = useRig();
  const known = rig?.events.some(({ id }) => id === event);
  if (!rig) return null;
  if (!known)
    return (
      <Page title="New look">
        <Words>There is no such event: it may have been removed.</Words>
        <ToTonight />
      </Page>
    );
  return <WishOf key={`${event} ${moment}`} event={event} moment={moment} />;
}

function WishOf({ event, moment }: { event: string; moment: string | undefined }) {
  const { rig } = useRig();
  const wide = useWide();
  const bodies = useBodies();
  const used = rig?.moments.find(({ id }) => id === moment);
  const { draft, change, forget } = useWishDraft(rig!.crew.id, `${event} ${moment ?? ''}`, {
    name: used?.name ?? '',
    bodies: bodies.slice(0, 1),
    lights: withCount([], 3),
    senders: [],
    asked: false,
  });
  const { lights } = draft;
  const shooting = draft.bodies.filter((id) => bodies.includes(id));
  const lacks =
    nameFault(draft.name) !== undefined ? 'Give the look a name.' : shooting.length === 0 ? 'Choose who shoots.' : null;
  const wish: Wish | null =
    draft.asked && lacks === null
      ? { lights, bodies: shooting, senders: draft.senders.filter(({ body }) => shooting.includes(body)) }
      : null;
  return (
    <Page
      title="New look"
      subtitle={rig?.events.find(({ id }) => id === event)?.name}
      footer={wish ? undefined : <Ask lacks={lacks} onAsk={() => change({ asked: true })} />}
    >
      <View style={wide ? styles.beside : styles.column}>
        <View style={[styles.column, wide && styles.half]}>
          <View style={styles.box}>
            <Field label="Name of the look" value={draft.name} onChangeText={(name) => change({ name })} />
          </View>
          <WhoShoots bodies={bodies} shooting={shooting} onChange={(chosen) => change({ bodies: chosen })} />
          <HowMany count={lights.length} onChange={(count) => change({ lights: withCount(lights, count) })} />
          <WantedLights lights={lights} bodies={shooting} onChange={(next) => change({ lights: next })} />
        </View>
        <View style={[styles.column, wide && styles.half]}>
          {wish ? (
            <Proposed
              wish={wish}
              name={draft.name.trim()}
              event={event}
              moment={moment}
              onPin={change}
              onMade={forget}
            />
          ) : (
            <StartEmpty event={event} name={draft.name} onMade={forget} />
          )}
        </View>
      </View>
    </Page>
  );
}

/** The crew's bodies that are there, by label. */
function useBodies(): string[] {
  const { rig, kit, names } = useRig();
  return (rig?.units ?? [])
    .filter(({ profile, inService }) => kit.profiles.get(profile)?.kind === 'body' && inService !== false)
    .map(({ id }) => id)
    .sort(byLabel(names));
}

/** Under the thumb: the question itself, or what is still to be said for it. */
const Ask = ({ lacks, onAsk }: { lacks: string | null; onAsk: () => void }) => (
  <>
    {lacks !== null && (
      <Words as="small" tone="quiet">
        {lacks}
      </Words>
    )}
    <View style={styles.act}>
      <Button kind="act" label="Propose" onPress={onAsk} disabled={lacks !== null} />
    </View>
  </>
);

interface WhoShootsProps {
  bodies: readonly string[];
  shooting: readonly string[];
  onChange: (bodies: string[]) => void;
}

function WhoShoots({ bodies, shooting, onChange }: WhoShootsProps) {
  const { names } = useRig();
  if (bodies.length === 0) return <Words>No body is in your kit yet: add one under Kit.</Words>;
  return (
    <View style={styles.box}>
      <Words as="small" tone="quiet">
        Who shoots
      </Words>
      <Toggles
        label="Who shoots"
        options={bodies.map((id) => ({ value: id, label: names.unit(id) }))}
        values={shooting}
        onChange={onChange}
      />
    </View>
  );
}

const HowMany = ({ count, onChange }: { count: number; onChange: (count: number) => void }) => (
  <View style={styles.box}>
    <Words as="small" tone="quiet">
      How many lights
    </Words>
    <NumberField label="How many lights" from={1} to={MOST_LIGHTS} value={count} onChange={onChange} />
  </View>
);

/** A look with nothing in it, to be filled by hand. */
function StartEmpty({ event, name, onMade }: { event: string; name: string; onMade: () => void }) {
  const { rig, queue } = useRig();
  const router = useRouter();
  const make = () => {
    const id = recordId(name, new Set(rig?.looks.map((look) => look.id)));
    queue.submit(`adding ${name.trim()}`, (_, born) => [
      making({ kind: 'look', id }, { id, name: name.trim(), event }, born),
    ]);
    onMade();
    router.replace({ pathname: '/lines/[look]', params: { look: id } });
  };
  return (
    <View style={styles.row}>
      <Button label="Start empty instead" onPress={make} disabled={nameFault(name) !== undefined} />
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: space.gap },
  beside: { flexDirection: 'row', gap: space.gap, maxWidth: 1100 },
  half: { flex: 1, minWidth: 0 },
  box: { gap: space.tiny, maxWidth: 420 },
  act: { maxWidth: 360, width: '100%' },
  row: { flexDirection: 'row' },
});
