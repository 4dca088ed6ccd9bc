/** As much of a kit as a drill's look needs. docs/model.md, Drills. */
import type { Look } from '../record/look.ts';
import { radiosOf } from '../record/profile.ts';
import type { Kit, KitIndex } from '../rig/rig.ts';

export function drillKit({ families, profiles, units }: KitIndex, look: Look): Kit {
  const placed = Object.keys(look.units).flatMap((id) => units.get(id) ?? []);
  const models = [...new Set(placed.map(({ profile }) => profile))].flatMap((id) => profiles.get(id) ?? []);
  const spoken = new Set(models.flatMap((model) => radiosOf(model).map(({ family }) => family)));
  return { families: [...spoken].flatMap((id) => families.get(id) ?? []), profiles: models, units: placed };
}
