/** Every step a document has taken since version 1. A step is frozen: it knows nothing of today's schemas. */
import { defineMigrations, type Json } from './migrate.ts';

export const DOCUMENT_VERSION = 3;

export type StoredFields = { [key: string]: Json };
type Fields = StoredFields;

const fields = (value: Json | undefined): Fields =>
  value !== null && typeof value === 'object' && !Array.isArray(value) ? value : {};
const items = (value: Json | undefined): Json[] => (Array.isArray(value) ? value : []);
const mapped = (document: Fields, key: string, step: (record: Fields) => Fields): Fields => ({
  ...document,
  // What is no record at all is left as it stands, for the schema to name.
  ...(Array.isArray(document[key]) && {
    [key]: items(document[key]).map((one) => (fields(one) === one ? step(one) : one)),
  }),
});

/**
 * Version 1 knew only whether a flash meters, on the body and as a remote, and took for granted that it fires and
 * can be dialled by hand wherever it is used.
 */
export function profileTo2(profile: Fields): Fields {
  if (profile.kind !== 'flash') return profile;
  const { ttl, ...rest } = profile;
  const { onBody = null, remote = null } = fields(ttl);
  const plain = { fire: true, manual: true };
  const can: Fields = {
    ...(profile.foot !== 'none' && { 'on-body': { ...plain, ttl: onBody }, stacked: { ...plain, ttl: onBody } }),
    ...(items(profile.radios).length > 0 && { radio: { ...plain, ttl: remote } }),
    eye: plain,
    cable: plain,
  };
  return { ...rest, can };
}

/** Version 1 families had no pairing, and carried the mode along with the power. */
export function familyTo2(family: Fields): Fields {
  const carries = fields(family.carries);
  return { ...family, pairing: 'none', carries: { ...carries, mode: carries.power ?? null } };
}

/** The event of a crew that had one for ever. */
export const ONLY_EVENT = 'event';

/** What stands after everything that has a time. */
const UNTIMED = 10_000;

/**
 * Where a moment of this time stands in its event: minutes since six in the morning, so that what lies past midnight
 * comes after what lies before.
 */
export function rankOf(time: Json | undefined): number {
  const [, hours, minutes] = /^(\d\d):(\d\d)$/.exec(typeof time === 'string' ? time : '') ?? [];
  if (hours === undefined) return UNTIMED;
  return (Number(hours) * 60 + Number(minutes) - 360 + 1440) % 1440;
}

/** Until version 3 a look had its time and place itself, and there was one event. */
export function lookTo3(look: Fields): Fields {
  const { time: _time, place: _place, ...rest } = look;
  return { ...rest, event: ONLY_EVENT };
}

/** The moment that uses a look of before version 3. */
export function momentTo3({ id, name, time, place }: Fields): Fields {
  return { id: id ?? null, name: name ?? null, time: time ?? null, place: place ?? null, look: id ?? null };
}

export function eventTo3({ place, ...rest }: Fields): Fields {
  return { ...rest, id: ONLY_EVENT, venue: place ?? null };
}

function documentTo3({ event, ...document }: Fields): Fields {
  const looks = items(document.looks).filter((look) => fields(look) === look) as Fields[];
  const inOrder = [...looks].sort((a, b) => rankOf(a.time) - rankOf(b.time));
  // Without looks it is gear handed over, whose event is nobody else's.
  const events = looks.length === 0 ? [] : [{ ...eventTo3(fields(event)), moments: inOrder.map(momentTo3) }];
  return { ...mapped(document, 'looks', lookTo3), events, tests: [] };
}

export const MIGRATIONS = defineMigrations(DOCUMENT_VERSION, [
  {
    to: 2,
    name: 'what a flash can do depends on where it is used',
    up: (document) => mapped(mapped(document, 'profiles', profileTo2), 'families', familyTo2),
  },
  { to: 3, name: 'a crew has many events, and time and place are of their moments', up: documentTo3 },
]);
