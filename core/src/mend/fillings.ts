/** What could be recorded where nothing is, for settings nobody has a choice in and for models. docs/model.md, Least work. */
import type { Profile } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import { isFlash, type Placed, type Rig } from '../rig/rig.ts';
import { LONGEST_PULSE_US } from '../shot/frameLoss.ts';

/** What a model can do or cannot, and is unrecorded wherever it is left out: one that has a meaning then is not filled in. */
const MODEL_FIELDS: ReadonlySet<string> = new Set(['profile.wakesByRadio', 'profile.lampSwitch']);

const withProfile =
  (fields: object) =>
  (one: Placed): Placed => ({ ...one, profile: { ...one.profile, ...fields } as Profile });

const withSettings =
  (fields: Settings) =>
  (one: Placed): Placed => ({ ...one, settings: { ...one.settings, ...fields } });

/** As slow as any pulse is taken to be: through a leaf shutter perhaps only a part of it comes. */
function asSlowPulse(one: Placed): Placed {
  if (!isFlash(one)) return one;
  const { measure, fullUs, ...rest } = one.profile.duration ?? {};
  const longest = measure === 't.5' ? LONGEST_PULSE_US * Math.log10(2) : LONGEST_PULSE_US;
  return withProfile({ duration: { ...rest, measure: measure ?? 't.1', fullUs: fullUs ?? longest } })(one);
}

/** A few of the ways in which a field could be recorded, those that are likely to keep a light from firing as meant. */
export function fillingsOf(rig: Rig, field: string): ((one: Placed) => Placed)[] {
  if (field === 'mount') return rig.bodies.map(({ id }) => withSettings({ mount: id }));
  if (field === 'power') return [0, -10].map((power) => withSettings({ power }));
  if (field.startsWith('profile.duration.')) return [asSlowPulse];
  if (!MODEL_FIELDS.has(field)) return [];
  return [false, true].map((value) => withProfile({ [field.slice('profile.'.length)]: value }));
}

/**
 * Settings with which alone it makes a difference that a field is not recorded: the length of a pulse is asked about with a
 * leaf shutter, and counts for nothing with curtains.
 */
export const askedWith = (field: string): readonly string[] =>
  field.startsWith('profile.duration.') ? ['shutterType', 'shutter'] : [];
