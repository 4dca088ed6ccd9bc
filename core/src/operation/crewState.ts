/** All a crew has, as one value: what operations change, and what the server, its feed and every phone agree on. */
import type { Drill } from '../record/drill.ts';
import type { EventHead, Moment } from '../record/event.ts';
import type { Family } from '../record/family.ts';
import type { Look } from '../record/look.ts';
import type { OnAir } from '../record/onAir.ts';
import type { Profile } from '../record/profile.ts';
import { type Settings, withGroups, withPairs } from '../record/settings.ts';
import type { Incident } from '../record/incident.ts';
import type { Reading } from '../record/reading.ts';
import type { LoggedTest } from '../record/testFire.ts';
import type { Unit } from '../record/unit.ts';

export type LookHead = Omit<Look, 'units'>;

/** A moment by itself: whose evening it is of, and where it stands there; the lower comes first. */
export interface RankedMoment extends Moment {
  event: string;
  rank: number;
}

/** What a record of each kind holds. A placing is one unit in one look. */
export interface Docs {
  event: EventHead;
  moment: RankedMoment;
  family: Family;
  profile: Profile;
  unit: Unit;
  look: LookHead;
  placing: Settings;
  test: LoggedTest;
  onAir: OnAir;
  reading: Reading;
  incident: Incident;
  drill: Drill;
}
export type RecordKind = keyof Docs;
export type AnyDoc = Docs[RecordKind];

/** Which record: the id of a placing is its unit's, and it alone names a look. */
export interface RecordRef {
  kind: RecordKind;
  id: string;
  look?: string | undefined;
}

/**
 * A record as it was made. `born` is the id of the operation that made it, so that what was removed and made again
 * is told apart from what was there before; null for what is older than the first operation.
 */
export interface Made {
  born: string | null;
  doc: AnyDoc;
}

/** Lists are in the order of their ids, tests in the order they were made: equal states are equal values. */
export interface CrewState {
  events: readonly EventHead[];
  moments: readonly RankedMoment[];
  families: readonly Family[];
  profiles: readonly Profile[];
  units: readonly Unit[];
  looks: readonly Look[];
  tests: readonly LoggedTest[];
  onAir: readonly OnAir[];
  readings: readonly Reading[];
  incidents: readonly Incident[];
  drills: readonly Drill[];
  /** Which operation made a record, by its key; left out for what is older than the first operation. */
  born: Readonly<Record<string, string>>;
}

export const emptyState = (): CrewState => ({
  events: [],
  moments: [],
  families: [],
  profiles: [],
  units: [],
  looks: [],
  tests: [],
  onAir: [],
  readings: [],
  incidents: [],
  drills: [],
  born: {},
});

/** One text for one record, whatever it holds. */
export const keyOf = ({ kind, id, look }: RecordRef): string =>
  look === undefined ? `${kind}/${id}` : `${kind}/${look}/${id}`;

/** A copy without anything that is null, at any depth: left out and null mean the same, and are stored as one. */
export function withoutNulls<T>(value: T): T {
  if (Array.isArray(value)) return value.map(withoutNulls) as T;
  if (value === null || typeof value !== 'object') return value;
  const kept = Object.entries(value).filter(([, item]) => item != null);
  return Object.fromEntries(kept.map(([key, item]) => [key, withoutNulls(item)])) as T;
}

/** A record's content as it is stored: equal contents are equal values. */
export function tidied(on: RecordRef, doc: AnyDoc): AnyDoc {
  const bare = withoutNulls(doc);
  if (on.kind !== 'placing') return bare;
  const settings = bare as Settings;
  const told = settings.groups === undefined ? settings : withGroups(settings, settings.groups);
  return told.from === undefined ? told : withPairs(told, told.from);
}
