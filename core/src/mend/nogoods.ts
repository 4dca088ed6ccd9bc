/**
 * Why a light fails, read from the simulator: values of settings that together keep it from firing as meant, whatever
 * else is set. docs/model.md, Least work. What is left out of such a set was forgotten and the light failed for certain all
 * the same, or was not read at all; so the set is as sound as what the simulator calls certain (law 6 of docs/model.md).
 */
import { settingKey } from '../record/change.ts';
import { groupPartsOf, pairPartsOf } from '../record/settingPath.ts';
import type { Attitude } from '../record/settingTerms.ts';
import { keepsWish, lostWish } from '../rig/meantFor.ts';
import { distinctFields, type FieldRef } from '../rig/check.ts';
import { type Body, type Rig, rigOf } from '../rig/rig.ts';
import type { Shot } from '../shot/lightRun.ts';
import { simulate } from '../shot/simulate.ts';
import { shotsOf } from '../verdict/judge.ts';
import { isNeverRight, isNeverSure, suitsNoMoment } from '../verdict/neverRight.ts';
import { isFailing, type VerdictName, verdictOf } from '../verdict/verdict.ts';
import { type Assignment, AssignedRigs } from './assignedRigs.ts';
import { fillingsOf } from './fillings.ts';
import type { Choice } from './choices.ts';
import { hangingIn, seenFrom } from './concerned.ts';
import { type Traced, Traces } from './traces.ts';

/** What the solving of constraints calls a nogood: values that together are no plan. */
export interface Nogood {
  /** Null where it is no plan for any light. */
  light: string | null;
  /** Of each choice concerned the values that do not help; a choice not named makes no difference. */
  values: ReadonlyMap<number, ReadonlySet<number>>;
}

/** Settings that left out are unrecorded, and mean nothing instead; the laws of doubt are held against each of them. */
export const BLANKABLE: ReadonlySet<string> = new Set([
  ...['on', 'role', 'mount', 'link', 'sees', 'family', 'channel', 'networkId', 'pin', 'group', 'mode', 'power', 'eye'],
  ...['lamp', 'multiPops', 'multiHz', 'cord', 'selector', 'passThrough', 'startedInOrder'],
  ...['shutterType', 'shutter', 'flashFiring', 'exposureMode', 'popupUp'],
]);

/** Combinations tried to find what else does not help; more would cost more than they save. */
const MOST_COMBINATIONS = 16;

/** What makes of a unit a light, a sender or neither, and joins it to others. */
const STRUCTURE: ReadonlySet<string> = new Set(['role', 'mount', 'link', 'sees', 'family', 'lamp']);

/** Settings filled in one after the other to see why a light is in doubt. */
const MOST_FILLED = 3;

/** Things nobody has a choice in that are filled in to see it. */
const MOST_RECORDED = 4;

/** Rounds of forgetting; hardly anything new is looked at after the second. */
const PASSES = 3;

/** The shot in which a light fails. */
type Taken = { body: string; attitude: Attitude };
/** The shot in which it certainly fails, or nobody can ever say, null for none, undefined where one is in doubt and none such. */
type Failure = Taken | 'lost' | null | undefined;
interface Failing {
  light: string;
  at: Assignment;
  /** Lost: no light of the look any more, or of fewer bodies. */
  taken: Taken | 'lost';
}

export class Nogoods {
  private readonly rigs: AssignedRigs;
  /** Shots a light was followed through. */
  trials = 0;
  private readonly filled = new Map<string, Nogoods[]>();
  private readonly choices: readonly Choice[];
  /** Choices in the order in which they are forgotten. */
  private readonly order: readonly number[];
  private readonly doubtful: ReadonlySet<string>;
  /** Where no value was found that shows why a light is in doubt, and how many were filled in at once to look for it. */
  private readonly hopeless = new Map<string, number>();
  private readonly doubts = new Map<string, Traces<readonly FieldRef[]>>();
  private readonly failures = new Map<string, Traces<Failure>>();
  private readonly certainties = new Map<string, Traces<boolean>>();

  constructor(
    private readonly rig: Rig,
    space: { choices: readonly Choice[]; order: readonly number[]; doubtful: ReadonlySet<string> },
  ) {
    const { choices } = space;
    this.choices = choices;
    this.order = space.order;
    this.doubtful = space.doubtful;
    this.rigs = new AssignedRigs(rig, choices, hangingIn(rig, choices));
  }

  /** Why a light fails at an assignment; null when it does not. */
  why(light: string, at: Assignment): Nogood | null {
    const { answer: taken, fields } = this.failure(light, at);
    if (taken === null) return null;
    if (taken !== undefined) return this.whyCertain({ light, at, taken });
    const open = this.whyOpen(light, at);
    if (open) return open;
    // Where nobody can say whether it fires nothing can be forgotten: all that was looked at counts.
    const read = this.inOrder(this.rigs.choicesIn(fields));
    const values = new Map(read.map((index) => [index, new Set([at[index]!])]));
    this.widen(values, at, (other) => {
      const failure = this.failure(light, other);
      return failure.answer !== null && [...this.rigs.choicesIn(failure.fields)].every((index) => values.has(index));
    });
    return { light, values };
  }

  private whyCertain(failing: Failing): Nogood {
    const { light, at } = failing;
    const blanks = this.forget(failing);
    const values = new Map(this.readAt(blanks, failing)!.map((index) => [index, new Set([at[index]!])]));
    this.widen(values, at, (other) => {
      const read = this.readAt(blanks, { ...failing, at: other });
      return read?.every((index) => values.has(index)) === true;
    });
    return { light, values };
  }

  /**
   * Why nobody can say whether it fires: if what is not recorded were so, it would fail for certain, so it is not as meant
   * for certain either while nobody says (law 6 the other way about). Null where no such value is found.
   */
  private whyOpen(light: string, at: Assignment, depth = MOST_FILLED): Nogood | null {
    const key = `${light} ${at.join()}`;
    if ((this.hopeless.get(key) ?? 0) >= depth) return null;
    const nogood = this.whyRecorded(light, at, depth);
    if (!nogood) this.hopeless.set(key, depth);
    return nogood;
  }

  private whyRecorded(light: string, at: Assignment, depth: number): Nogood | null {
    const missing = this.unrecorded(light, at);
    const keys = new Set(missing.map(({ unit, field }) => `${unit} ${field}`));
    // What nobody has a choice in is filled in once, not one such thing on top of the other.
    for (const ref of depth === MOST_FILLED ? missing.slice(0, MOST_RECORDED) : []) {
      for (const filled of this.filledRigs(ref)) {
        const before = filled.trials;
        const nogood = filled.whyAtAll(light, at, 1);
        this.trials += filled.trials - before;
        if (nogood) return nogood;
      }
    }
    for (const index of this.order) {
      if (!keys.has(settingKey(this.choices[index]!)) || !this.isBlankable(index)) continue;
      const nogood = this.whyFilled(index, { light, at, depth });
      if (nogood) return nogood;
    }
    return null;
  }

  /** With one choice that is not recorded set to something. */
  private whyFilled(index: number, open: { light: string; at: Assignment; depth: number }): Nogood | null {
    const { light, at, depth } = open;
    for (let value = 0; value < this.choices[index]!.values.length; value++) {
      if (this.choices[index]!.values[value] == null) continue;
      const filled = at.map((one, choice) => (choice === index ? value : one));
      const nogood = this.whyAtAll(light, filled, depth - 1);
      if (!nogood) continue;
      const found = nogood.values.get(index);
      return found ? { light, values: new Map([...nogood.values, [index, new Set([...found, at[index]!])]]) } : nogood;
    }
    return null;
  }

  /** Why it fails for certain, or would if something more were recorded; null where it would not. */
  private whyAtAll(light: string, at: Assignment, depth: number): Nogood | null {
    const taken = this.failure(light, at).answer;
    if (taken === null) return null;
    if (taken !== undefined) return this.whyCertain({ light, at, taken });
    return depth > 0 ? this.whyOpen(light, at, depth) : null;
  }

  /** The same search where something is recorded that nobody has a choice in. */
  private filledRigs({ unit, field }: FieldRef): Nogoods[] {
    const key = `${unit} ${field}`;
    let filled = this.filled.get(key);
    if (!filled) {
      const { choices, order, doubtful } = this;
      filled = fillingsOf(this.rig, field).map((fill) => {
        const placed = [...this.rig.placed.values()].map((one) => (one.id === unit ? fill(one) : one));
        const rig = rigOf(this.rig.families, placed, this.rig.around);
        return new Nogoods(rig, { choices, order, doubtful });
      });
      this.filled.set(key, filled);
    }
    return filled;
  }

  /** What is not recorded and leaves a light in doubt. */
  private unrecorded(light: string, at: Assignment): readonly FieldRef[] {
    const traces = tracesIn(this.doubts, light);
    return this.rigs.ask(traces, { light, at, blanks: null }, (rig) => {
      const fields = shotsOf(rig).flatMap(({ body, attitude }) => {
        const shot = this.shotOf(rig, light, body, attitude);
        const run = shot.runs.get(light);
        return run ? verdictOf(rig, shot, run).unknown : [];
      });
      return distinctFields(fields);
    }).answer;
  }

  /** Of these lights those that fail at an assignment, or of which nobody can say any more. */
  failing(lights: readonly string[], at: Assignment): string[] {
    if (lights.length === 1) return this.failure(lights[0]!, at).answer === null ? [] : [...lights];
    const rig = this.rigs.at(at);
    const bad = new Set(lostWish(this.rig, rig));
    for (const { body, attitude } of shotsOf(rig)) {
      this.trials += rig.lights.length;
      const shot = simulate(rig, body, { attitude, untimed: true });
      for (const run of shot.runs.values()) {
        const verdict = verdictOf(rig, shot, run);
        if (isFailing(verdict) || (verdict.verdict === 'unknown' && !this.doubtful.has(verdict.unit)))
          bad.add(verdict.unit);
      }
    }
    return lights.filter((light) => bad.has(light));
  }

  /** What of all that was looked at can be forgotten; more may be looked at then, which can be forgotten in turn. */
  private forget(failing: Failing): Set<number> {
    const blanks = new Set<number>();
    const tried = new Set<number>();
    for (let left = PASSES; left > 0; left--) {
      const read = this.readAt(blanks, failing)!.filter((index) => !tried.has(index) && this.isBlankable(index));
      if (read.length === 0) break;
      for (const index of read) tried.add(index);
      this.blankAll(
        read.filter((index) => !STRUCTURE.has(this.choices[index]!.setting)),
        blanks,
        failing,
      );
    }
    // What a unit is to the look: forgotten, it may be anything, and what that looks at must not be more.
    const followed = this.rigs.concernedAt({ ...failing, blanks: null });
    let read = this.readAt(blanks, failing)!;
    for (const index of read) {
      const { unit, setting } = this.choices[index]!;
      if (!STRUCTURE.has(setting) || !this.isBlankable(index)) continue;
      if (followed.get(unit) && (setting === 'link' || setting === 'sees')) continue;
      blanks.add(index);
      const now = this.readAt(blanks, failing);
      const known = new Set(read);
      if (now?.every((one) => known.has(one))) read = now;
      else blanks.delete(index);
    }
    return blanks;
  }

  private failure(light: string, at: Assignment): Traced<Failure> {
    const traces = tracesIn(this.failures, light);
    return this.rigs.ask(traces, { light, at, blanks: null }, (rig) => this.failureIn(rig, light));
  }

  private failureIn(rig: Rig, light: string): Failure {
    if (!keepsWish(this.rig, rig, new Set([light]))) return 'lost';
    let inDoubt = false;
    for (const { body, attitude } of shotsOf(rig)) {
      const verdict = this.verdictIn(rig, light, body, attitude);
      if (verdict === null) continue;
      if (verdict === 'unknown') {
        if (this.suitsNever(rig, body, light)) return { body: body.id, attitude };
        inDoubt ||= !this.doubtful.has(light);
      } else if (verdict !== 'in-sync' && verdict !== 'dark') return { body: body.id, attitude };
    }
    return inDoubt ? undefined : null;
  }

  private verdictIn(rig: Rig, light: string, body: Body, attitude: Attitude): VerdictName | null {
    const shot = this.shotOf(rig, light, body, attitude);
    const run = shot.runs.get(light);
    return run ? verdictOf(rig, shot, run).verdict : null;
  }

  /** Whether it certainly fails with some choices forgotten. */
  private certainty({ light, at, taken }: Failing, blanks: ReadonlySet<number>): Traced<boolean> {
    const traces = tracesIn(this.certainties, keyOfFailing({ light, taken }));
    return this.rigs.ask(traces, { light, at, blanks }, (rig) => this.isCertain(rig, light, taken));
  }

  private isCertain(rig: Rig, light: string, taken: Taken | 'lost'): boolean {
    if (taken === 'lost') return !keepsWish(this.rig, rig, new Set([light]));
    const body = rig.placed.get(taken.body) as Body;
    if (this.suitsNever(rig, body, light)) return true;
    const shot = this.shotOf(rig, light, body, taken.attitude);
    const run = shot.runs.get(light);
    return run !== undefined && isNeverRight(rig, shot, run);
  }

  private shotOf(rig: Rig, light: string, body: Body, attitude: Attitude): Shot {
    this.trials++;
    return simulate(rig, body, { only: seenFrom(rig, light), attitude, untimed: true });
  }

  /** Whether this body's shutter leaves no moment at which it would be as meant, or be known to be. */
  private suitsNever(rig: Rig, body: Body, light: string): boolean {
    // One that was in doubt before may stay so.
    const lit = this.doubtful.has(light) ? undefined : rig.lights.find(({ id }) => id === light);
    return lit !== undefined && (suitsNoMoment(rig, body, lit) || isNeverSure(rig, body, lit));
  }

  /** Forgets as many as possible without the failure ceasing to be certain, all together, else each half by itself. */
  private blankAll(list: readonly number[], blanks: Set<number>, failing: Failing): void {
    if (list.length === 0) return;
    if (this.certainty(failing, new Set([...blanks, ...list])).answer) {
      for (const index of list) blanks.add(index);
      return;
    }
    if (list.length === 1) return;
    const half = list.length >> 1;
    this.blankAll(list.slice(0, half), blanks, failing);
    this.blankAll(list.slice(half), blanks, failing);
  }

  /** Choices the simulator looks at on its way to the failure, those forgotten left out; null where it does not certainly fail. */
  private readAt(blanks: ReadonlySet<number>, failing: Failing): number[] | null {
    const { answer, fields } = this.certainty(failing, blanks);
    if (!answer) return null;
    const read = this.rigs.choicesIn(fields);
    // What is not recorded anyway is as good as forgotten.
    const isOpen = (index: number) => {
      return this.isBlankable(index) && this.choices[index]!.values[failing.at[index]!] == null;
    };
    return this.inOrder(read).filter((index) => !blanks.has(index) && !isOpen(index));
  }

  private isBlankable(index: number): boolean {
    const { setting } = this.choices[index]!;
    if (pairPartsOf(setting)) return false;
    return groupPartsOf(setting) !== null || BLANKABLE.has(setting);
  }

  private inOrder(choices: ReadonlySet<number>): number[] {
    return this.order.filter((index) => choices.has(index));
  }

  /** Whether an eye would watch something more: what that is set to would then matter too. */
  private seesMore(index: number, value: number, at: Assignment): boolean {
    const { setting, values } = this.choices[index]!;
    if (setting !== 'sees') return false;
    const now = (values[at[index]!] ?? []) as readonly string[];
    return ((values[value] ?? []) as readonly string[]).some((one) => !now.includes(one));
  }

  /** Other values that fail as well, in all combinations with those found so far, and for which nothing else matters. */
  private widen(values: Map<number, Set<number>>, at: Assignment, fails: (other: Assignment) => boolean): void {
    let combinations = 1;
    for (const [index, found] of values) {
      for (let value = 0; value < this.choices[index]!.values.length; value++) {
        if (found.has(value) || combinations > MOST_COMBINATIONS || this.seesMore(index, value, at)) continue;
        if (everyCombination(values, { index, value }, at, fails)) found.add(value);
      }
      combinations *= found.size;
    }
  }
}

function everyCombination(
  values: ReadonlyMap<number, ReadonlySet<number>>,
  { index: fixed, value }: { index: number; value: number },
  at: Assignment,
  holds: (point: Assignment) => boolean,
): boolean {
  const point = [...at];
  point[fixed] = value;
  const others = [...values].filter(([index, found]) => index !== fixed && found.size > 1);
  const visit = (depth: number): boolean => {
    if (depth === others.length) return holds(point);
    const [index, found] = others[depth]!;
    for (const one of found) {
      point[index] = one;
      if (!visit(depth + 1)) return false;
    }
    return true;
  };
  return visit(0);
}

const keyOfFailing = ({ light, taken }: Pick<Failing, 'light' | 'taken'>): string =>
  taken === 'lost' ? light : `${light} ${taken.body} ${taken.attitude}`;

function tracesIn<Answer>(all: Map<string, Traces<Answer>>, key: string): Traces<Answer> {
  let traces = all.get(key);
  if (!traces) all.set(key, (traces = new Traces()));
  return traces;
}
