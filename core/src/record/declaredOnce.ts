/** What a look may say once for all its units, read as if each had said it. */
import { z } from 'zod';
import { letterSchema } from './fieldShapes.ts';
import { type Settings, withSetting } from './settings.ts';
import { unsaidSwitches } from './switchedOn.ts';

/** Every unit is switched on, every body's flash firing and every letter of a sender too, save where something else is written. */
export const declaredOnce = { allSwitchedOn: z.literal(true).nullish() };

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): Fields[] => (Array.isArray(value) ? value.filter(isFields) : []);

/** A document of today's version, not validated yet, with everything said of each unit. */
export function withEachSwitchedOn(document: unknown): unknown {
  if (!isFields(document) || !Array.isArray(document.looks)) return document;
  const kinds = new Map(listOf(document.profiles).map(({ id, kind }) => [id, kind]));
  const bodies = new Set(
    listOf(document.units)
      .filter(({ profile }) => kinds.get(profile) === 'body')
      .map(({ id }) => id),
  );
  const looks = document.looks.map((look: unknown) => {
    if (!isFields(look) || look.allSwitchedOn !== true || !isFields(look.units)) return look;
    const { allSwitchedOn: _, ...rest } = look;
    const units = Object.entries(look.units).map(([id, settings]) => [id, switchedOn(settings, bodies.has(id))]);
    return { ...rest, units: Object.fromEntries(units) as Fields };
  });
  return { ...document, looks };
}

/** Not validated yet: what has another shape than settings have is left for the schema to name. */
function switchedOn(settings: unknown, isBody: boolean): unknown {
  if (!isFields(settings)) return settings;
  const { groups } = settings;
  if (groups != null && !(isFields(groups) && Object.entries(groups).every(isGroup))) return settings;
  const own = settings as Settings;
  return unsaidSwitches(own, isBody).reduce((next, path) => withSetting(next, path, true), own);
}

const isGroup = ([letter, told]: [string, unknown]): boolean =>
  letterSchema.safeParse(letter).success && isFields(told);
