/** What a trainee does in a drill, step by step, and what each step shows and takes. docs/model.md, Drills. */
import {
  ASK_SECONDS,
  BUTTON_SECONDS,
  LOOK_SECONDS,
  PRESS_SECONDS,
  standsAt,
  SURROUNDINGS,
  walkBetween,
  workOf,
} from '../diagnose/checks.ts';
import { closer } from '../diagnose/evidence.ts';
import type { Fault } from '../diagnose/fault.ts';
import { AT_UNIT_SECONDS, placeOf, SWAP_SECONDS } from '../mend/cost.ts';
import type { DrillStep, PressStep } from '../record/drill.ts';
import type { Done } from '../record/incident.ts';
import type { Symptom } from '../record/incidentTerms.ts';
import type { SettingValue } from '../record/settings.ts';
import { bodyUnder, isFlash, type Rig } from '../rig/rig.ts';
import { StagedGear } from './stagedGear.ts';

/** What a step shows whoever took it. */
export type Shown =
  | { kind: 'press'; saw: ReadonlyMap<string, Symptom | null>; strays: readonly string[] }
  | { kind: 'look'; off: boolean; value: SettingValue }
  /** Whether each light that is watched flashes. */
  | { kind: 'button'; lit: ReadonlyMap<string, boolean> }
  | { kind: 'set' }
  | { kind: 'swap' }
  | { kind: 'well'; isWell: boolean };

export interface Played {
  step: DrillStep;
  shown: Shown;
  /** Seconds it took: thought, walk and work. */
  seconds: number;
  /** Where one stood before it; null for at the camera. */
  from: string | null;
}

export class Play {
  readonly played: Played[] = [];
  /** Of all steps so far. */
  seconds = 0;
  /** Where the trainee stands; null for at the camera. */
  at: string | null = null;
  private readonly gear: StagedGear;

  constructor(
    readonly plan: Rig,
    faults: readonly Fault[],
    steps: readonly DrillStep[] = [],
  ) {
    this.gear = new StagedGear(plan, faults);
    for (const step of steps) this.take(step);
  }

  /** Whether the trainee has said that all fire as planned, and they do. */
  get isSolved(): boolean {
    const last = this.played.at(-1)?.shown;
    return last?.kind === 'well' && last.isWell;
  }

  take(step: DrillStep): Played {
    const from = this.at;
    const { place, ends, work } = this.effort(step);
    const seconds = step.thought + work + (place === undefined ? 0 : walkBetween(this.plan, from, place));
    if (ends !== undefined) this.at = ends;
    this.seconds += seconds;
    const played: Played = { step, shown: this.shownBy(step), seconds, from };
    this.played.push(played);
    return played;
  }

  /** Seconds of work, where it is done and where one then stands; undefined for anywhere. */
  private effort(step: DrillStep): { work: number; place?: string | null; ends?: string | null } {
    if (step.kind === 'well') return { work: 0 };
    if (step.kind === 'press') return this.pressEffort(step);
    if (step.kind === 'look' && SURROUNDINGS.has(step.field)) return { work: ASK_SECONDS, place: null, ends: null };
    const place = standsAt(this.plan, step.unit);
    return { work: this.workAt(step), place, ends: place };
  }

  private workAt(step: Exclude<DrillStep, { kind: 'press' | 'well' }>): number {
    if (step.kind === 'look') return LOOK_SECONDS;
    if (step.kind === 'button') return BUTTON_SECONDS;
    return step.kind === 'swap' ? SWAP_SECONDS : workOf(this.plan, step);
  }

  private pressEffort({ near }: PressStep): { work: number; place: string | null; ends: string | null } {
    if (near == null) return { work: PRESS_SECONDS, place: null, ends: null };
    const place = placeOf(this.plan, near);
    return { work: PRESS_SECONDS + AT_UNIT_SECONDS, place, ends: place };
  }

  private shownBy(step: DrillStep): Shown {
    switch (step.kind) {
      case 'press': {
        const meanwhile = step.near == null ? [] : closer(this.plan, step.near);
        return { kind: 'press', saw: this.gear.press(step, meanwhile), strays: [...this.gear.strays()] };
      }
      case 'look':
        return {
          kind: 'look',
          off: this.gear.isOff(step.unit, step.field),
          value: SURROUNDINGS.has(step.field) ? null : this.gear.read(step.unit, step.field),
        };
      case 'button':
        return { kind: 'button', lit: this.litBy(step.unit) };
      case 'set':
        this.gear.set([asDone(step)]);
        return { kind: 'set' };
      case 'swap':
        this.gear.swap(step.unit);
        return { kind: 'swap' };
      case 'well':
        return { kind: 'well', isWell: this.gear.isWell };
    }
  }

  private litBy(unit: string): Map<string, boolean> {
    const watched = watchedBy(this.plan, unit);
    return new Map(watched.map(({ light, fires }) => [light, this.gear.button({ kind: 'button', unit, fires })]));
  }
}

export const asDone = ({ unit, setting, to }: Extract<DrillStep, { kind: 'set' }>): Done => ({ unit, setting, to });

/** Whom one watches when a test button is pressed: a flash itself; of a sender the lights it would fire as planned. */
export function watchedBy(plan: Rig, unit: string): { light: string; fires: { light: string; body: string } | null }[] {
  const placed = plan.placed.get(unit);
  if (!placed) return [];
  if (isFlash(placed)) return [{ light: unit, fires: null }];
  const body = bodyUnder(plan.placed, placed);
  if (!body) return [];
  const gear = new StagedGear(plan, []);
  return plan.lights
    .filter(({ id }) => !plan.strangers.has(id))
    .map(({ id: light }) => ({ light, fires: { light, body: body.id } }))
    .filter(({ fires }) => gear.button({ kind: 'button', unit, fires }));
}
