import { type Href, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { FootBlock } from '../components/FootBlock';
import { Words } from '../components/Words';
import { useTonight } from '../event/useTonight';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

interface Step {
  name: string;
  /** How far it is, in words. */
  state: string;
  done: boolean;
  /** What to do, while it is not done. */
  act: { label: string; href: Href };
}

/** What a new crew does first: its gear, its event, its lights; one button for the one that comes next. */
export function FirstSteps() {
  const router = useRouter();
  const colours = useColours();
  const steps = useFirstSteps();
  const next = steps.find(({ done }) => !done);
  return (
    <>
      {next && (
        <FootBlock label="Next">
          <Words as="sentence" tone="onBlock">
            {`${next.name}. ${next.state}`}
          </Words>
          <View style={styles.act}>
            <Button kind="act" label={next.act.label} onPress={() => router.push(next.act.href)} />
          </View>
          {next === steps[0] && (
            <View style={styles.act}>
              <Button onBlock label="Bring in a list or a document" onPress={() => router.push('/kit/files')} />
            </View>
          )}
        </FootBlock>
      )}
      <View role="list" aria-label="First steps">
        {steps.map((step, index) => (
          <View key={step.name} role="listitem" style={[styles.step, { borderColor: colours.rule }]}>
            <View style={styles.number}>
              <Words as="strong">{step.done ? '✓' : String(index + 1)}</Words>
            </View>
            <View style={styles.says}>
              <Words as={step === next ? 'heading' : 'body'}>{step.name}</Words>
              <Words as="small" tone="quiet">
                {step.state}
              </Words>
            </View>
          </View>
        ))}
      </View>
    </>
  );
}

function useFirstSteps(): Step[] {
  const { rig, kit } = useRig();
  const tonight = useTonight();
  const units = rig?.units ?? [];
  const has = (kind: string) => units.some((unit) => kit.profiles.get(unit.profile)?.kind === kind);
  const models = rig?.profiles.length ?? 0;
  const hasGear = has('body') && has('flash');
  const missing = [!has('body') && 'a body', !has('flash') && 'a flash'].filter(Boolean).join(' and ');
  return [
    {
      name: 'Your gear',
      done: hasGear,
      state: hasGear
        ? `${units.length} units of ${models} models.`
        : units.length > 0
          ? `${units.length} units; ${missing} is missing.`
          : 'The bodies, flashes and triggers you own.',
      act: models === 0 ? { label: 'Describe a model', href: '/kit/models/new' } : { label: 'Add units', href: '/kit' },
    },
    {
      name: 'Your event',
      done: (rig?.events.length ?? 0) > 0,
      state: 'Its day, its place, and its moments.',
      act: { label: 'Add an event', href: '/events' },
    },
    {
      name: 'Its lights',
      done: (rig?.looks.length ?? 0) > 0,
      state: 'A look for each moment.',
      act: {
        label: 'Plan the lights',
        href: tonight ? { pathname: '/events/[event]', params: { event: tonight.id } } : '/events',
      },
    },
  ];
}

const styles = StyleSheet.create({
  act: { maxWidth: 360 },
  step: { flexDirection: 'row', gap: space.base, borderTopWidth: 1, paddingVertical: space.base },
  number: { width: 20 },
  says: { flex: 1, gap: space.hair },
});
