/** Which records name which others: what must be there before, and what a removal has to take care of. */
import { type Profile, radiosOf } from '../record/profile.ts';
import type { OnAir } from '../record/onAir.ts';
import type { Json } from '../record/migrate.ts';
import { type Settings, unitReferences } from '../record/settings.ts';
import type { Unit } from '../record/unit.ts';
import type { Incident } from '../record/incident.ts';
import type { Reading } from '../record/reading.ts';
import type { LoggedTest } from '../record/testFire.ts';
import type { AnyDoc, LookHead, RankedMoment, RecordRef } from './crewState.ts';
import { readField } from './edit.ts';

export interface Reference {
  /** The field that names it; null where the record cannot be without what it names. */
  field: string | null;
  to: RecordRef;
}

const placingIn = (look: string | undefined, id: string): RecordRef => ({ kind: 'placing', id, look });

export function referencesOf(on: RecordRef, doc: AnyDoc): Reference[] {
  if (on.kind === 'unit') return [{ field: null, to: { kind: 'profile', id: (doc as Unit).profile } }];
  if (on.kind === 'test') return [{ field: null, to: { kind: 'look', id: (doc as LoggedTest).look } }];
  if (on.kind === 'reading') return [{ field: null, to: { kind: 'look', id: (doc as Reading).look } }];
  if (on.kind === 'incident') return [{ field: null, to: { kind: 'look', id: (doc as Incident).look } }];
  if (on.kind === 'look') return [{ field: null, to: { kind: 'event', id: (doc as LookHead).event } }];
  if (on.kind === 'moment') return namedByMoment(doc as RankedMoment);
  if (on.kind === 'onAir') return namedOnAir(doc as OnAir);
  if (on.kind === 'profile') return spokenBy(doc as Profile);
  if (on.kind !== 'placing') return [];
  const settings = doc as Settings;
  return [
    { field: null, to: { kind: 'unit', id: on.id } },
    { field: null, to: { kind: 'look', id: on.look! } },
    ...(settings.family == null ? [] : [{ field: 'family', to: { kind: 'family' as const, id: settings.family } }]),
    ...unitReferences(settings).flatMap(([field, ids]) => ids.map((id) => ({ field, to: placingIn(on.look, id) }))),
  ];
}

/** A moment whose look is gone is still a moment of the evening. */
const namedByMoment = ({ event, look }: RankedMoment): Reference[] => [
  { field: null, to: { kind: 'event', id: event } },
  ...(look == null ? [] : [{ field: 'look', to: { kind: 'look' as const, id: look } }]),
];

/** Another crew is there whatever it fires with; how a channel turned out says nothing without its family. */
function namedOnAir(entry: OnAir): Reference[] {
  const event = { field: null, to: { kind: 'event' as const, id: entry.event } };
  if (entry.sort === 'emitter' || entry.family == null) return [event];
  const family = { kind: 'family' as const, id: entry.family };
  return [event, { field: entry.sort === 'crew' ? 'family' : null, to: family }];
}

/** A trigger is nothing without a radio: one that speaks a single family cannot be without it. */
function spokenBy(profile: Profile): Reference[] {
  const families = new Set(radiosOf(profile).map(({ family }) => family));
  const field = profile.kind === 'trigger' && families.size === 1 ? null : 'radios';
  return [...families].map((id) => ({ field, to: { kind: 'family', id } }));
}

/** The value of a field once what it named is gone: the rest of a list stays, anything else is no longer recorded. */
export function withoutReference(on: RecordRef, doc: AnyDoc, field: string, gone: RecordRef): Json {
  const value = readField(on, doc, field);
  if (!Array.isArray(value)) return null;
  const names = (item: Json) =>
    typeof item === 'string' ? item === gone.id : (item as { family?: Json }).family === gone.id;
  return value.filter((item) => !names(item));
}
