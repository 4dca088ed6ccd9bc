import type { FieldFault } from '@ergon/core/record/fieldFault';
import { useMutation } from '@tanstack/react-query';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { FilePick } from '../components/FilePick';
import { Words } from '../components/Words';
import { ApiFailure, call, failureText } from '../rig/api';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

/** At most this many faults are listed: a person mends a few and tries again. */
const SHOWN_FAULTS = 12;

/** The open document, out and in. */
export function DocumentBox() {
  const { refresh } = useRig();
  const bringIn = useMutation({ mutationFn: importFile, onSettled: refresh });
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Document
      </Words>
      <Words tone="quiet">
        Your families, profiles, units and looks as one open JSON file. Importing adds to your kit and replaces what has
        the same id; a file with any fault changes nothing.
      </Words>
      <View style={styles.buttons}>
        <Button label="Export" hint="the document" onPress={() => window.location.assign('/api/document')} />
        <FilePick
          label="Import a file"
          hint="Document to import"
          accept="application/json,.json"
          onPick={(file) => bringIn.mutate(file)}
          disabled={bringIn.isPending}
        />
      </View>
      {bringIn.isSuccess && <Words live>{`Imported ${bringIn.data}.`}</Words>}
      {bringIn.error && <Refused error={bringIn.error} />}
    </View>
  );
}

/** A file that is no JSON at all, said like any other fault of it. */
class NotJson extends Error {
  readonly faults: readonly FieldFault[];

  constructor(file: string, reason: string) {
    super('The file is not valid JSON.');
    this.faults = [{ path: file, message: `is not valid JSON: ${reason}` }];
  }
}

async function importFile(file: File): Promise<string> {
  const text = await file.text();
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    throw new NotJson(file.name, (error as Error).message);
  }
  await call('POST', '/document', document);
  return file.name;
}

function Refused({ error }: { error: Error }) {
  const faults = error instanceof ApiFailure || error instanceof NotJson ? error.faults : [];
  return (
    <View role="alert">
      <Words tone="fault">
        {faults.length > 0
          ? `Nothing was imported. ${faults.length === 1 ? 'One fault' : `${faults.length} faults`}:`
          : failureText(error)}
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
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
