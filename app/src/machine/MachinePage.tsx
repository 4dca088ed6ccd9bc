import { bytesText, healthLines } from '@ergon/core/words/machineWords';
import { StyleSheet, View } from 'react-native';
import { Failure } from '../components/Failure';
import { Halves } from '../components/Halves';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { ToTonight } from '../screens/ToTonight';
import { space } from '../theme/tokens';
import { BackupList } from './BackupList';
import { ReachCard } from './ReachCard';
import { useHealth, useMachine } from './useMachine';

/** The machine Ergon runs on, for whoever looks after it. Asks for no sign-in: it is looked at when nothing else opens. */
export function MachinePage() {
  const { data: machine, error } = useMachine();
  return (
    <Page title="The machine" subtitle="What Ergon runs on, and how phones come to it." bare>
      <Halves
        first={
          <>
            {machine && <ReachCard machine={machine} />}
            <Failure error={error} />
          </>
        }
        second={
          <>
            <Health free={machine?.here?.free ?? null} />
            {machine?.here && <BackupList here={machine.here} />}
          </>
        }
      />
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
  part: { gap: space.small },
});
