import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { ApiFailure, call, failureText, type FieldFault } from '../rig/api';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

/** At most this many faults are listed: a person mends a few and tries again. */
const SHOWN_FAULTS = 12;

/** The open document, out and in. */
export function DocumentBox() {
  const { refresh } = useRig();
  const input = useRef<HTMLInputElement>(null);
  const bringIn = useMutation({
    mutationFn: async (file: File) => {
      const text = await file.text();
      let document: unknown;
      try {
        document = JSON.parse(text);
      } catch (error) {
        throw new ApiFailure(
          400,
          'input.not-json',
          'The file is not valid JSON.',
          [{ path: file.name, message: `is not valid JSON: ${(error as Error).message}` }],
          [],
        );
      }
      await call('POST', '/document', document);
      return file.name;
    },
    onSettled: refresh,
  });
  const faults: readonly FieldFault[] = bringIn.error instanceof ApiFailure ? bringIn.error.faults : [];
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
        <Button label="Import a file" onPress={() => input.current?.click()} disabled={bringIn.isPending} />
      </View>
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
        aria-label="Document to import"
        style={{ display: 'none' }}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) bringIn.mutate(file);
        }}
      />
      {bringIn.isSuccess && <Words live>{`Imported ${bringIn.data}.`}</Words>}
      {bringIn.error && (
        <View role="alert">
          <Words tone="fault">
            {faults.length > 0
              ? `Nothing was imported. ${faults.length === 1 ? 'One fault' : `${faults.length} faults`}:`
              : failureText(bringIn.error)}
          </Words>
          {faults.slice(0, SHOWN_FAULTS).map((fault) => (
            <Words key={`${fault.path} ${fault.message}`} as="small">
              {`${fault.path}: ${fault.message}`}
            </Words>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.small },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small },
});
