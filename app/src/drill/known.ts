/** What a trainee knows of each thing by now, and saw of each light last. */
import type { Play, Shown } from '@ergon/core/drill/play';
import type { Staged } from '@ergon/core/record/drill';
import type { Symptom } from '@ergon/core/record/incidentTerms';
import type { SettingValue } from '@ergon/core/record/settings';
import { SYMPTOM_NAMES } from '@ergon/core/words/diagnosisWording';
import { sawText } from '@ergon/core/words/drillWording';
import type { About } from '@ergon/core/words/faultWords';

/** Read off, or set by the trainee. */
export type Known = { kind: 'read'; shown: Extract<Shown, { kind: 'look' }> } | { kind: 'set'; to: SettingValue };
export type Read = ReadonlyMap<string, Known>;

export interface LastSeen {
  text: string;
  isOdd: boolean;
}

export const readKey = (unit: string, field: string): string => `${unit} ${field}`;

/** Another unit in its place is unknown once more. */
export function readOf({ played }: Play): Read {
  const read = new Map<string, Known>();
  for (const { step, shown } of played) {
    if (step.kind === 'look' && shown.kind === 'look')
      read.set(readKey(step.unit, step.field), { kind: 'read', shown });
    if (step.kind === 'set')
      read.set(readKey(step.unit, step.setting), { kind: 'set', to: (step.to ?? null) as SettingValue });
    if (step.kind === 'swap') for (const key of read.keys()) if (key.startsWith(`${step.unit} `)) read.delete(key);
  }
  return read;
}

/** What each light did in the last shot in which it was seen, in words, and whether it is as it should be. */
export function lastSeen({ seen }: Staged, { played }: Play, about: About): ReadonlyMap<string, LastSeen> {
  const last = new Map<string, LastSeen>();
  const see = (light: string, body: string, saw: Symptom): void => {
    const text = sawText(light, body, saw, about);
    last.set(light, { text, isOdd: saw !== 'fires' && text === SYMPTOM_NAMES[saw] });
  };
  for (const { light, body, saw } of seen) see(light, body, saw);
  for (const { step, shown } of played) {
    if (shown.kind !== 'press' || step.kind !== 'press') continue;
    for (const [light, saw] of shown.saw) if (saw !== null) see(light, step.body, saw);
    for (const light of shown.strays) see(light, step.body, 'others');
  }
  return last;
}
