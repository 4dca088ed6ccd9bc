/** What a kit lacks for a wish, by kind: found by adding one more of what there is and asking again. */
import type { KitIndex } from '../rig/rig.ts';
import { familiesOf, type Make, stockOf } from './stock.ts';
import type { Wish } from './wish.ts';

export interface Missing {
  /** `flash`: a light of any sort the kit has; `remote` or `master`: of this family. */
  kind: 'body' | 'flash' | 'remote' | 'master';
  /** Null where any family would do. */
  family: string | null;
  /** The model of the kit that would do. */
  profile: string | null;
  count: number;
}

/** Asked of the kit with more in it; passed in, since what is missing is part of what is proposed. */
export type Possible = (kit: KitIndex, wish: Wish) => boolean;

/** Each of these alone would make it possible. */
export function missingFor(kit: KitIndex, wish: Wish, isPossible: Possible): Missing[] {
  const stock = stockOf(kit, wish);
  if (stock.bodies.length === 0) return [{ kind: 'body', family: null, profile: null, count: 1 }];
  const flashes = stock.flashes.reduce((sum, { units }) => sum + units.length, 0);
  const short = Math.max(0, wish.lights.length - flashes);
  if (flashes === 0) return [{ kind: 'flash', family: null, profile: null, count: wish.lights.length }];
  const would = [...stock.flashes, ...stock.triggers].filter((make) => {
    const count = make.item.profile.kind === 'flash' ? Math.max(1, short) : 1;
    return isPossible(withMore(kit, make, count), wish);
  });
  const named = would.flatMap((make) => missingOf(make, Math.max(1, short)));
  return [...new Map(named.map((one) => [`${one.kind} ${one.family}`, one])).values()];
}

function missingOf({ item }: Make, count: number): Missing[] {
  const { id: profile, kind } = item.profile;
  if (kind === 'flash') {
    const [family = null] = familiesOf(item.profile, 'remote');
    return [{ kind: family === null ? 'flash' : 'remote', family, profile, count }];
  }
  const masters = familiesOf(item.profile, 'master').map((family) => ({ kind: 'master' as const, family }));
  const remotes = familiesOf(item.profile, 'remote').map((family) => ({ kind: 'remote' as const, family }));
  return [...(masters.length > 0 ? masters : remotes)].map((one) => ({ ...one, profile, count: 1 }));
}

function withMore(kit: KitIndex, { item }: Make, count: number): KitIndex {
  const more = Array.from({ length: count }, (_, n) => ({ ...item.unit, id: `one-more-${n + 1}`, label: 'one more' }));
  return { ...kit, units: new Map([...kit.units, ...more.map((unit) => [unit.id, unit] as const)]) };
}
