/** Every step a document has taken since version 1. A step is frozen: it knows nothing of today's schemas. */
import { defineMigrations, type Json } from './migrate.ts';

export const DOCUMENT_VERSION = 2;

type Fields = { [key: string]: Json };

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

/** One step for a stored profile or family by itself, as the server keeps them. */
export const RECORD_STEPS = { profile: profileTo2, family: familyTo2 } as const;

export const MIGRATIONS = defineMigrations(DOCUMENT_VERSION, [
  {
    to: 2,
    name: 'what a flash can do depends on where it is used',
    up: (document) => mapped(mapped(document, 'profiles', profileTo2), 'families', familyTo2),
  },
]);
