import type { Family } from '@ergon/core/record/family';
import { useState } from 'react';
import { View } from 'react-native';
import { Field } from '../components/Field';

type Frequencies = NonNullable<Family['frequencies']>;

/** "1=2405, 2=2407/1": channel, centre and width in MHz. */
const written = (frequencies: Frequencies): string =>
  frequencies
    .map(({ channel, mhz, widthMhz }) => `${channel}=${mhz}${widthMhz == null ? '' : `/${widthMhz}`}`)
    .join(', ');

function read(text: string): Frequencies | null {
  if (text.trim() === '') return [];
  const parts = text.split(',').map((part) => /^\s*(\d{1,4})\s*=\s*([\d.]+)(?:\s*\/\s*([\d.]+))?\s*$/.exec(part));
  if (parts.some((part) => part === null)) return null;
  return parts.map((part) => ({
    channel: Number(part![1]),
    mhz: Number(part![2]),
    ...(part![3] !== undefined && { widthMhz: Number(part![3]) }),
  }));
}

interface FrequencyEditorProps {
  value: Frequencies;
  onChange: (value: Frequencies | null) => void;
}

/** The centre of each channel, where the maker tells it: optional, and what separates channels is unknown without. */
export function FrequencyEditor({ value, onChange }: FrequencyEditorProps) {
  const [typed, setTyped] = useState(written(value));
  const wrong = read(typed) === null;
  return (
    <View>
      <Field
        label="Frequencies, if known: channel=MHz/width, with commas"
        value={typed}
        onChangeText={(text) => {
          setTyped(text);
          const frequencies = read(text);
          if (frequencies) onChange(frequencies.length === 0 ? null : frequencies);
        }}
        error={wrong ? 'Write it like 1=2405/1, 2=2407/1.' : undefined}
      />
    </View>
  );
}
