import type { LookHead } from '@ergon/core/operation/crewState';
import { lookHeadSchema } from '@ergon/core/operation/operationSchema';
import type { Emitter } from '@ergon/core/record/look';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../components/Button';
import { Choice } from '../components/Choice';
import { Field } from '../components/Field';
import { Words } from '../components/Words';
import { useStoredModel } from '../kit/useStoredModel';
import { useRig } from '../rig/Rig';
import { space } from '../theme/tokens';

/** "House network=2452/20": name, centre and width in MHz. */
const written = (emitters: readonly Emitter[]): string =>
  emitters.map(({ name, mhz, widthMhz }) => `${name}=${mhz}/${widthMhz}`).join(', ');

/** Null where it is not written that way. */
function readEmitters(text: string): Emitter[] | null {
  if (text.trim() === '') return [];
  const parts = text
    .split(',')
    .map((part) => /^\s*([^=]{1,80}?)\s*=\s*(\d+(?:\.\d+)?)\s*\/\s*(\d+(?:\.\d+)?)\s*$/.exec(part));
  if (parts.some((part) => part === null)) return null;
  return parts.map((part) => ({ name: part![1]!, mhz: Number(part![2]), widthMhz: Number(part![3]) }));
}

export interface AroundFormProps {
  head: LookHead;
}

/** How long nothing is fired before a look, and what else is on the air there. */
export function AroundForm({ head }: AroundFormProps) {
  const { rig } = useRig();
  const model = useStoredModel<LookHead>({
    kind: 'look',
    stored: head,
    schema: lookHeadSchema,
    name: head.name,
  });
  const { current, setDraft, changed, problem } = model;
  const [minutes, setMinutes] = useState(current.quietMinutes == null ? '' : String(current.quietMinutes));
  const [typed, setTyped] = useState(written(current.emitters ?? []));
  const noMinutes = minutes !== '' && (!/^\d{1,4}$/.test(minutes) || Number(minutes) > 1440);
  const noEmitters = readEmitters(typed) === null;
  const unmeasured = (rig?.families ?? []).filter((one) => one.medium === 'radio' && !one.frequencies?.length);
  return (
    <View style={styles.box}>
      <Field
        label="Minutes without a shot before it"
        value={minutes}
        onChangeText={(text) => {
          setMinutes(text);
          setDraft({ ...current, quietMinutes: /^\d{1,4}$/.test(text) ? Number(text) : null });
        }}
        inputMode="numeric"
        error={noMinutes ? 'Between 0 and 1440.' : undefined}
      />
      <Paces inTurn={current.inTurn === true} onChoose={(inTurn) => setDraft({ ...current, inTurn: inTurn || null })} />
      <Field
        label="Else on the air: name=MHz/width, with commas"
        value={typed}
        onChangeText={(text) => {
          setTyped(text);
          const emitters = readEmitters(text);
          if (emitters) setDraft({ ...current, emitters: emitters.length === 0 ? null : emitters });
        }}
        error={noEmitters ? 'Write it like House network=2452/20.' : undefined}
      />
      {unmeasured.length > 0 && (
        <Words as="small" tone="quiet">
          {`No frequencies are recorded for ${unmeasured.map((one) => one.name).join(', ')}: whether these share the air with anything is unknown.`}
        </Words>
      )}
      <RadioLaw />
      <Problem words={problem} />
      <Button
        kind="act"
        label="Save"
        hint="what is around this look"
        onPress={model.saveNow}
        disabled={!changed || noMinutes || noEmitters}
      />
    </View>
  );
}

const PACES = [
  { value: false, label: 'one at a time' },
  { value: true, label: 'in turn, on the same lights' },
] as const;

interface PacesProps {
  inTurn: boolean;
  onChoose: (inTurn: boolean) => void;
}

/** Whether the pops of one camera come between those of another. */
const Paces = ({ inTurn, onChoose }: PacesProps) => (
  <View style={styles.named}>
    <Words as="small" tone="quiet">
      Cameras that shoot in bursts
    </Words>
    <Choice label="Cameras that shoot in bursts" options={PACES} value={inTurn} onChoose={onChoose} />
  </View>
);

const RadioLaw = () => (
  <Words as="small" tone="quiet">
    Use only what is legal where you are, and nothing where the venue forbids it. People with wireless microphones may
    hold a licence and come first.
  </Words>
);

const Problem = ({ words }: { words: string | null }) =>
  words !== null && (
    <Words tone="fault" live>
      {words}
    </Words>
  );

const styles = StyleSheet.create({
  box: { gap: space.base, maxWidth: 420 },
  named: { gap: space.hair },
});
