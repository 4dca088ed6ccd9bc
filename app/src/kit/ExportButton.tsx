import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Words } from '../components/Words';
import { download } from '../components/download';
import { space } from '../theme/tokens';

interface ExportButtonProps {
  label: string;
  hint?: string;
  /** Of the file. */
  name: string;
  /** What goes into it; made when it is asked for. */
  write: () => string;
}

/** Hands a file over to the browser, and says so, or why not, in its place. */
export function ExportButton({ label, hint, name, write }: ExportButtonProps) {
  const [said, setSaid] = useState<{ text: string; failed: boolean } | null>(null);
  const hand = () => {
    try {
      download(name, write());
      setSaid({ text: `${name} is with your browser, among its downloads.`, failed: false });
    } catch (error) {
      setSaid({ text: `No file was made: ${(error as Error).message} Nothing is lost: try again.`, failed: true });
    }
  };
  return (
    <View style={styles.box}>
      <Button label={label} hint={hint} onPress={hand} />
      {said && (
        <Words as="small" tone={said.failed ? 'fault' : 'quiet'} live>
          {said.text}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ box: { alignItems: 'flex-start', gap: space.tiny, maxWidth: 360 } });
