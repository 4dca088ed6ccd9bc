import type { RecordRef } from '@ergon/core/operation/crewState';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { editsOf } from '@ergon/core/operation/history';
import { fromToText, type Told, unmetText } from '@ergon/core/words/operationWords';
import { format } from 'date-fns/format';
import { formatDistanceStrict } from 'date-fns/formatDistanceStrict';
import { isToday } from 'date-fns/isToday';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { EditList } from './EditList';
import { LookAsItWas } from './LookAsItWas';

export interface HistoryEntryProps {
  operation: TakenOperation;
  /** It and everything after it, the newest first; null where some of that is not known. */
  since: readonly TakenOperation[] | null;
  of: RecordRef | null;
  open: boolean;
  onToggle: () => void;
}

/** One thing somebody did: when, who and what; opened, what it changed and what may be done about it. */
export function HistoryEntry({ operation, since, of, open, onToggle }: HistoryEntryProps) {
  const colours = useColours();
  const { rig, names } = useRig();
  const { label, memberName, member, at, clockAheadS } = operation;
  const who = member === rig?.member.id ? 'You' : (memberName ?? 'Ergon');
  const off = clockAheadS !== null && clockText(clockAheadS);
  return (
    <View role="listitem" style={[styles.entry, { borderColor: colours.rule }]}>
      <Pressable role="button" aria-expanded={open} onPress={onToggle} style={styles.head}>
        <View style={styles.time}>
          <Words as="strong">{format(parseISO(at), 'HH:mm')}</Words>
          {!isToday(parseISO(at)) && (
            <Words as="small" tone="quiet">
              {format(parseISO(at), 'd MMM')}
            </Words>
          )}
        </View>
        <View style={styles.what}>
          <Words>{label}</Words>
          <Words as="small" tone="quiet">
            {[who, off, rig && onlyChange(operation, { names, state: rig })].filter(Boolean).join(' · ')}
          </Words>
        </View>
      </Pressable>
      {open && <Opened operation={operation} since={since} of={of} />}
    </View>
  );
}

/** Of a single field from what to what it went; of more one has to open it. */
function onlyChange({ edits }: TakenOperation, told: Told): string | null {
  const [edit, ...more] = edits;
  return edit?.edit === 'field' && more.length === 0 ? fromToText(edit, told) : null;
}

const clockText = (aheadS: number): string =>
  `by a clock ${formatDistanceStrict(0, Math.abs(aheadS) * 1000)} ${aheadS > 0 ? 'ahead' : 'behind'}`;

function Opened({ operation, since, of }: Omit<HistoryEntryProps, 'open' | 'onToggle'>) {
  const { rig, names, queue } = useRig();
  const [asItWas, setAsItWas] = useState(false);
  if (!rig) return null;
  return (
    <View style={styles.opened}>
      <EditList edits={of ? editsOf(operation, of) : operation.edits} told={{ names, state: rig }} />
      {operation.conflicts.map((conflict, index) => (
        <Words key={`clash ${index}`} as="small" tone="quiet">
          {unmetText(conflict, { names, state: rig })}
        </Words>
      ))}
      <View style={styles.buttons}>
        {operation.edits.length > 0 && (
          <Button label="Take back" hint={operation.label} onPress={() => queue.takeBack(operation)} />
        )}
        {of?.kind === 'look' && since && (
          <Button
            label={asItWas ? 'Close' : 'As it was before'}
            hint={operation.label}
            expanded={asItWas}
            onPress={() => setAsItWas(!asItWas)}
          />
        )}
      </View>
      {asItWas && of && since && <LookAsItWas look={of.id} since={since} at={operation.at} />}
    </View>
  );
}

const styles = StyleSheet.create({
  entry: { borderTopWidth: 1 },
  head: { flexDirection: 'row', gap: space.base, minHeight: TOUCH, paddingVertical: space.small },
  time: { width: 52 },
  what: { flex: 1, gap: space.hair },
  opened: { gap: space.tiny, paddingLeft: 52 + space.base, paddingBottom: space.base },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, paddingTop: space.tiny },
});
