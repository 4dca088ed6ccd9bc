/** A rig with its choices made, and some of them forgotten. */
import { type SettingPath, type Settings, type SettingValue, withSettings } from '../record/settings.ts';
import { type Placed, type Rig, rigOf } from '../rig/rig.ts';
import type { Choice } from './choices.ts';

/** Which of its values each choice takes; 0 is as it is. */
export type Assignment = readonly number[];

export class AssignedRigs {
  private readonly units: readonly Placed[];
  private readonly byUnit = new Map<string, number[]>();

  constructor(
    private readonly rig: Rig,
    private readonly choices: readonly Choice[],
  ) {
    this.units = [...rig.placed.values()];
    choices.forEach(({ unit }, index) => this.byUnit.set(unit, [...(this.byUnit.get(unit) ?? []), index]));
  }

  /** @param blanks choices of which nothing is recorded. */
  at(at: Assignment, blanks: ReadonlySet<number> | null = null): Rig {
    return rigOf(this.rig.families, this.placedAt(at, blanks), this.rig.around);
  }

  /** The same, noting as `unit setting` every setting that is looked at, and as `unit *` where all of them are. */
  watchedAt(at: Assignment, blanks: ReadonlySet<number> | null, reads: Set<string>): Rig {
    const placed = this.placedAt(at, blanks).map((one) => ({ ...one, settings: watched(one, reads) }));
    return rigOf(this.rig.families, placed, this.rig.around);
  }

  private placedAt(at: Assignment, blanks: ReadonlySet<number> | null): Placed[] {
    return this.units.map((one) => {
      const set: [SettingPath, SettingValue][] = [];
      for (const index of this.byUnit.get(one.id) ?? []) {
        const isBlank = blanks?.has(index) === true;
        if (!isBlank && at[index] === 0) continue;
        const { setting, values } = this.choices[index]!;
        set.push([setting, isBlank ? null : values[at[index]!]]);
      }
      return set.length === 0 ? one : { ...one, settings: withSettings(one.settings, set) };
    });
  }
}

function watched({ id, settings }: Placed, reads: Set<string>): Settings {
  return new Proxy(settings, {
    get: (target, key) => {
      reads.add(`${id} ${String(key)}`);
      return Reflect.get(target, key) as unknown;
    },
    has: (target, key) => {
      reads.add(`${id} ${String(key)}`);
      return Reflect.has(target, key);
    },
    ownKeys: (target) => {
      reads.add(`${id} *`);
      return Reflect.ownKeys(target);
    },
  });
}
