/** The same rig under other names: every id replaced, and every list whose order means nothing shuffled. */
import { HAND } from '../src/measure/newId.ts';
import type { Family } from '../src/record/family';
import type { Profile, RadioProfile } from '../src/record/profile';
import type { Settings } from '../src/record/settings.ts';
import fc from 'fast-check';
import type { Draw } from './draw';
import type { RandomRig } from './randomRig';

export interface Renamed {
  random: RandomRig;
  /** The name before, of a name of now. */
  before: (id: string) => string;
}

const anyName = fc.string();

export function renamed({ kit, look }: RandomRig, draw: Draw): Renamed {
  const name = draw.from(anyName);
  const ids = [...kit.families, ...kit.units].map(({ id }) => id);
  const order = shuffled(ids, draw);
  // What came first by its name comes anywhere now.
  const now = new Map(order.map((id, index) => [id, `n${String(index).padStart(2, '0')}`]));
  const then = new Map([...now].map(([old, fresh]) => [fresh, old]));
  const id = (old: string) => now.get(old) ?? old;
  const radio = (one: RadioProfile): RadioProfile => ({ ...one, family: id(one.family), groups: mixed(one.groups) });
  const mixed = <T>(list: T) => (Array.isArray(list) ? shuffled(list, draw) : list) as T;
  const family = (one: Family): Family => ({
    ...one,
    id: id(one.id),
    name: `${name}${one.id}`,
    groups: mixed(one.groups),
    frequencies: mixed(one.frequencies),
    generations: mixed(one.generations),
  });
  const profile = (one: Profile): Profile => {
    const common = {
      ...one,
      id: id(one.id),
      maker: name,
      model: `${name}${one.id}`,
      radios: shuffled((one.radios ?? []).map(radio), draw),
    } as Profile;
    if (common.kind === 'body') return { ...common, shutters: mixed(common.shutters) };
    return common.kind === 'flash' ? { ...common, eyes: mixed(common.eyes) } : common;
  };
  const settings = (one: Settings): Settings => ({
    ...one,
    ...(one.mount != null && { mount: one.mount === HAND ? HAND : id(one.mount) }),
    ...(one.receiver != null && { receiver: id(one.receiver) }),
    ...(one.family != null && { family: id(one.family) }),
    ...(one.sees && { sees: shuffled(one.sees.map(id), draw) }),
    ...(one.firesFor && { firesFor: shuffled(one.firesFor.map(id), draw) }),
    ...(one.attitudes && { attitudes: mixed(one.attitudes) }),
    ...(one.from && { from: byBody(one.from) }),
  });
  const byBody = <T>(found: Record<string, T>) =>
    Object.fromEntries(Object.entries(found).map(([of, one]) => [id(of), one]));
  const units = Object.entries(look.units).map(([of, one]) => [id(of), settings(one)] as const);
  return {
    random: {
      kit: {
        families: shuffled(kit.families.map(family), draw),
        profiles: shuffled(kit.profiles.map(profile), draw),
        units: shuffled(
          kit.units.map((one) => ({
            ...one,
            id: id(one.id),
            profile: id(one.profile),
            label: `${name}${one.id}`,
            ...(one.realSyncs && { realSyncs: byBody(one.realSyncs) }),
          })),
          draw,
        ),
      },
      look: { ...look, name, units: Object.fromEntries(shuffled(units, draw)) },
    },
    before: (fresh) => then.get(fresh) ?? fresh,
  };
}

function shuffled<T>(list: readonly T[], draw: Draw): T[] {
  const left = [...list];
  return list.map(() => left.splice(draw.integer(0, left.length - 1), 1)[0]!);
}
