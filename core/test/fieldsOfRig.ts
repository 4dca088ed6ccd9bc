/** Reads and fills the field a finding names as missing, in the records of a random rig. */
import type { Family } from '../src/record/family';
import type { BodyProfile, Profile } from '../src/record/profile';
import { readSetting, type SettingPath, withSetting } from '../src/record/settings.ts';
import type { FieldRef } from '../src/rig/check.ts';
import type { RandomRig } from './randomRig';

type Json = Record<string, unknown>;

/** Null where it is not recorded; undefined where there is no such unit or field at all. */
export function valueOf(random: RandomRig, { unit, field }: FieldRef): unknown {
  const settings = random.look.units[unit];
  if (settings === undefined) return undefined;
  if (field.startsWith('profile.')) return deep(profileOf(random, unit), placeIn(random, unit, field));
  if (field.startsWith('family.'))
    return anyBlank(familiesOf(random, unit).map((family) => deep(family, familyPlace(field))));
  if (field === 'firmware') return random.kit.units.find(({ id }) => id === unit)!.firmware ?? null;
  return readSetting(settings, field as SettingPath) ?? null;
}

/** The same rig with these fields as they are in the whole one. */
export function filledIn(random: RandomRig, whole: RandomRig, fields: readonly FieldRef[]): RandomRig {
  return fields.reduce((now, ref) => filled(now, whole, ref), random);
}

function filled(random: RandomRig, whole: RandomRig, ref: FieldRef): RandomRig {
  const { unit, field } = ref;
  const { kit, look } = random;
  if (field.startsWith('profile.')) {
    const place = placeIn(random, unit, field);
    const [profile, source] = [profileOf(random, unit), profileOf(whole, unit)];
    const next = put(profile, place, deep(source, place)) as Profile;
    return { ...random, kit: { ...kit, profiles: kit.profiles.map((one) => (one === profile ? next : one)) } };
  }
  if (field.startsWith('family.')) {
    const place = familyPlace(field);
    const ids = familiesOf(random, unit).map(({ id }) => id);
    const families = kit.families.map((one) => {
      const source = whole.kit.families.find(({ id }) => id === one.id)!;
      if (!ids.includes(one.id)) return one;
      // Of several generations the field may be blank in any: all of them are as they are in the whole rig.
      if (place[0] === 'generations') return { ...one, generations: source.generations };
      return put(one, place, deep(source, place)) as Family;
    });
    return { ...random, kit: { ...kit, families } };
  }
  if (field === 'firmware') {
    const source = whole.kit.units.find(({ id }) => id === unit)!;
    return { ...random, kit: { ...kit, units: kit.units.map((one) => (one.id === unit ? source : one)) } };
  }
  const path = field as SettingPath;
  const value = readSetting(whole.look.units[unit]!, path);
  return {
    ...random,
    look: { ...look, units: { ...look.units, [unit]: withSetting(look.units[unit]!, path, value) } },
  };
}

const profileOf = ({ kit }: RandomRig, unit: string): Profile =>
  kit.profiles.find(({ id }) => id === kit.units.find((one) => one.id === unit)!.profile)!;

/** A unit's field of its family may be of any family it has a radio of: those of one radio are all there are here. */
const familiesOf = (random: RandomRig, unit: string): Family[] => {
  const ids = (profileOf(random, unit).radios ?? []).map(({ family }) => family);
  return random.kit.families.filter(({ id }) => ids.includes(id));
};

const familyPlace = (field: string): string[] => field.split('.').slice(1);

/** `profile.shutters.*` is of the shutter in use, `profile.radio.*` of the one radio. */
function placeIn(random: RandomRig, unit: string, field: string): string[] {
  const [, ...place] = field.split('.');
  if (place[0] === 'shutters') {
    const { shutters } = profileOf(random, unit) as BodyProfile;
    const at = shutters.findIndex(({ type }) => type === random.look.units[unit]!.shutterType);
    return ['shutters', String(at), ...place.slice(1)];
  }
  return place[0] === 'radio' ? ['radios', '0', ...place.slice(1)] : place;
}

/** Null also where what it stands in is not recorded. */
function deep(value: unknown, [first, ...rest]: readonly string[]): unknown {
  if (first === undefined) return value ?? null;
  if (first === 'heardByOlder') return anyBlank([value].flat().map((one) => (one as Json).heardByOlder));
  if (first === 'generations') return deep((value as Json).generations, rest);
  return value === null || value === undefined ? null : deep((value as Json)[first], rest);
}

const anyBlank = (values: readonly unknown[]): unknown => (values.some((value) => value == null) ? null : values[0]);

function put(into: unknown, [first, ...rest]: readonly string[], value: unknown): unknown {
  if (first === undefined) return value;
  if (Array.isArray(into)) {
    return into.map((item: unknown, index) => (String(index) === first ? put(item, rest, value) : item));
  }
  return { ...(into as Json | null), [first]: put((into as Json | null)?.[first], rest, value) };
}
