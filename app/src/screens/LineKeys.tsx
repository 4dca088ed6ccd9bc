import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { type ReactNode, useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { radius, space } from '../theme/tokens';
import type { Selected } from './Lines';

const KEYS = [
  ['arrow keys', 'go along lines and stations'],
  ['/', 'find a light'],
  ['Ctrl+Z or Cmd+Z', 'undo'],
  ['?', 'this list'],
] as const;

interface LineKeysProps {
  lines: readonly SignalLine[];
  selected: Selected | null;
  onSelect: (light: string, station: number) => void;
  children: ReactNode;
}

/** The keyboard on a wide screen. */
export function LineKeys({ lines, selected, onSelect, children }: LineKeysProps) {
  const colours = useColours();
  const { names } = useRig();
  const [shown, setShown] = useState<'keys' | 'find' | null>(null);
  const [sought, setSought] = useState('');

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement;
      if (event.key === 'Escape') return setShown(null);
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === '?') setShown((old) => (old === 'keys' ? null : 'keys'));
      else if (event.key === '/') {
        event.preventDefault();
        setSought('');
        setShown('find');
      } else if (event.key.startsWith('Arrow') && !isRadio(event.target)) {
        const next = moved(lines, selected, event.key);
        if (!next) return;
        event.preventDefault();
        onSelect(next.light, next.station);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [lines, selected, onSelect]);

  const matches = lines.filter((line) =>
    `${names.unit(line.light.id)} ${line.light.settings.purpose ?? ''} ${line.light.settings.place ?? ''}`
      .toLowerCase()
      .includes(sought.toLowerCase()),
  );
  const find = () => {
    const [first] = matches;
    if (!first) return;
    onSelect(first.light.id, firstTrouble(first));
    setShown(null);
  };
  return (
    <View>
      {shown === 'find' && (
        <View style={[styles.panel, { borderColor: colours.quiet, backgroundColor: colours.raised }]}>
          <FocusedField value={sought} onChange={setSought} onSubmit={find} />
          <Words as="small" tone="quiet" live>
            {matches.length === 0 ? 'No such light in this shot.' : `Enter opens ${names.unit(matches[0]!.light.id)}.`}
          </Words>
        </View>
      )}
      {shown === 'keys' && (
        <View style={[styles.panel, { borderColor: colours.quiet, backgroundColor: colours.raised }]}>
          {KEYS.map(([key, does]) => (
            <View key={key} style={styles.key}>
              <View style={styles.keyName}>
                <Words as="strong">{key}</Words>
              </View>
              <Words>{does}</Words>
            </View>
          ))}
          <Button label="Close" onPress={() => setShown(null)} />
        </View>
      )}
      {children}
    </View>
  );
}

function FocusedField({
  value,
  onChange,
  onSubmit,
}: {
  value: string;
  onChange: (value: string) => void;
  onSubmit: () => void;
}) {
  useEffect(() => {
    document.querySelector<HTMLInputElement>('input[aria-label="Find a light"]')?.focus();
  }, []);
  return <Field label="Find a light" value={value} onChangeText={onChange} onSubmitEditing={onSubmit} />;
}

/** Arrow keys inside a choice belong to the choice. */
const isRadio = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.getAttribute('role') === 'radio';

/** The station where a line stops, or its lamp. */
function firstTrouble(line: SignalLine): number {
  const at = line.stations.findIndex(
    (station) => station.state === 'fail' || station.state === 'loss' || station.state === 'unknown',
  );
  return at === -1 ? line.stations.findIndex((station) => station.stage === 'lamp') : at;
}

/** The neighbouring station, or the same station of the neighbouring line; null at an edge. */
export function moved(lines: readonly SignalLine[], from: Selected | null, key: string): Selected | null {
  const row = lines.findIndex((line) => line.light.id === from?.light);
  if (!from || row === -1) return lines[0] ? { light: lines[0].light.id, station: firstTrouble(lines[0]) } : null;
  if (key === 'ArrowUp' || key === 'ArrowDown') {
    const next = lines[row + (key === 'ArrowUp' ? -1 : 1)];
    if (!next) return null;
    return { light: next.light.id, station: nearest(next, from.station) };
  }
  const step = key === 'ArrowLeft' ? -1 : 1;
  const { stations } = lines[row]!;
  for (let at = from.station + step; at >= 0 && at < stations.length; at += step) {
    if (stations[at]!.state !== 'none') return { light: from.light, station: at };
  }
  return null;
}

/** The same station, or the next one the other line has. */
function nearest(line: SignalLine, station: number): number {
  const at = line.stations.findIndex((one, index) => index >= station && one.state !== 'none');
  return at === -1 ? station : at;
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
  key: { flexDirection: 'row', gap: space.small },
  keyName: { width: 160 },
});
