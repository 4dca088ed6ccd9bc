/** A rig with its choices made, and some of them forgotten. */
import { groupPartsOf } from '../record/settingPath.ts';
import { type SettingPath, type Settings, type SettingValue, withSettings } from '../record/settings.ts';
import { type Placed, type Rig, rigOf } from '../rig/rig.ts';
import type { Choice } from './choices.ts';
import { concerning } from './concerned.ts';
import type { State, Traced, Traces } from './traces.ts';
import { type Numbers, watched } from './watched.ts';

/** Which of its values each choice takes; 0 is as it is. */
export type Assignment = readonly number[];

/** Of which light something is asked, and how everything is set meanwhile. */
export interface Asked {
  light: string;
  at: Assignment;
  /** Choices of which nothing is recorded. */
  blanks: ReadonlySet<number> | null;
}

/** In place of a value's number where nothing is recorded. */
const NOTHING = -1;

interface UnitState {
  placed: Placed;
  /** Its settings, noting which of them are looked at. */
  watched: Settings;
}

interface Unit {
  /** As it is at first. */
  placed: Placed;
  choices: readonly number[];
  /** Its settings that have a choice. */
  fields: Numbers;
  /** As its choices leave it, by these: most assignments differ in few units. */
  known: Map<string, UnitState>;
}

export class AssignedRigs {
  private readonly units: readonly Unit[];
  /** Settings that have a choice, or several. */
  private readonly fields: { unit: string; choices: number[] }[] = [];
  /** What is looked at while a question is answered. */
  private looked = new Set<number>();
  private readonly look = (field: number): void => void this.looked.add(field);

  constructor(
    private readonly rig: Rig,
    private readonly choices: readonly Choice[],
    private readonly hanging: ReadonlySet<string>,
  ) {
    this.units = [...rig.placed.values()].map((placed) => {
      const own = choices.flatMap(({ unit }, index) => (unit === placed.id ? [index] : []));
      return { placed, choices: own, fields: this.fieldsOf(placed.id, own), known: new Map() };
    });
  }

  /** A letter's power is one setting, all that is noted of pairs another. */
  private fieldsOf(unit: string, own: readonly number[]): Numbers {
    const fields: Numbers = {};
    for (const index of own) {
      const group = groupPartsOf(this.choices[index]!.setting);
      const within = group ? ((fields.groups ??= {}) as Numbers) : fields;
      const under = group ? ((within[group.letter] ??= {}) as Numbers) : fields;
      const name = group?.field ?? this.choices[index]!.setting.split('.')[0]!;
      const number = (under[name] ??= this.fields.push({ unit, choices: [] }) - 1) as number;
      this.fields[number]!.choices.push(index);
    }
    return fields;
  }

  at(at: Assignment): Rig {
    return rigOf(this.rig.families, this.placedAt(at, null), this.rig.around);
  }

  /** The units whose settings can matter to a light, with everything set so; what is followed is marked. */
  concernedAt({ light, at, blanks }: Asked): ReadonlyMap<string, boolean> {
    const placed = new Map(this.placedAt(at, blanks).map((one) => [one.id, one]));
    return concerning({ placed }, light, this.hanging);
  }

  /** The choices behind what was looked at. */
  choicesIn(fields: readonly number[]): Set<number> {
    return new Set(fields.flatMap((field) => this.fields[field]!.choices));
  }

  /** What a question of a rig comes to, from what is known where that is the same. */
  ask<Answer>(traces: Traces<Answer>, asked: Asked, question: (rig: Rig) => Answer): Traced<Answer> {
    const stateOf = (field: number) => this.stateOf(field, asked);
    return traces.find(stateOf) ?? this.traced(traces, asked, question);
  }

  private traced<Answer>(traces: Traces<Answer>, asked: Asked, question: (rig: Rig) => Answer): Traced<Answer> {
    this.looked = new Set();
    const placed = this.statesAt(asked.at, asked.blanks).map((one) => ({ ...one.placed, settings: one.watched }));
    // Which units matter is found out first: what is looked at of the others does not count.
    const concerned = concerning({ placed: new Map(placed.map((one) => [one.id, one])) }, asked.light, this.hanging);
    const answer = question(rigOf(this.rig.families, placed, this.rig.around));
    const fields = [...this.looked].filter((field) => concerned.has(this.fields[field]!.unit));
    return traces.keep(fields, (field) => this.stateOf(field, asked), answer);
  }

  private stateOf(field: number, asked: Asked): State {
    const { choices } = this.fields[field]!;
    if (choices.length === 1) return this.valueAt(choices[0]!, asked);
    let state = '';
    for (const choice of choices) state += `${this.valueAt(choice, asked)} `;
    return state;
  }

  private valueAt(choice: number, { at, blanks }: Asked): number {
    const value = at[choice]!;
    return blanks?.has(choice) === true || this.choices[choice]!.values[value] == null ? NOTHING : value;
  }

  private placedAt(at: Assignment, blanks: ReadonlySet<number> | null): Placed[] {
    return this.statesAt(at, blanks).map(({ placed }) => placed);
  }

  private statesAt(at: Assignment, blanks: ReadonlySet<number> | null): UnitState[] {
    return this.units.map((unit) => {
      let key = '';
      for (const index of unit.choices) key += blanks?.has(index) === true ? '-,' : `${at[index]},`;
      let state = unit.known.get(key);
      if (!state) {
        const placed = this.unitAt(unit, at, blanks);
        unit.known.set(key, (state = { placed, watched: watched(placed.settings, unit.fields, this.look) }));
      }
      return state;
    });
  }

  private unitAt({ placed, choices }: Unit, at: Assignment, blanks: ReadonlySet<number> | null): Placed {
    const set: [SettingPath, SettingValue][] = [];
    for (const index of choices) {
      const isBlank = blanks?.has(index) === true;
      if (!isBlank && at[index] === 0) continue;
      const { setting, values } = this.choices[index]!;
      set.push([setting, isBlank ? null : values[at[index]!]]);
    }
    return set.length === 0 ? placed : { ...placed, settings: withSettings(placed.settings, set) };
  }
}
