import { counted } from '@ergon/core/words/saying';
import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { download } from '../components/download';
import { Failure } from '../components/Failure';
import { FilePick } from '../components/FilePick';
import { Words } from '../components/Words';
import { type ArchiveCounts, fetchArchive, sendArchive } from '../rig/archiveApi';
import { useRig } from '../rig/Rig';
import { waitingText } from '../rig/waitingText';
import { space } from '../theme/tokens';

const NAME = 'ergon-archive.ndjson';

const held = ({ records, operations }: ArchiveCounts): string =>
  `${counted(records, 'record')} and ${counted(operations, 'change')} of its history`;

/** Taking it out and bringing it in, one at a time, and what came of it. */
function useArchive() {
  const { refresh } = useRig();
  const [said, setSaid] = useState<string | null>(null);
  const out = useLong(async (signal) => {
    const { text, counts } = await fetchArchive(signal);
    download(NAME, text);
    setSaid(`${NAME} is with your browser, among its downloads: ${held(counts)}.`);
  });
  const into = useLong(async (signal, file: File) => {
    const counts = await sendArchive(file, signal);
    refresh();
    setSaid(`Brought in: ${held(counts)}. This crew is called ${counts.crew} now.`);
  });
  const begin = (work: () => void) => {
    setSaid(null);
    out.forget();
    into.forget();
    work();
  };
  return { out, into, begin, said };
}

/** All a crew has, its history too, as one open archive: out, and into a crew that has nothing yet. */
export function ArchiveBox() {
  const { rig, waits } = useRig();
  const { out, into, begin, said } = useArchive();
  if (!rig) return null;
  const isEmpty = rig.number === 0 && rig.units.length === 0;
  const busy = [out, into].find(({ isPending }) => isPending);
  return (
    <View style={styles.box}>
      <Words as="heading" level={2}>
        Everything
      </Words>
      <Words tone="quiet">
        All this crew has, with its history and who did what, as one open archive. It goes into an empty crew, here or
        in another Ergon, and is the same there. Passphrases stay out of it.
      </Words>
      {waits.length > 0 && <Words as="small">{`Without ${waitingText(waits.length)}.`}</Words>}
      <View style={styles.buttons}>
        <Button label="Take everything out" disabled={busy !== undefined} onPress={() => begin(() => out.start())} />
        {isEmpty && (
          <FilePick
            label="Bring an archive in"
            hint="Archive to bring in"
            accept=".ndjson,application/x-ndjson"
            disabled={busy !== undefined}
            onPick={(file) => begin(() => into.start(file))}
          />
        )}
      </View>
      {busy && <Going words={busy === out ? 'Taking it out…' : 'Bringing it in…'} onCancel={busy.cancel} />}
      {said !== null && (
        <Words as="small" tone="quiet" live>
          {said}
        </Words>
      )}
      <Failure before="No file was made. " error={out.error} />
      <Failure before="Nothing was brought in. " error={into.error} />
      {!isEmpty && (
        <Words as="small" tone="quiet">
          To bring one in, sign out and start a crew of its own for it.
        </Words>
      )}
    </View>
  );
}

const Going = ({ words, onCancel }: { words: string; onCancel: () => void }) => (
  <View style={styles.buttons}>
    <Words live>{words}</Words>
    <Button label="Cancel" onPress={onCancel} />
  </View>
);

/** Something that may take a while and can be cancelled: then it is as if it had not been begun. */
function useLong<T = void>(work: (signal: AbortSignal, input: T) => Promise<void>) {
  const going = useRef<AbortController | null>(null);
  const { mutate, isPending, error, reset } = useMutation({
    mutationFn: (input: T) => {
      going.current = new AbortController();
      return work(going.current.signal, input);
    },
  });
  const cancel = () => {
    going.current?.abort();
    reset();
  };
  return { start: mutate, isPending, error, forget: reset, cancel };
}

const styles = StyleSheet.create({
  box: { gap: space.small },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.small, alignItems: 'center' },
});
