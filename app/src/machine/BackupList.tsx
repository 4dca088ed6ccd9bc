import type { KeptBackup, MachineAnswer } from '@ergon/core/record/machineExchange';
import { bytesText } from '@ergon/core/words/machineWords';
import { StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { whenText } from '../prove/whenText';
import { space } from '../theme/tokens';

/** What there is to go back to, and how. */
export function BackupList({ here }: { here: NonNullable<MachineAnswer['here']> }) {
  const { backups, trouble } = here;
  return (
    <>
      <View style={styles.part}>
        <Words as="heading" level={2}>
          Backups
        </Words>
        {trouble !== null && <Words tone="fault">{`The last try: ${trouble}`}</Words>}
        {backups.length === 0 ? (
          <Words tone="quiet">There is none yet. ./bin/backup makes one now.</Words>
        ) : (
          <View role="list" aria-label="Backups" style={styles.part}>
            {backups.map((backup) => (
              <BackupRow key={backup.file} backup={backup} />
            ))}
          </View>
        )}
      </View>
      <View style={styles.part}>
        <Words as="heading" level={2}>
          Bringing one back
        </Words>
        <Words>
          Stop Ergon, then ./bin/restore FILE with the name of one. What is there now is put aside, not removed. What
          phones had sent after that backup is in what is put aside, and everybody signs in again.
        </Words>
        <Words tone="quiet">They lie on this machine’s disk: copy the folder to another one.</Words>
      </View>
    </>
  );
}

function BackupRow({ backup: { file, made, bytes, checked, fault } }: { backup: KeptBackup }) {
  const state = checked ? 'whole' : 'not known to be whole';
  return (
    <View role="listitem">
      <Words as="strong">{made ? whenText(made) : 'Nobody knows when'}</Words>
      <Words as="small" tone={checked ? 'quiet' : 'fault'}>
        {[bytesText(bytes), state, fault].filter(Boolean).join(' · ')}
      </Words>
      <Words as="small" tone="quiet">
        {file}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({ part: { gap: space.small } });
