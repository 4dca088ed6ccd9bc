/** Lights that are told one power: those of a letter that share a sender. docs/model.md, Setting power. */
import type { Placed } from '../rig/rig.ts';
import type { LightPower } from './lightPower.ts';

export interface SharedLetter {
  letter: string;
  senders: ReadonlySet<Placed>;
  lights: readonly LightPower[];
}

/**
 * By light; a light no sender tells is in none. Two lights that share no sender move together all the same where
 * a third shares one with each.
 * @param of `power` leaves out lights that meter: their power is nobody's to say.
 */
export function sharedLetters(
  powers: readonly LightPower[],
  of: 'power' | 'mode' = 'power',
): Map<string, SharedLetter> {
  const byLight = new Map<string, SharedLetter>();
  const bySender = new Map<string, SharedLetter>();
  for (const power of powers) {
    const { from, mode } = power;
    if (from.kind !== 'sender' || from.letter === null || (of === 'power' && mode === 'ttl')) continue;
    const { letter } = from;
    const keys = from.senders.map(({ id }) => `${id} ${letter}`);
    const known = new Set(keys.flatMap((key) => bySender.get(key) ?? []));
    const senders = new Set([...from.senders, ...[...known].flatMap((one) => [...one.senders])]);
    const lights = [...[...known].flatMap((one) => one.lights), power];
    const shared: SharedLetter = { letter, senders, lights };
    for (const { light } of lights) byLight.set(light.id, shared);
    for (const { id } of senders) bySender.set(`${id} ${letter}`, shared);
  }
  return byLight;
}
