import { byRule, type FrequencyRule, ruleOf } from '@ergon/core/air/frequencyRule';
import type { Family } from '@ergon/core/record/family';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { DecimalField } from '../components/DecimalField';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';
import { FrequencyBand, type Frequencies } from './FrequencyBand';

type Channels = NonNullable<Family['channels']>;

interface FrequencyEditorProps {
  channels: Channels | null;
  value: Frequencies;
  onChange: (value: Frequencies | null) => void;
}

const WAYS = [
  { value: 'unsure', label: 'not sure' },
  { value: 'rule', label: 'evenly apart' },
  { value: 'table', label: 'one by one' },
] as const;
type Way = (typeof WAYS)[number]['value'];

/** Where each channel lies, where the maker tells it: optional, and what separates channels is unknown without. */
export function FrequencyEditor({ channels, value, onChange }: FrequencyEditorProps) {
  const rule = ruleOf(value, channels);
  const [way, setWay] = useState<Way>(value.length === 0 ? 'unsure' : rule ? 'rule' : 'table');
  // Being unsure after all loses nothing of what was typed: any other answer brings it back.
  const [aside, setAside] = useState<Frequencies>([]);
  const choose = (to: Way) => {
    setWay(to);
    if (to === 'unsure') {
      setAside(value);
      onChange(null);
    } else if (way === 'unsure' && aside.length > 0) onChange(aside);
  };
  return (
    <View role="group" aria-label="Frequencies" style={styles.box}>
      <Words as="strong">Frequencies</Words>
      <Choice label="Frequencies" options={WAYS} value={way} onChoose={choose} />
      {way === 'rule' &&
        (channels ? (
          <Rule channels={channels} rule={rule} onChange={onChange} />
        ) : (
          <Words tone="quiet">Say the channels first: their frequencies are counted from the first to the last.</Words>
        ))}
      {way === 'table' && <OneByOne channels={channels} value={value} onChange={onChange} />}
      {value.length > 0 && <FrequencyBand frequencies={value} />}
    </View>
  );
}

interface RuleProps {
  channels: Channels;
  rule: FrequencyRule | null;
  onChange: (value: Frequencies) => void;
}

/** The first, the step and the width say all of them; they count once the first two are there. */
function Rule({ channels, rule, onChange }: RuleProps) {
  const [parts, setParts] = useState<{ [K in keyof FrequencyRule]: number | null }>(
    rule ?? { firstMhz: null, stepMhz: null, widthMhz: null },
  );
  const change = (more: Partial<typeof parts>) => {
    const next = { ...parts, ...more };
    setParts(next);
    const { firstMhz, stepMhz, widthMhz } = next;
    if (firstMhz !== null && stepMhz !== null) onChange(byRule({ firstMhz, stepMhz, widthMhz }, channels));
  };
  return (
    <View style={styles.row}>
      <DecimalField
        label={`Channel ${channels.from}, MHz`}
        value={parts.firstMhz}
        onChange={(firstMhz) => change({ firstMhz })}
      />
      <DecimalField label="To the next, MHz" value={parts.stepMhz} onChange={(stepMhz) => change({ stepMhz })} />
      <DecimalField label="Width, MHz" value={parts.widthMhz} onChange={(widthMhz) => change({ widthMhz })} />
    </View>
  );
}

/** Each channel that is known, by itself. */
function OneByOne({ channels, value, onChange }: FrequencyEditorProps) {
  const taken = new Set(value.map(({ channel }) => channel));
  const next = nextFree(taken, channels);
  const put = (at: number, more: Partial<Frequencies[number]>) =>
    onChange(value.map((one, index) => (index === at ? { ...one, ...more } : one)));
  const remove = (at: number) => {
    const left = value.filter((_, index) => index !== at);
    onChange(left.length === 0 ? null : left);
  };
  return (
    <>
      {value.map(({ channel, mhz, widthMhz }, at) => (
        <View key={channel} role="group" aria-label={`Channel ${channel}`} style={styles.row}>
          <DecimalField
            label={`Channel ${channel}, MHz`}
            value={mhz}
            // Without a centre there is nothing to record: it stays until another one is written, or it is removed.
            onChange={(to) => to !== null && put(at, { mhz: to })}
          />
          <DecimalField label="Width, MHz" value={widthMhz ?? null} onChange={(to) => put(at, { widthMhz: to })} />
          <Button kind="quiet" label="Remove" hint={`channel ${channel}`} onPress={() => remove(at)} />
        </View>
      ))}
      {next !== null && <AddChannel channel={next} onAdd={(one) => onChange([...value, one])} key={next} />}
    </>
  );
}

/** The lowest channel nothing is recorded of; null where all of them are. */
function nextFree(taken: ReadonlySet<number>, channels: Channels | null): number | null {
  const { from, to } = channels ?? { from: 1, to: 9999 };
  for (let channel = from; channel <= to; channel++) if (!taken.has(channel)) return channel;
  return null;
}

function AddChannel({ channel, onAdd }: { channel: number; onAdd: (one: Frequencies[number]) => void }) {
  const [mhz, setMhz] = useState<number | null>(null);
  return (
    <View style={styles.row}>
      <DecimalField label={`Channel ${channel}, MHz`} value={mhz} onChange={setMhz} />
      <Button
        label="Add"
        hint={`channel ${channel}`}
        disabled={mhz === null}
        onPress={() => mhz !== null && onAdd({ channel, mhz })}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: space.base },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: space.small },
});
