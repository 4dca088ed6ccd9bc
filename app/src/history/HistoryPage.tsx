import type { RecordRef } from '@ergon/core/operation/crewState';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { editsOf } from '@ergon/core/operation/history';
import { canBeMine, conflictText, recordName } from '@ergon/core/words/operationWords';
import { useLocalSearchParams } from 'expo-router';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Page } from '../components/Page';
import { Words } from '../components/Words';
import { faultSentence } from '../components/faultSentence';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';
import { HistoryEntry } from './HistoryEntry';
import { useHistory } from './useHistory';

/** Of what a history is asked: `unit:light-6`, `look:vows`; anything else is the whole crew's. */
export function askedFor(of: string | undefined): RecordRef | null {
  const match = /^(unit|look|event|profile|family):([a-z0-9-]{1,64})$/.exec(of ?? '');
  return match && { kind: match[1] as 'unit' | 'look', id: match[2]! };
}

/** Who did what, and when: of the crew, or of one unit or look. */
export function HistoryPage() {
  const { of } = useLocalSearchParams<{ of?: string }>();
  const { rig, names } = useRig();
  const { operations, newestMissing, more, away } = useHistory();
  const [open, setOpen] = useState<number | null>(null);
  if (!rig) return null;
  const ref = askedFor(of);
  const shown = ref ? operations.filter((one) => editsOf(one, ref).length > 0) : operations;
  const reached = operations.at(-1);
  return (
    <Page
      title={ref ? `History of ${recordName(ref, { names, state: rig })}` : 'History'}
      subtitle="Who did what. Anything can be taken back, by anybody of the crew."
    >
      <Undecided />
      <Waiting />
      {newestMissing && (
        <Words as="small" tone="quiet">
          What was done last cannot be fetched without the server.
        </Words>
      )}
      {shown.length === 0 && <Words>{emptyText(ref !== null, reached !== undefined)}</Words>}
      <View role="list" aria-label="Operations">
        {shown.map((operation) => (
          <HistoryEntry
            key={operation.number}
            operation={operation}
            since={newestMissing ? null : operations.slice(0, operations.indexOf(operation) + 1)}
            of={ref}
            open={open === operation.number}
            onToggle={() => setOpen(open === operation.number ? null : operation.number)}
          />
        ))}
      </View>
      {more && <Button label="Show earlier" onPress={more} />}
      {away && (
        <Words as="small" tone="quiet">
          What is earlier cannot be fetched without the server.
        </Words>
      )}
    </Page>
  );
}

const emptyText = (ofSomething: boolean, anything: boolean): string => {
  if (!anything) return 'Nothing has been done yet. Every change of the crew will stand here.';
  return ofSomething ? 'Nothing has been changed here as far back as is shown.' : 'Nothing yet.';
};

/** What this device has not been able to send. */
function Waiting() {
  const { waits } = useRig();
  const colours = useColours();
  if (waits.length === 0) return null;
  return (
    <View style={[styles.waiting, { borderColor: colours.rule }]}>
      <Words as="strong">{waits.length === 1 ? 'One waits to be sent' : `${waits.length} wait to be sent`}</Words>
      {labelsOf(waits).map(([label, count]) => (
        <Words key={label} as="small">
          {count === 1 ? label : `${label}, ${count} times`}
        </Words>
      ))}
    </View>
  );
}

/** What the server did not take and this device keeps, with what may be done about it. */
function Undecided() {
  const { clashes, parked, queue, names, rig } = useRig();
  const colours = useColours();
  if (!rig || clashes.length + parked.length === 0) return null;
  const told = { names, state: rig };
  return (
    <View style={[styles.waiting, { borderColor: colours.rule }]}>
      <Words as="strong">To decide</Words>
      {clashes.map((clash, index) => (
        <Decision key={`clash ${index}`} words={Object.values(conflictText(clash.conflict, told)).join(' ')}>
          <Button label="Let mine go" onPress={() => queue.settle(clash, 'theirs')} />
          {canBeMine(clash.conflict) && <Button label="Use mine" onPress={() => queue.settle(clash, 'mine')} />}
        </Decision>
      ))}
      {parked.map(({ operation: { id, label }, why }) => (
        <Decision key={id} words={`Not taken: ${label}. ${faultSentence(why)}`}>
          <Button label="Send it again" hint={label} onPress={() => queue.decide(id, 'retry')} />
          <Button label="Drop it" hint={label} onPress={() => queue.decide(id, 'drop')} />
        </Decision>
      ))}
    </View>
  );
}

const Decision = ({ words, children }: { words: string; children: ReactNode }) => (
  <View style={styles.decision}>
    <Words as="small">{words}</Words>
    <View style={styles.buttons}>{children}</View>
  </View>
);

function labelsOf(waits: readonly Pick<TakenOperation, 'label'>[]): [string, number][] {
  const counts = new Map<string, number>();
  for (const { label } of waits) counts.set(label, (counts.get(label) ?? 0) + 1);
  return [...counts];
}

const styles = StyleSheet.create({
  decision: { gap: space.tiny, paddingVertical: space.tiny },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
  waiting: { gap: space.hair, borderTopWidth: 1, borderBottomWidth: 1, paddingVertical: space.small },
});
