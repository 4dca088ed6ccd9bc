/** Gear with faults hidden in it, and somebody who looks at it: answers come from the whole simulator, not from what diagnosis keeps. */
import { diagnose, type Diagnosis } from '../src/diagnose/diagnosis';
import { UNSURE } from '../src/diagnose/evidence';
import { Reality } from '../src/diagnose/reality';
import { causeOfAll, type Fault, withFaults } from '../src/diagnose/fault';
import { isSameValue } from '../src/record/change';
import type { Answered, ButtonCheck, Check, Done, Incident, Sighting } from '../src/record/incident';
import { readSetting, type SettingPath, type SettingValue } from '../src/record/settings.ts';
import type { Attitude } from '../src/record/settingTerms.ts';
import { type Rig, rigOf } from '../src/rig/rig';
import { withRigChanges } from '../src/rig/rigChanges';
import { shotsOf } from '../src/verdict/judge';
import { simulate } from '../src/shot/simulate';
import { symptomOf } from '../src/verdict/symptom';
import { type Verdict, verdictOf } from '../src/verdict/verdict';
import { pressTestButton } from './testButton';

/** At a power that metering was to decide a light fires too bright, as luck has it; of the unknown nothing is seen. */
const seenOf = (verdict: Verdict) =>
  verdict.verdict === 'unknown' ? null : (symptomOf(verdict) ?? ('bright' as const));

export class HiddenFaults {
  private rig: Rig;

  constructor(
    readonly plan: Rig,
    readonly faults: readonly Fault[],
  ) {
    this.rig = withFaults(plan, faults);
  }

  get cause(): string {
    return causeOfAll(this.faults);
  }

  /** Whether everything does as planned again. */
  get isMended(): boolean {
    return JSON.stringify(this.sightings()) === JSON.stringify(new HiddenFaults(this.plan, []).sightings());
  }

  /** Every light of ours in every press of ours, where anybody can say what it does. */
  sightings(): Sighting[] {
    const ours = shotsOf(this.plan).filter(({ body }) => !this.plan.strangers.has(body.id));
    return ours.flatMap(({ body, attitude }) =>
      this.plan.lights
        .filter(({ id }) => !this.plan.strangers.has(id))
        .flatMap(({ id }): Sighting[] => {
          const verdict = this.press(id, body.id, attitude);
          const saw = verdict && seenOf(verdict);
          return saw == null ? [] : [{ light: id, body: body.id, attitude, saw }];
        }),
    );
  }

  press(light: string, bodyId: string, attitude: Attitude, rig = this.rig): Verdict | null {
    const body = rig.bodies.find(({ id }) => id === bodyId);
    if (!body) return null;
    const shot = simulate(rig, body, { attitude });
    const run = shot.runs.get(light);
    return run ? verdictOf(rig, shot, run) : null;
  }

  answer(check: Check, answers: readonly string[]): string {
    if (check.kind === 'button') return this.button(check) ? 'fires' : 'dark';
    if (check.kind === 'press') {
      this.rig = this.set(check.done);
      const verdict = this.press(check.light, check.body, check.attitude, this.set(check.meanwhile));
      const symptom = verdict && seenOf(verdict);
      return symptom ?? UNSURE;
    }
    const off = check.fields.filter((field) => this.isOff(check.unit, field));
    if (off.length === 0) return 'right';
    return answers.includes(off[0]!) ? off[0]! : 'wrong';
  }

  /** Of a sender: the same press with a body that is as planned, and the sender firmly on it. */
  private button({ unit, fires }: ButtonCheck): boolean {
    if (!fires) return pressTestButton(this.rig, unit);
    const passed = new Map(this.rig.placed);
    passed.set(fires.body, this.plan.placed.get(fires.body)!);
    const { seated, plugs } = this.plan.placed.get(unit)!.settings;
    const sender = this.rig.placed.get(unit)!;
    passed.set(unit, { ...sender, settings: { ...sender.settings, seated, plugs } });
    const rig = rigOf(this.rig.families, [...passed.values()], this.rig.around);
    const verdict = this.press(fires.light, fires.body, 'level', rig);
    return verdict !== null && symptomOf(verdict) !== 'dark';
  }

  private isOff(unit: string, field: string): boolean {
    const fault = this.faults.find((one) => one.unit === unit && one.field === field);
    if (!fault) return false;
    if (fault.visitor || fault.emitter || field === 'firmware') return true;
    const read = (rig: Rig) => readSetting(rig.placed.get(unit)!.settings, field as SettingPath);
    return !isSameValue(read(this.rig), read(this.plan));
  }

  private set(done: readonly Done[]): Rig {
    return done.length === 0
      ? this.rig
      : withRigChanges(
          this.rig,
          done.map(({ unit, setting, to }) => ({
            unit,
            setting: setting as SettingPath,
            from: null,
            to: to as SettingValue,
          })),
        );
  }
}

export interface Hunt {
  checks: Answered[];
  last: Diagnosis;
  /** All causes left at the end. */
  left: string[];
}

/** More than this nobody answers. */
const MOST_CHECKS = 30;

/**
 * Answers checks until one cause is left and its cure proven, or no check tells more.
 * @param lie what is said in place of the truth; left out, the truth.
 */
export function hunt(
  hidden: HiddenFaults,
  seen: readonly Sighting[],
  lie: (answers: readonly string[], truth: string, at: number) => string = (_, truth) => truth,
): Hunt {
  const checks: Answered[] = [];
  const reality = new Reality(hidden.plan);
  for (;;) {
    const incident: Pick<Incident, 'seen' | 'checks'> = { seen: [...seen], checks };
    const last = diagnose({ reality, incident });
    const left = last.causes.map(({ faults }) => causeOfAll(faults));
    if (checks.length >= MOST_CHECKS) return { checks, last, left };
    if (last.next) {
      const { check, answers } = last.next;
      checks.push({ check, answer: lie(answers, hidden.answer(check, answers), checks.length) });
      continue;
    }
    const { cure } = last;
    if (!cure || last.causes[0]!.faults.length === 0) return { checks, last, left };
    const answer = hidden.answer(cure.check, []);
    if (hidden.isMended || last.proven) return { checks, last, left };
    checks.push({ check: cure.check, answer });
  }
}
