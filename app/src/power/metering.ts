/** What is metered next, and how a reading is kept. */
import { brightnessOf } from '@ergon/core/power/lightLevel';
import type { LightPower } from '@ergon/core/power/lightPower';
import type { MeteredLight, Reading } from '@ergon/core/record/reading';
import type { Body } from '@ergon/core/rig/rig';

/** In the place of a light's id, which has no colon. */
export const ROOM = ':room';
export const ALL = ':all';

interface Asked {
  body: Body;
  powers: readonly LightPower[];
  asked: string;
  place: string;
}

/** A reading but for what it reads; null where the camera's settings are not recorded, or nobody can say how long it is open. */
export function readingOf({ body, powers, asked, place }: Asked): Omit<Reading, 'id' | 'look' | 'stops' | 'at'> | null {
  const { iso, shutter } = body.settings;
  if (iso == null || shutter == null || shutter === 'bulb') return null;
  const lit = askedPowers(powers, asked);
  const where = place.trim();
  return {
    lights: Object.fromEntries(lit.map((power) => [power.light.id, standing(power)])),
    iso,
    shutter,
    ...(where !== '' && { place: where }),
  };
}

const askedPowers = (powers: readonly LightPower[], asked: string): LightPower[] =>
  powers.filter(({ light }) => asked === ALL || light.id === asked);

/** The lights that fire for a reading; none for the room. */
export const askedLights = (powers: readonly LightPower[], asked: string): string[] =>
  askedPowers(powers, asked).map(({ light }) => light.id);

/** How it stands: what is dialled on it counts, not what is wanted; under metering nobody knows its power. */
function standing({ light, mode, wanted, dialled }: LightPower): MeteredLight {
  const { power: _power, ...rest } = brightnessOf(light);
  const power = mode === 'ttl' ? null : (dialled ?? wanted);
  return power === null ? rest : { ...rest, power };
}

/** The next light nobody has metered alone, after the one that was asked for; null where all are. */
export function nextAsked(powers: readonly LightPower[], readings: readonly Reading[], asked: string): string | null {
  const known = new Set([...readings.flatMap(({ lights }) => soloOf(lights)), asked]);
  const ids = powers.map(({ light }) => light.id);
  const from = ids.indexOf(asked) + 1;
  return [...ids.slice(from), ...ids.slice(0, from)].find((id) => !known.has(id)) ?? null;
}

const soloOf = (lights: Reading['lights']): string[] => {
  const ids = Object.keys(lights);
  return ids.length === 1 ? ids : [];
};
