/** What a trainee knows after each step, as evidence like any other. docs/model.md, Drills. */
import { cureOf, keyOf, SURROUNDINGS } from '../diagnose/checks.ts';
import { closer, type Evidence } from '../diagnose/evidence.ts';
import { faultLibrary } from '../diagnose/faultLibrary.ts';
import type { DrillStep } from '../record/drill.ts';
import type { Check, Done } from '../record/incident.ts';
import type { Rig } from '../rig/rig.ts';
import { asDone, type Shown, watchedBy } from './play.ts';

/** One thing a step answers, and what had been set by then. */
export interface AskedOf {
  check: Check;
  /** The light that is watched; null for what is read off a unit. */
  light: string | null;
  done: readonly Done[];
}

export class Known {
  readonly evidence: Evidence[];
  /** Of the last press alone. */
  private last: Evidence[];
  /** What the trainee has set by now. */
  readonly done: Done[] = [];

  /** @param seen what was seen to begin with. */
  constructor(
    private readonly plan: Rig,
    seen: readonly Evidence[],
  ) {
    this.evidence = [...seen];
    this.last = [...seen];
  }

  /** What is to be seen now: the last press, with all that was read off and asked. */
  now(): { all: Evidence[]; sightings: number } {
    const read = this.evidence.filter(({ check }) => check.kind !== 'press');
    const seen = this.last.map((one) => ({ ...one, isCheck: false }));
    return { all: [...seen, ...read].map((one, index) => ({ ...one, index })), sightings: seen.length };
  }

  /** What a step asks; nothing where it sets something, or reads what the trainee has set. */
  asks(step: DrillStep): AskedOf[] {
    const done = [...this.done];
    switch (step.kind) {
      case 'press': {
        const { body, attitude, letter, near } = step;
        const meanwhile = near == null ? [] : closer(this.plan, near);
        return this.plan.lights
          .filter(({ id }) => !this.plan.strangers.has(id))
          .map(({ id: light }) => ({
            check: { kind: 'press', light, body, attitude, ...(letter != null && { letter }), done: [], meanwhile },
            light,
            done,
          }));
      }
      case 'look': {
        const { unit, field } = step;
        const isOurs = done.some((one) => one.unit === unit && one.setting === field);
        return isOurs ? [] : [{ check: { kind: 'look', unit, fields: [field] }, light: null, done }];
      }
      case 'button':
        return watchedBy(this.plan, step.unit).map(({ light, fires }) => ({
          check: { kind: 'button', unit: step.unit, ...(fires && { fires }) },
          light,
          done,
        }));
      default:
        return [];
    }
  }

  /** Takes in what a step showed. */
  learn(step: DrillStep, shown: Shown, asked: readonly AskedOf[]): void {
    if (step.kind === 'set') this.done.push(asDone(step));
    if (step.kind === 'swap') this.done.push(...this.allOf(step.unit));
    if (step.kind === 'press') this.last = [];
    for (const one of asked) {
      const answer = answerOf(shown, one.light);
      if (answer === null) continue;
      const evidence = { index: this.evidence.length, isCheck: true, check: one.check, answer, done: one.done };
      this.take(evidence);
    }
    if (shown.kind === 'press' && step.kind === 'press') this.learnStrays(step.body, shown.strays);
  }

  private learnStrays(body: string, strays: readonly string[]): void {
    for (const light of strays) {
      const check: Check = { kind: 'press', light, body, attitude: 'level', done: [], meanwhile: [] };
      const evidence = { index: this.evidence.length, isCheck: true, check, answer: 'others', done: [...this.done] };
      this.take(evidence);
    }
  }

  /** The same thing seen again with nothing set meanwhile is no more than once. */
  private take(evidence: Evidence): void {
    if (evidence.check.kind === 'press') this.last.push(evidence);
    if (!this.evidence.some((known) => isSame(known, evidence))) this.evidence.push(evidence);
  }

  /** All that can be off at a unit, as planned. */
  private allOf(unit: string): Done[] {
    const own = faultLibrary(this.plan).filter((fault) => fault.unit === unit && !SURROUNDINGS.has(fault.field));
    const fields = [...new Set(own.map(({ field }) => field))];
    return fields.map((field) => cureOf(this.plan, { unit, field }) ?? { unit, setting: field, to: null });
  }
}

function answerOf(shown: Shown, light: string | null): string | null {
  if (shown.kind === 'look') return shown.off ? 'wrong' : 'right';
  if (light === null) return null;
  if (shown.kind === 'press') return shown.saw.get(light) ?? null;
  if (shown.kind !== 'button') return null;
  const lit = shown.lit.get(light);
  return lit === undefined ? null : lit ? 'fires' : 'dark';
}

const isSame = (one: Evidence, other: Evidence): boolean =>
  one.answer === other.answer &&
  keyOf(one.check) === keyOf(other.check) &&
  JSON.stringify(one.done) === JSON.stringify(other.done);
