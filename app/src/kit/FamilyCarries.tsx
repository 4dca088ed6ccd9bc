import type { Carries } from '@ergon/core/record/family';
import { CARRIED_SIGNALS, type CarriedSignal } from '@ergon/core/record/familyTerms';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../components/Choice';
import { Words } from '../components/Words';
import { space } from '../theme/tokens';

const WORDS: Readonly<Record<CarriedSignal, string>> = {
  power: 'power',
  ttl: 'TTL',
  mode: 'mode',
  hss: 'high-speed sync',
  rear: 'rear curtain',
  zoom: 'zoom',
  lamp: 'modelling lamp',
  test: 'test fire',
};

type Said = 'yes' | 'no' | 'unsure';
const ANSWERS = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
  { value: 'unsure', label: 'not sure' },
] as const;

const saidOf = (value: boolean | null | undefined): Said => (value == null ? 'unsure' : value ? 'yes' : 'no');

/** One signal answered; the others stay as they are, recorded or not. */
export function withCarried(carries: Carries, signal: CarriedSignal, said: Said): Carries {
  const next = { ...carries };
  if (said === 'unsure') delete next[signal];
  else next[signal] = said === 'yes';
  return next;
}

/** What a family carries besides the fire signal: each a yes, a no, or not recorded. */
export function FamilyCarries({ carries, onChange }: { carries: Carries; onChange: (carries: Carries) => void }) {
  return (
    <View style={styles.group}>
      <Words as="strong">What it carries besides the fire signal</Words>
      {CARRIED_SIGNALS.map((signal) => (
        <View key={signal} style={styles.row}>
          <View style={styles.name}>
            <Words>{WORDS[signal]}</Words>
          </View>
          <Choice<Said>
            label={`Carries ${WORDS[signal]}`}
            options={ANSWERS}
            value={saidOf(carries[signal])}
            onChoose={(said) => onChange(withCarried(carries, signal, said))}
          />
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: space.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: space.base },
  name: { width: 132 },
});
