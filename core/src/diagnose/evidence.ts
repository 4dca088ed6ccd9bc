/** What was seen and checked, and how well a suspicion reproduces it. docs/model.md, Diagnosis. */
import { isSameValue } from '../record/change.ts';
import type { Answered, Check, Done, Incident, LookCheck, Sighting } from '../record/incident.ts';
import { readSetting, type SettingPath, type SettingValue } from '../record/settings.ts';
import type { Rig } from '../rig/rig.ts';
import { likelihoodOf, symptomOf } from '../verdict/symptom.ts';
import type { Verdict } from '../verdict/verdict.ts';
import { comesByItself, type Fault } from './fault.ts';
import type { Reality, Watched } from './reality.ts';

/** Nobody could tell. */
export const UNSURE = 'unsure';
/** It gave light, however: all that counts of what is something else. */
export const LIT = 'lit';
/** It fired and was not as it should be, however. */
export const OTHERWISE = 'otherwise';

/** Something somebody said, with all that had been put right by then. */
export interface Evidence {
  /** Its place: the sightings first, then the checks. */
  index: number;
  /** An answer to a check, and no sighting. */
  isCheck: boolean;
  check: Check;
  answer: string;
  done: readonly Done[];
}

/** Sightings are presses before anything was put right. */
export function evidenceOf({ seen, checks }: Pick<Incident, 'seen' | 'checks'>): Evidence[] {
  const first = seen.map((sighting, index): Evidence => ({ index, isCheck: false, ...asPress(sighting), done: [] }));
  const done: Done[] = [];
  const later = checks.map(({ check, answer }: Answered, at): Evidence => {
    if (check.kind === 'press') done.push(...check.done);
    return { index: seen.length + at, isCheck: true, check, answer, done: [...done] };
  });
  return [...first, ...later].filter(({ answer }) => answer !== UNSURE);
}

const asPress = ({ saw, ...press }: Sighting): Pick<Evidence, 'check' | 'answer'> => ({
  check: { kind: 'press', ...press, done: [], meanwhile: [] },
  answer: saw,
});

/** How likely this answer is with these faults, 0 to 1; null where nobody can say. */
export function likelihood(
  reality: Reality,
  faults: readonly Fault[],
  { check, answer, done }: Evidence,
): number | null {
  switch (check.kind) {
    case 'look': {
      const off = fieldsOff(reality, faults, { check, done });
      return Number(answer === 'right' ? off.length === 0 : answer === 'wrong' ? off.length > 0 : off.includes(answer));
    }
    case 'button': {
      const fires = reality.button(faults, check, done);
      return fires === null ? null : Number(fires === (answer === 'fires'));
    }
    case 'press': {
      const after = [...done, ...check.meanwhile];
      return sightingLikelihood(reality, faults, { watched: check, saw: answer as Sighting['saw'], done: after });
    }
  }
}

/** What of a unit is not as planned, among what is looked at. */
export const fieldsOff = (
  reality: Reality,
  faults: readonly Fault[],
  { check: { unit, fields }, done }: { check: LookCheck; done: readonly Done[] },
): string[] => fields.filter((field) => isOff(reality, faults, { unit, field, done }));

interface LookedAt {
  unit: string;
  field: string;
  done: readonly Done[];
}

function isOff({ plan }: Reality, faults: readonly Fault[], { unit, field, done }: LookedAt): boolean {
  const fault = faults.find((one) => one.unit === unit && one.field === field);
  if (!fault) return false;
  const set = done.filter((one) => one.unit === unit && one.setting === field).at(-1);
  if (!set) return true;
  const planned = plan.placed.get(unit)?.settings;
  return planned === undefined || !isSameValue(set.to as SettingValue, readSetting(planned, field as SettingPath));
}

interface Seen {
  watched: Watched;
  saw: Sighting['saw'] | typeof OTHERWISE | typeof LIT;
  done: readonly Done[];
}

function sightingLikelihood(reality: Reality, faults: readonly Fault[], { watched, saw, done }: Seen): number | null {
  if (saw === 'others' || saw === 'itself') return firesForOthers(reality, faults, { watched, done });
  const verdict = reality.verdict(faults, watched, done);
  if (verdict === null) return null;
  if (saw === 'close') {
    const near = reality.verdict(faults, watched, [...done, ...closer(reality.plan, watched.light)]);
    const fires = near && likelihoodOf('fires', near);
    const isFar = likelihoodOf('fires', verdict);
    return fires === null || isFar === null ? null : Math.min(fires, 1 - isFar);
  }
  if (saw === OTHERWISE) return seenOtherwise(verdict);
  if (saw === LIT) return verdict.verdict === 'unknown' ? null : Number(symptomOf(verdict) !== 'dark');
  if (saw !== 'stopped') return likelihoodOf(saw, verdict);
  const fires = likelihoodOf('fires', verdict);
  return !faults.some(comesByItself) ? 0 : fires === null ? null : 1 - fires;
}

function seenOtherwise(verdict: Verdict): number | null {
  const symptom = symptomOf(verdict);
  if (verdict.verdict === 'unknown') return null;
  return symptom === 'fires' || symptom === 'dark' ? 0 : 1;
}

function firesForOthers(
  reality: Reality,
  faults: readonly Fault[],
  { watched, done }: Omit<Seen, 'saw'>,
): number | null {
  const verdicts = reality
    .strangers(faults, done)
    .map((body) => reality.verdict(faults, { light: watched.light, body, attitude: 'level' }, done));
  if (verdicts.some((verdict) => verdict?.verdict === 'stray')) return 1;
  return verdicts.some((verdict) => verdict?.verdict === 'unknown') ? null : 0;
}

/** A step from the camera, in full view of it. */
export const closer = (rig: Rig, light: string): Done[] => [
  { unit: light, setting: 'distanceM', to: 1 },
  { unit: light, setting: 'sight', to: null },
  { unit: light, setting: 'sightUpright', to: null },
  { unit: light, setting: 'offAxis', to: null },
  // So near it stands to everything as it stands to anything.
  ...Object.keys(rig.placed.get(light)?.settings.from ?? {}).map((other) => ({
    unit: light,
    setting: `from.${other}`,
    to: null,
  })),
];
