import { zodResolver } from '@hookform/resolvers/zod';
import { HOUSE_NETWORK_LAST, HOUSE_NETWORK_WIDTH_MHZ, houseNetworkMhz } from '@ergon/core/air/houseNetwork';
import { labelSchema } from '@ergon/core/record/fieldShapes';
import type { OtherCrew, PlacedEmitter } from '@ergon/core/record/onAir';
import { type Control, Controller, useForm, type UseFormSetValue } from 'react-hook-form';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { z } from 'zod';
import { Choice } from '../components/Choice';
import { FormEnd } from '../components/FormEnd';
import { FormField } from '../components/FormField';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';
import type { OnAirEntry } from './onAirEntry';

export interface OnAirFormProps {
  sort: 'crew' | 'emitter';
  /** What is changed; null for something new. */
  start: OtherCrew | PlacedEmitter | null;
  act: string;
  onDone: (entry: OnAirEntry) => void;
  onLeave: () => void;
}

/** A number typed into a field: empty is not told. */
const numberOf = (from: number, to: number, whole: boolean) =>
  z
    .string()
    .trim()
    .refine((text) => text === '' || (pattern(whole).test(text) && Number(text) >= from && Number(text) <= to), {
      message: `must be a ${whole ? 'whole ' : ''}number from ${from} to ${to}`,
    });
const pattern = (whole: boolean): RegExp => (whole ? /^\d+$/ : /^\d+(\.\d+)?$/);

const entrySchema = z.object({
  name: labelSchema,
  place: z.string().trim().max(80, 'is longer than 80 characters'),
  family: z.string(),
  channel: numberOf(0, 9999, true),
  networkId: numberOf(0, 9999, true),
  agreed: z.boolean(),
  mhz: numberOf(1, 100_000, false),
  widthMhz: numberOf(0.001, 1000, false),
});
type Entry = z.infer<typeof entrySchema>;

const NOT_TOLD = '';

export function OnAirForm({ sort, start, act, onDone, onLeave }: OnAirFormProps) {
  const { control, handleSubmit, setValue } = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: entryOf(start),
  });
  return (
    <View style={styles.form}>
      {sort === 'emitter' && start === null && <Kinds setValue={setValue} />}
      <FormField control={control} name="name" label={sort === 'crew' ? 'Who they are' : 'What it is'} />
      {sort === 'crew' ? <Told control={control} /> : <Sends control={control} />}
      <FormField control={control} name="place" label="Where it stands" />
      <FormEnd
        act={{ label: act }}
        onAct={() => void handleSubmit((entry) => onDone(sort === 'crew' ? crewOf(entry) : emitterOf(entry)))()}
        leave="Cancel"
        onLeave={onLeave}
      />
    </View>
  );
}

/** What they told of their triggers. */
function Told({ control }: { control: Control<Entry> }) {
  const { rig } = useRig();
  const families = (rig?.families ?? []).map(({ id, name }) => ({ value: id, label: name }));
  return (
    <>
      <Words as="small" tone="quiet">
        Their triggers
      </Words>
      <Controller
        control={control}
        name="family"
        render={({ field }) => (
          <Choice
            label="Family"
            options={[{ value: NOT_TOLD, label: 'not told' }, ...families]}
            value={field.value}
            onChoose={field.onChange}
          />
        )}
      />
      <View style={styles.row}>
        <FormField control={control} name="channel" label="Channel, if told" inputMode="numeric" />
        <FormField control={control} name="networkId" label="ID, if told; 0 is off" inputMode="numeric" />
      </View>
      <Controller
        control={control}
        name="agreed"
        render={({ field }) => (
          <Choice
            label="Agreement"
            options={[
              { value: false, label: 'not agreed yet' },
              { value: true, label: 'agreed' },
            ]}
            value={field.value}
            onChoose={field.onChange}
          />
        )}
      />
    </>
  );
}

const Sends = ({ control }: { control: Control<Entry> }) => (
  <View style={styles.row}>
    <FormField control={control} name="mhz" label="MHz, the middle" inputMode="decimal" />
    <FormField control={control} name="widthMhz" label="MHz wide" inputMode="decimal" />
  </View>
);

/** Usual kinds with their usual widths, so that little is typed; a frequency is asked of whoever runs it. */
const KINDS = [
  { name: 'House network', widthMhz: HOUSE_NETWORK_WIDTH_MHZ },
  { name: 'Wireless microphone', widthMhz: 0.2 },
  { name: 'Sound link', widthMhz: 2 },
  { name: 'Picture link', widthMhz: 20 },
  { name: 'DJ’s gear', widthMhz: null },
] as const;

function Kinds({ setValue }: { setValue: UseFormSetValue<Entry> }) {
  const [kind, setKind] = useState<string | null>(null);
  const choose = (name: string) => {
    const width = KINDS.find((one) => one.name === name)!.widthMhz;
    setKind(name);
    setValue('name', name);
    setValue('widthMhz', width === null ? '' : String(width));
  };
  const channels = Array.from({ length: HOUSE_NETWORK_LAST }, (_, index) => index + 1);
  return (
    <>
      <Choice
        label="Kind"
        options={KINDS.map(({ name }) => ({ value: name, label: name }))}
        value={kind}
        onChoose={choose}
      />
      {kind === 'House network' && (
        <>
          <Words as="small" tone="quiet">
            Its channel, in the 2.4 GHz band
          </Words>
          <Choice
            label="Network channel"
            options={channels.map((value) => ({ value, label: String(value) }))}
            value={null}
            onChoose={(channel) => setValue('mhz', String(houseNetworkMhz(channel)))}
          />
        </>
      )}
    </>
  );
}

const text = (value: number | string | null | undefined): string => (value == null ? '' : String(value));

function entryOf(start: OnAirFormProps['start']): Entry {
  const [crew, emitter] = [start?.sort === 'crew' ? start : null, start?.sort === 'emitter' ? start : null];
  return {
    name: text(start?.name),
    place: text(start?.place),
    family: crew?.family ?? NOT_TOLD,
    channel: text(crew?.channel),
    networkId: text(crew?.networkId),
    agreed: crew?.agreed === true,
    mhz: text(emitter?.mhz),
    widthMhz: text(emitter?.widthMhz),
  };
}

const number = (typed: string): number | null => (typed === '' ? null : Number(typed));

const crewOf = (entry: Entry): OnAirEntry => ({
  sort: 'crew',
  name: entry.name,
  place: entry.place || null,
  family: entry.family || null,
  channel: number(entry.channel),
  networkId: number(entry.networkId),
  agreed: entry.agreed ? true : null,
});

const emitterOf = ({ name, place, mhz, widthMhz }: Entry): OnAirEntry => ({
  sort: 'emitter',
  name,
  place: place || null,
  mhz: number(mhz),
  widthMhz: number(widthMhz),
});

const styles = StyleSheet.create({
  form: { gap: space.base, maxWidth: 480, paddingVertical: space.small },
  row: { flexDirection: 'row', gap: space.small },
});
