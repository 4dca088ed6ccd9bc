/** The units there are to choose from, those that cannot be told apart counted together. */
import type { Family } from '../record/family.ts';
import { type Profile, radiosOf, type RadioProfile } from '../record/profile.ts';
import { isAtHand } from '../rig/bag.ts';
import type { KitIndex, KitItem } from '../rig/rig.ts';
import type { Wish } from './wish.ts';

/** Units of one model with one firmware; a pinned unit is one by itself. */
export interface Make {
  key: string;
  item: KitItem;
  /** By label, so that what is proposed reads as people count. */
  units: readonly string[];
}

export interface Stock {
  kit: KitIndex;
  families: ReadonlyMap<string, Family>;
  bodies: readonly KitItem[];
  flashes: readonly Make[];
  triggers: readonly Make[];
  byKey: ReadonlyMap<string, Make>;
}

/** Units out of service, lent away, or of a model that is not described are not there. */
export function stockOf(kit: KitIndex, wish: Wish): Stock {
  const pinned = new Set([
    ...wish.lights.flatMap(({ unit }) => (unit == null ? [] : [unit])),
    ...(wish.senders ?? []).map(({ unit }) => unit),
  ]);
  const makes = new Map<string, { item: KitItem; units: string[] }>();
  const byLabel = [...kit.units.values()].sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }));
  for (const unit of byLabel) {
    const profile = kit.profiles.get(unit.profile);
    if (!profile || profile.kind === 'body' || !isAtHand(unit)) continue;
    const key = `${profile.id}@${unit.firmware ?? ''}${pinned.has(unit.id) ? `#${unit.id}` : ''}`;
    const known = makes.get(key);
    if (known) known.units.push(unit.id);
    else makes.set(key, { item: { unit, profile }, units: [unit.id] });
  }
  const all = [...makes].map(([key, { item, units }]): Make => ({ key, item, units }));
  return {
    kit,
    families: kit.families,
    bodies: wish.bodies.flatMap((id) => {
      const unit = kit.units.get(id);
      const profile = unit && kit.profiles.get(unit.profile);
      return unit && profile?.kind === 'body' ? [{ unit, profile }] : [];
    }),
    flashes: all.filter(({ item }) => item.profile.kind === 'flash'),
    triggers: all.filter(({ item }) => item.profile.kind === 'trigger'),
    byKey: new Map(all.map((make) => [make.key, make])),
  };
}

/** The families a model speaks in a role. */
export const familiesOf = (profile: Profile, role: RadioProfile['roles'][number]): string[] => [
  ...new Set(
    radiosOf(profile)
      .filter(({ roles }) => roles.includes(role))
      .map(({ family }) => family),
  ),
];
