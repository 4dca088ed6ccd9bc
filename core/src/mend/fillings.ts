/** What could be recorded where nothing is, for settings nobody has a choice in and for models. docs/model.md, Least work. */
import type { Profile } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import type { Placed, Rig } from '../rig/rig.ts';

/** What a model can do or cannot, and is unrecorded wherever it is left out: one that has a meaning then is not filled in. */
const MODEL_FIELDS: ReadonlySet<string> = new Set(['profile.wakesByRadio', 'profile.lampSwitch']);

const withProfile =
  (fields: object) =>
  (one: Placed): Placed => ({ ...one, profile: { ...one.profile, ...fields } as Profile });

const withSettings =
  (fields: Settings) =>
  (one: Placed): Placed => ({ ...one, settings: { ...one.settings, ...fields } });

/** A few of the ways in which a field could be recorded, those that are likely to keep a light from firing as meant. */
export function fillingsOf(rig: Rig, field: string): ((one: Placed) => Placed)[] {
  if (field === 'mount') return rig.bodies.map(({ id }) => withSettings({ mount: id }));
  if (field === 'power') return [0, -10].map((power) => withSettings({ power }));
  if (!MODEL_FIELDS.has(field)) return [];
  return [false, true].map((value) => withProfile({ [field.slice('profile.'.length)]: value }));
}
