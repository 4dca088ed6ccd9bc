import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { unmetText } from '@ergon/core/words/operationWords';
import { formatDistanceStrict } from 'date-fns/formatDistanceStrict';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useEffect, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { takeNewVersion, useNewVersion } from '../offline/newVersion';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { Words } from './Words';

/** How long another member's change is told. */
const TOLD_MS = 8000;

/** What is worth a glance and nothing more: one thin line each, above the places. */
export function QuietLines() {
  const colours = useColours();
  const newVersion = useNewVersion();
  const lines = [useOthersLine(), useUnmetLine(), useUnreadLine(), useWaitingLine(), useClockLine()].filter(
    (line) => line !== null,
  );
  if (lines.length === 0 && !newVersion) return null;
  return (
    <View
      role="status"
      aria-label="Meanwhile"
      style={[styles.lines, { borderColor: colours.rule, backgroundColor: colours.shade }]}
    >
      {lines.map((line) => (
        <Words key={line} as="small">
          {line}
        </Words>
      ))}
      {newVersion && (
        <Pressable role="button" onPress={takeNewVersion} style={styles.version}>
          <Words as="small">A newer version is ready. Touch to use it now.</Words>
        </Pressable>
      )}
    </View>
  );
}

/** "Mate B: channel of Light 6", for a while after it came. */
function useOthersLine(): string | null {
  const last = useToldForAWhile(() => true);
  return last && `${last.memberName ?? 'Ergon'}: ${last.label}`;
}

/** What of another member's change did not take effect because of somebody else's, for a while after it came. */
function useUnmetLine(): string | null {
  const { rig, names } = useRig();
  const last = useToldForAWhile(({ conflicts }) => conflicts.length > 0);
  if (!last || !rig) return null;
  return `${last.memberName ?? 'Ergon'}. ${unmetText(last.conflicts[0]!, { names, state: rig })}.`;
}

/** The last change of another member that is of the kind, until it has been there long enough to be read. */
function useToldForAWhile(isOfKind: (operation: TakenOperation) => boolean): TakenOperation | null {
  const { recent, rig } = useRig();
  const last = recent.findLast((one) => one.member !== rig?.member.id && isOfKind(one));
  const [over, setOver] = useState<number | null>(null);
  const number = last?.number ?? null;
  useEffect(() => {
    if (number === null) return;
    const timer = setTimeout(() => setOver(number), TOLD_MS);
    return () => clearTimeout(timer);
  }, [number]);
  return last && over !== number ? last : null;
}

/** What somebody else must do before what waits can be sent. */
const AILS: Readonly<Record<string, string | undefined>> = {
  'server.full': 'The disk of the machine Ergon runs on is full. It is sent once there is room.',
  'sign-in.removed': 'You were removed from this crew. It is sent once an owner lets you in again.',
  'server.damaged': 'The database is damaged. It is sent once a backup is restored.',
};

function useWaitingLine(): string | null {
  const { waits, saveState, signedOut, serverAils } = useRig();
  const [first] = waits;
  if (saveState !== 'waiting' || !first) return null;
  const count = waits.length === 1 ? 'A change waits' : `${waits.length} changes wait`;
  const since = `${count} on this device since ${format(parseISO(first.at), 'HH:mm')}`;
  const ails = AILS[serverAils ?? ''];
  if (ails !== undefined) return `${since}. ${ails}`;
  return `${since}, ${signedOut ? 'sent once you sign in' : 'sent once the server is near'}.`;
}

/** What is shown may be behind what others did. */
function useUnreadLine(): string | null {
  const { unread } = useRig();
  return unread && `${unread} Shown is what this device knows; what you do is kept here.`;
}

function useClockLine(): string | null {
  const { clockAheadS } = useRig();
  if (clockAheadS === null) return null;
  const off = formatDistanceStrict(0, Math.abs(clockAheadS) * 1000);
  return `The clock of this device is ${off} ${clockAheadS > 0 ? 'ahead' : 'behind'}.`;
}

const styles = StyleSheet.create({
  lines: { paddingHorizontal: space.wide, paddingVertical: space.tiny, borderTopWidth: 1, gap: space.hair },
  version: { minHeight: TOUCH, justifyContent: 'center' },
});
