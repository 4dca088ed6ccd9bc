/** What a unit is and how it is set, without any name: so that where several are equal, no name and no order decides. */
import { canonical } from '../measure/canonical.ts';
import type { Profile } from '../record/profile.ts';
import type { Placed } from './rig.ts';

const likenesses = new WeakMap<Placed, string>();
/** By model: many units of a look are of one, and a setting changes more often. */
const makes = new WeakMap<Profile, string>();

export function likenessOf(placed: Placed): string {
  let text = likenesses.get(placed);
  if (text === undefined) {
    const {
      mount: _mount,
      family: _family,
      firesFor: _firesFor,
      sees: _sees,
      from: _from,
      ifLost: _plan,
      ...set
    } = placed.settings;
    text = `${makeOf(placed.profile)} ${placed.unit.firmware ?? ''} ${canonical(inNoOrder(set))}`;
    likenesses.set(placed, text);
  }
  return text;
}

function makeOf(profile: Profile): string {
  let text = makes.get(profile);
  if (text === undefined) {
    const { id: _id, maker: _maker, model: _model, notes: _notes, howTo: _howTo, ...make } = profile;
    const radios = (make.radios ?? []).map(({ family: _of, ...radio }) => radio);
    text = canonical(inNoOrder({ ...make, radios }));
    makes.set(profile, text);
  }
  return text;
}

/** For sorting: by likeness. */
export function byLikeness(a: Placed, b: Placed): number {
  const [one, other] = [likenessOf(a), likenessOf(b)];
  return one < other ? -1 : one > other ? 1 : 0;
}

/** The order of a list may be anybody's. */
function inNoOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inNoOrder).sort((a, b) => (canonical(a) < canonical(b) ? -1 : 1));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, inNoOrder(item)]));
}
