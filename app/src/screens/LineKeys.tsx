import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Field } from '../components/Field';
import { useBroughtIntoView } from '../components/useBroughtIntoView';
import { Words } from '../components/Words';
import { KeySheet } from '../keys/KeySheet';
import { useShortcuts } from '../keys/useShortcuts';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';
import { firstTrouble, moved, type Selected } from './selected';

interface LineKeysProps {
  lines: readonly SignalLine[];
  selected: Selected | null;
  onSelect: (selected: Selected) => void;
  children: ReactNode;
}

/** The keyboard on a wide screen. */
export function LineKeys({ lines, selected, onSelect, children }: LineKeysProps) {
  const [shown, setShown] = useState<'keys' | 'find' | null>(null);
  useShortcuts({
    along: ({ key }) => {
      const next = moved(lines, selected, key);
      if (next) onSelect(next);
    },
    find: () => setShown('find'),
    keys: () => setShown((old) => (old === 'keys' ? null : 'keys')),
    ...(shown !== null && { close: () => setShown(null) }),
  });
  const open = (line: SignalLine) => {
    onSelect({ light: line.light.id, station: firstTrouble(line) });
    setShown(null);
  };
  return (
    <View>
      {shown === 'find' && (
        <Panel>
          <FindLight lines={lines} onFound={open} />
        </Panel>
      )}
      {shown === 'keys' && (
        <Panel>
          <KeySheet onClose={() => setShown(null)} />
        </Panel>
      )}
      {children}
    </View>
  );
}

/** Stands above the drawing. */
function Panel({ children }: { children: ReactNode }) {
  const colours = useColours();
  const panel = useBroughtIntoView(true);
  return (
    <View ref={panel} style={[styles.panel, { borderColor: colours.quiet, backgroundColor: colours.raised }]}>
      {children}
    </View>
  );
}

/** A light by any word on it: its label, what it is for, where it stands. */
function FindLight({ lines, onFound }: { lines: readonly SignalLine[]; onFound: (line: SignalLine) => void }) {
  const { names } = useRig();
  const [sought, setSought] = useState('');
  const [first] = lines.filter(({ light }) =>
    [names.unit(light.id), light.settings.purpose, light.settings.place]
      .filter(Boolean)
      .join(' ')
      .toLowerCase()
      .includes(sought.toLowerCase()),
  );
  return (
    <>
      <Field
        label="Find a light"
        value={sought}
        onChangeText={setSought}
        onSubmitEditing={() => first && onFound(first)}
        autoFocus
      />
      <Words as="small" tone="quiet" live>
        {first ? `Enter opens ${names.unit(first.light.id)}.` : 'No such light in this shot.'}
      </Words>
    </>
  );
}

const styles = StyleSheet.create({
  panel: {
    borderWidth: 1,
    borderRadius: radius.base,
    padding: space.wide,
    gap: space.small,
    marginBottom: space.base,
    maxWidth: 460,
  },
});
