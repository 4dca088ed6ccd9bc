import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { restoring } from '@ergon/core/operation/editsOf';
import { stateBefore } from '@ergon/core/operation/history';
import { indexKit } from '@ergon/core/rig/rig';
import { editText } from '@ergon/core/words/operationWords';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { MiniLines } from '../drawing/MiniLines';
import { judgeLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import { tallyText } from '../screens/tallyText';
import { space } from '../theme/tokens';

/** Differences written out. */
const SHOWN = 8;

interface LookAsItWasProps {
  look: string;
  /** Everything that was done since, the newest first. */
  since: readonly TakenOperation[];
  at: string;
}

/** A look before something was done: its lights as they would have fired then, and the way back to it. */
export function LookAsItWas({ look: id, since, at }: LookAsItWasProps) {
  const { rig, base, names, queue } = useRig();
  if (!rig || !base) return null;
  const then = stateBefore(base, since);
  const look = then.looks.find((one) => one.id === id);
  if (!look) return <Words>The look was not there yet.</Words>;
  const judged = judgeLook(indexKit(then), look, then);
  const back = restoring(rig, look, 'back');
  const time = format(parseISO(at), 'HH:mm');
  return (
    <View role="region" aria-label="As it was" style={styles.box}>
      <Words as="strong">{`As it was at ${time}, before this`}</Words>
      <Words as="small">{tallyText(judged)}</Words>
      <MiniLines readiness={judged.readiness} />
      {back.slice(0, SHOWN).map((edit, index) => (
        <Words key={index} as="small">
          {editText({ ...edit, from: edit.to, to: edit.from } as typeof edit, { names, state: rig })}
        </Words>
      ))}
      {back.length > SHOWN && <Words as="small" tone="quiet">{`and ${back.length - SHOWN} more`}</Words>}
      {back.length === 0 ? (
        <Words as="small">It is so again now.</Words>
      ) : (
        <Button
          kind="act"
          label="Put it back as it was"
          onPress={() => queue.submit(`${look.name} as it was at ${time}`, (now, born) => restoring(now, look, born))}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({ box: { gap: space.tiny, paddingTop: space.small } });
