/** Which units can matter to a light, and which of them are followed with it. docs/model.md, Least work. */
import { isFlash, type Rig } from '../rig/rig.ts';
import type { Choice } from './choices.ts';

type Units = Pick<Rig, 'placed'>;

/** Units that hang on something, or could: what may speak to any light. */
export function hangingIn(rig: Rig, choices: readonly Choice[]): ReadonlySet<string> {
  const moved = choices.filter(({ setting }) => setting === 'mount').map(({ unit }) => unit);
  const hung = [...rig.placed.values()].filter(({ settings }) => settings.mount != null).map(({ id }) => id);
  return new Set([...rig.bodies, ...rig.senders].map(({ id }) => id).concat(moved, hung));
}

/**
 * The units whose settings can matter to a light at all, the lights among them that are followed marked: it, its receiver,
 * what its eye watches, and everything that hangs on something and so may speak.
 */
export function concerning(rig: Units, light: string, hanging: ReadonlySet<string>): ReadonlyMap<string, boolean> {
  const units = new Map<string, boolean>([...hanging].map((id) => [id, false]));
  for (const id of seenFrom(rig, light) ?? [...rig.placed.values()].filter(isFlash).map((one) => one.id)) {
    units.set(id, true);
    const receiver = rig.placed.get(id)?.settings.receiver;
    if (receiver != null && !units.has(receiver)) units.set(receiver, false);
  }
  return units;
}

/** The light and what its eye watches, on through the eyes among it; undefined for all. */
export function seenFrom(rig: Units, light: string): ReadonlySet<string> | undefined {
  const found = new Set([light]);
  for (const id of found) {
    const one = rig.placed.get(id);
    if (!one || one.profile.kind !== 'flash') continue;
    const { link, sees } = one.settings;
    if (link != null && link !== 'eye') continue;
    if (sees == null) {
      if (link === 'eye') return undefined;
      continue;
    }
    for (const seen of sees) found.add(seen);
  }
  return found;
}
