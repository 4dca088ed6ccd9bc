/** A crew's state being changed: records are read and written by reference, and come together as a new state. */
import type { Look } from '../record/look.ts';
import type { Settings } from '../record/settings.ts';
import type { LoggedTest } from '../record/testFire.ts';
import {
  type AnyDoc,
  type CrewState,
  keyOf,
  type LookHead,
  type Made,
  type RecordKind,
  type RecordRef,
  tidied,
} from './crewState.ts';
import { referencesOf } from './references.ts';

/** Where the records of a kind stand in a state. */
const LISTS = {
  event: 'events',
  moment: 'moments',
  family: 'families',
  profile: 'profiles',
  unit: 'units',
  look: 'looks',
  test: 'tests',
  onAir: 'onAir',
  reading: 'readings',
  incident: 'incidents',
  drill: 'drills',
} as const;
type ListedKind = keyof typeof LISTS;
type Listed = { readonly id: string };

/** A list's records by id; made once, since a list is never changed in place. */
const indexes = new WeakMap<readonly Listed[], Map<string, Listed>>();

function found<T extends Listed>(list: readonly T[], id: string): T | undefined {
  let index = indexes.get(list);
  if (!index) indexes.set(list, (index = new Map(list.map((one) => [one.id, one]))));
  return index.get(id) as T | undefined;
}

const headOf = ({ units: _units, ...head }: Look): LookHead => head;

export class Draft {
  private readonly written = new Map<string, { on: RecordRef; made: Made | null }>();
  private referrers: Map<string, Map<string, RecordRef>> | null = null;

  constructor(private readonly before: CrewState) {}

  /** The record as it is now; null when there is none. */
  read(on: RecordRef): Made | null {
    const key = keyOf(on);
    const written = this.written.get(key);
    if (written) return written.made;
    const doc = this.docBefore(on);
    return doc === undefined ? null : { born: this.before.born[key] ?? null, doc };
  }

  write(on: RecordRef, made: Made | null): void {
    this.written.set(keyOf(on), { on, made: made && { ...made, doc: tidied(on, made.doc) } });
    if (this.referrers && made) this.note(on, made.doc);
  }

  /** The records that name a record now, with the fields they name it in. */
  naming(target: RecordRef): { on: RecordRef; field: string | null }[] {
    this.referrers ??= this.allReferrers();
    const key = keyOf(target);
    const all = [...(this.referrers.get(key)?.values() ?? [])];
    return all.flatMap((on) => {
      const made = this.read(on);
      const fields = made ? referencesOf(on, made.doc).filter(({ to }) => keyOf(to) === key) : [];
      return [...new Set(fields.map(({ field }) => field))].map((field) => ({ on, field }));
    });
  }

  /** The state with everything written; lists and looks nothing was written to are the very same. */
  state(): CrewState {
    if (this.written.size === 0) return this.before;
    return {
      events: this.merged('event'),
      moments: this.merged('moment'),
      families: this.merged('family'),
      profiles: this.merged('profile'),
      units: this.merged('unit'),
      looks: this.mergedLooks(),
      tests: this.mergedTests(),
      onAir: this.merged('onAir'),
      readings: this.merged('reading'),
      incidents: this.merged('incident'),
      drills: this.merged('drill'),
      born: this.mergedBorn(),
    };
  }

  private docBefore({ kind, id, look }: RecordRef): AnyDoc | undefined {
    if (kind === 'placing') return found(this.before.looks, look!)?.units[id];
    const doc = found<Listed>(this.before[LISTS[kind]], id);
    return kind === 'look' && doc ? headOf(doc as Look) : (doc as AnyDoc | undefined);
  }

  private *writtenOf(kind: RecordKind): Iterable<{ on: RecordRef; made: Made | null }> {
    for (const one of this.written.values()) if (one.on.kind === kind) yield one;
  }

  private merged<K extends Exclude<ListedKind, 'look'>>(kind: K): CrewState[(typeof LISTS)[K]] {
    const before = this.before[LISTS[kind]];
    const changed = new Map([...this.writtenOf(kind)].map(({ on, made }) => [on.id, made]));
    if (changed.size === 0) return before;
    const kept = (before as readonly Listed[]).filter((one) => !changed.has(one.id));
    const added = [...changed.values()].flatMap((made) => (made ? [made.doc as unknown as Listed] : []));
    return [...kept, ...added].sort(byId) as unknown as CrewState[(typeof LISTS)[K]];
  }

  private mergedTests(): readonly LoggedTest[] {
    const merged = this.merged('test');
    if (merged === this.before.tests) return merged;
    return [...merged].sort((a, b) => (a.at === b.at ? byId(a, b) : a.at < b.at ? -1 : 1));
  }

  private mergedLooks(): readonly Look[] {
    const heads = new Map([...this.writtenOf('look')].map(({ on, made }) => [on.id, made]));
    const placings = new Map<string, Map<string, Settings | null>>();
    for (const { on, made } of this.writtenOf('placing')) {
      const units = placings.get(on.look!) ?? new Map<string, Settings | null>();
      placings.set(on.look!, units.set(on.id, (made?.doc as Settings | undefined) ?? null));
    }
    if (heads.size + placings.size === 0) return this.before.looks;
    const added = [...heads.values()].flatMap((made) =>
      made && !found(this.before.looks, (made.doc as LookHead).id)
        ? [{ ...(made.doc as LookHead), units: {} as Look['units'] }]
        : [],
    );
    const all = [...this.before.looks, ...added].flatMap((look) => {
      const head = heads.get(look.id);
      if (head === null) return [];
      const units = placings.get(look.id);
      if (!head && !units) return [look];
      return [{ ...((head?.doc as LookHead | undefined) ?? headOf(look)), units: mergedUnits(look.units, units) }];
    });
    return all.sort(byId);
  }

  private mergedBorn(): CrewState['born'] {
    const changed = [...this.written].filter(
      ([key, { made }]) => (made?.born ?? null) !== (this.before.born[key] ?? null),
    );
    if (changed.length === 0) return this.before.born;
    const born = { ...this.before.born };
    for (const [key, { made }] of changed) {
      if (made?.born == null) delete born[key];
      else born[key] = made.born;
    }
    return born;
  }

  private allReferrers(): Map<string, Map<string, RecordRef>> {
    this.referrers = new Map();
    const { moments, profiles, units, looks, tests, onAir, readings, incidents } = this.before;
    for (const doc of moments) this.note({ kind: 'moment', id: doc.id }, doc);
    for (const doc of profiles) this.note({ kind: 'profile', id: doc.id }, doc);
    for (const doc of units) this.note({ kind: 'unit', id: doc.id }, doc);
    for (const doc of tests) this.note({ kind: 'test', id: doc.id }, doc);
    for (const doc of readings) this.note({ kind: 'reading', id: doc.id }, doc);
    for (const doc of incidents) this.note({ kind: 'incident', id: doc.id }, doc);
    for (const doc of onAir) this.note({ kind: 'onAir', id: doc.id }, doc);
    for (const { units: _units, ...head } of looks) this.note({ kind: 'look', id: head.id }, head);
    for (const look of looks) {
      for (const [id, doc] of Object.entries(look.units)) this.note({ kind: 'placing', id, look: look.id }, doc);
    }
    for (const { on, made } of this.written.values()) if (made) this.note(on, made.doc);
    return this.referrers;
  }

  private note(on: RecordRef, doc: AnyDoc): void {
    for (const { to } of referencesOf(on, doc)) {
      const key = keyOf(to);
      const known = this.referrers!.get(key) ?? new Map<string, RecordRef>();
      this.referrers!.set(key, known.set(keyOf(on), on));
    }
  }
}

const byId = (a: Listed, b: Listed): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** A look's units in the order of their ids. */
function mergedUnits(before: Look['units'], changed: ReadonlyMap<string, Settings | null> | undefined): Look['units'] {
  if (!changed) return before;
  const isEditOnly = [...changed].every(([id, settings]) => settings !== null && id in before);
  if (isEditOnly) return { ...before, ...(Object.fromEntries(changed) as Look['units']) };
  const all = Object.entries({ ...before, ...Object.fromEntries(changed) });
  const kept = all.filter((entry): entry is [string, Settings] => entry[1] !== null);
  return Object.fromEntries(kept.sort(([a], [b]) => (a < b ? -1 : 1)));
}
