import { toDocument } from '@ergon/core/operation/crewDocument';
import { importing, replacedBy } from '@ergon/core/operation/editsOf';
import type { FieldFault } from '@ergon/core/record/fieldFault';
import { parseDocument, writeDocument } from '@ergon/core/record/kitDocument';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { FilePick } from '../components/FilePick';
import { Words } from '../components/Words';
import type { OperationQueue } from '../rig/operationQueue';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import { type Ahead, ImportAhead } from './ImportAhead';
import { ExportButton } from './ExportButton';

/** At most this many faults are listed: a person mends a few and tries again. */
const SHOWN_FAULTS = 12;

type Faults = { faults: readonly FieldFault[] };
type Done = { imported: string } | { same: string } | Faults;
type Outcome = Done | { ahead: Ahead };

/** The open document, out and in. */
export function DocumentBox() {
  const { rig, queue } = useRig();
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const put = (ahead: Ahead) => setOutcome(importNow(queue, ahead));
  const pick = async (file: File) => {
    const read = await readDocument(file);
    if ('faults' in read) return setOutcome(read);
    // What only adds is done at once; nobody is asked about nothing.
    const asks = rig !== null && replacedBy(importing(rig, read.document, 'ahead')).length > 0;
    if (asks) setOutcome({ ahead: read });
    else put(read);
  };
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Document
      </Words>
      <Words tone="quiet">
        Your families, profiles, units and looks as one open JSON file. Importing adds to your kit and replaces what has
        the same id, which is shown before it is done; a file with any fault changes nothing.
      </Words>
      <View style={styles.buttons}>
        {rig && (
          <ExportButton
            label="Export the document"
            name="ergon-kit.json"
            write={() => writeDocument(toDocument(rig))}
          />
        )}
        <FilePick
          label="Import a file"
          hint="Document to import"
          accept="application/json,.json"
          onPick={(file) => void pick(file)}
        />
      </View>
      {outcome && 'ahead' in outcome && (
        <ImportAhead ahead={outcome.ahead} onImport={() => put(outcome.ahead)} onLeave={() => setOutcome(null)} />
      )}
      {outcome && !('ahead' in outcome) && <Outcomes outcome={outcome} />}
    </View>
  );
}

function Outcomes({ outcome }: { outcome: Done }) {
  if ('faults' in outcome) return <Refused faults={outcome.faults} />;
  return (
    <Words live>
      {'same' in outcome ? `${outcome.same} has nothing you do not have.` : `Imported ${outcome.imported}.`}
    </Words>
  );
}

/** A file with any fault changes nothing. */
async function readDocument(file: File): Promise<Ahead | Faults> {
  let input: unknown;
  try {
    input = JSON.parse(await file.text());
  } catch (error) {
    return { faults: [{ path: file.name, message: `is not valid JSON: ${(error as Error).message}` }] };
  }
  const parsed = parseDocument(input);
  if (!parsed.ok) return { faults: parsed.faults.map((fault) => ({ ...fault, path: fault.path || 'document' })) };
  return { file: file.name, document: parsed.document };
}

/** All of it as one operation, which undo takes back as one. */
function importNow(queue: OperationQueue, { file, document }: Ahead): Done {
  const id = queue.submit(`import of ${file}`, (rig, born) => importing(rig, document, born));
  return id === null ? { same: file } : { imported: file };
}

function Refused({ faults }: { faults: readonly FieldFault[] }) {
  return (
    <View role="alert">
      <Words tone="fault">
        {`Nothing was imported. ${faults.length === 1 ? 'One fault' : `${faults.length} faults`}:`}
      </Words>
      {faults.slice(0, SHOWN_FAULTS).map((fault) => (
        <Words key={`${fault.path} ${fault.message}`} as="small">
          {`${fault.path}: ${fault.message}`}
        </Words>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'flex-start' },
});
