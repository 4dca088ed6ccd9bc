import { bytesText, healthLines } from '@ergon/core/words/machineWords';
import { StyleSheet, View } from 'react-native';
import { Failure } from '../components/Failure';
import { Page } from '../components/Page';
import { useWide } from '../components/useWide';
import { Words } from '../components/Words';
import { ToTonight } from '../screens/ToTonight';
import { space } from '../theme/tokens';
import { BackupList } from './BackupList';
import { ReachCard } from './ReachCard';
import { useHealth, useMachine } from './useMachine';

/** The machine Ergon runs on, for whoever looks after it. Asks for no sign-in: it is looked at when nothing else opens. */
export function MachinePage() {
  const wide = useWide();
  const { data: machine, error } = useMachine();
  return (
    <Page title="This machine" subtitle="What Ergon runs on, and how phones come to it." bare>
      <View style={wide ? styles.beside : styles.column}>
        <View style={[styles.column, wide && styles.half]}>
          {machine && <ReachCard machine={machine} />}
          <Failure error={error} />
        </View>
        <View style={[styles.column, wide && styles.half]}>
          <Health free={machine?.here?.free ?? null} />
          {machine?.here && <BackupList here={machine.here} />}
        </View>
      </View>
      <ToTonight />
    </Page>
  );
}

function Health({ free }: { free: number | null }) {
  const { data: health, isPending } = useHealth();
  return (
    <View style={styles.part}>
      <Words as="heading" level={2}>
        How it is
      </Words>
      {isPending && <Words live>Asking…</Words>}
      {health !== undefined && (
        <View role="list" aria-label="How it is" style={styles.part}>
          {healthLines(health).map(({ name, text, wrong }) => (
            <View role="listitem" key={name}>
              <Words as="strong">{name}</Words>
              <Words tone={wrong ? 'fault' : 'ink'} live={wrong}>
                {name === 'Disk' && free !== null ? `${text} ${bytesText(free)} left.` : text}
              </Words>
            </View>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  column: { gap: space.gap },
  beside: { flexDirection: 'row', gap: space.gap, alignItems: 'flex-start' },
  half: { flex: 1, maxWidth: 560 },
  part: { gap: space.small },
});
