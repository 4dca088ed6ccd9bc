/** A random rig of which somebody did not write everything down. */
import type { Family } from '../src/record/family';
import type { Look } from '../src/record/look';
import type { BodyProfile, Profile } from '../src/record/profile';
import type { Draw } from './draw';
import type { RandomRig } from './randomRig';

/** Fields that may be left unrecorded; those with a meaning when left out, like a missing receiver, are not among them. */
export const BLANKABLE: ReadonlySet<string> = new Set([
  ...['on', 'role', 'mount', 'link', 'sees', 'channel', 'networkId', 'group', 'mode', 'power', 'eye', 'lamp'],
  ...['shutterType', 'shutter', 'flashFiring', 'family', 'exposureMode', 'popupUp', 'pin', 'cord'],
  ...['selector', 'passThrough', 'startedInOrder', 'multiPops', 'multiHz'],
  ...['noFlashModes', 'toleratesV', 'triggerVoltage', 'wakesByRadio', 'full', 'fire', 'manual', 'multi', 'pops', 'hz'],
  ...[
    'system',
    'centre',
    'syncSocket',
    'flash',
    'curtainUs',
    'foot',
    'topShoe',
    'eyes',
    'onBody',
    'remote',
    'floor',
    'ceiling',
    'lampSwitch',
  ],
  ...['ttl', 'networkIds', 'hss', 'reachM', 'halfAngle', 'indoorM', 'outdoorM', 'compLimit', 'sleepMinutes', 'popup'],
]);

/** The same rig with some fields unrecorded. */
export function withBlanks({ kit, look }: RandomRig, draw: Draw): RandomRig {
  const blank = (value: unknown, key: string): unknown => {
    if (BLANKABLE.has(key) && (value === null || typeof value !== 'object' || Array.isArray(value)) && draw.oneIn(25))
      return null;
    if (Array.isArray(value)) return value.map((item) => blank(item, ''));
    if (value === null || typeof value !== 'object') return value;
    return Object.fromEntries(Object.entries(value).map(([name, item]) => [name, blank(item, name)]));
  };
  // A pulse of unknown length counts as an instant but for a leaf shutter, so only there can it be unrecorded.
  const bodies = kit.profiles.filter(({ kind }) => kind === 'body');
  const isLeaf = bodies.every(({ id }) => look.units[id]?.shutterType === 'leaf');
  const profiles = kit.profiles.map((whole): Profile => {
    const noDuration = isLeaf && whole.kind === 'flash' && draw.oneIn(2);
    const profile = noDuration ? { ...whole, duration: null } : whole;
    // What a radio leaves out it has from its family; only its generation can be unrecorded.
    const radios = (profile.radios ?? []).map((radio) => (draw.oneIn(25) ? { ...radio, generation: null } : radio));
    // Left out a receiver has no selector, so that its model has one cannot be unrecorded.
    const kept = profile.kind === 'trigger' ? { selector: profile.selector } : {};
    if (profile.kind !== 'body')
      return { ...(blank({ ...profile, radios: [] }, 'profile') as object), ...kept, radios } as Profile;
    const blanked = blank({ ...profile, radios: [] }, 'profile') as BodyProfile;
    return { ...blanked, shutters: blanked.shutters.map(loseBoth), radios };
  });
  const units = kit.units.map((unit) => (draw.oneIn(25) ? { ...unit, firmware: null } : unit));
  const families = kit.families.map((family): Family => {
    // What a generation leaves out it has from its family; only whether older units hear it can be unrecorded.
    const generations = family.generations?.map((one) => (draw.oneIn(25) ? { ...one, heardByOlder: null } : one));
    const recorded = { ...family, generations: null, frequencies: null };
    return { ...(blank(recorded, 'family') as Family), generations, frequencies: family.frequencies };
  });
  return {
    kit: { ...kit, profiles, families, units },
    look: { ...look, units: withKept(blank(look.units, 'units') as Look['units'], { kit, look }) },
  };
}

/**
 * High-speed sync is wanted or not: left out it is not, so it cannot be unrecorded. Nor can an ID the model does not have:
 * what nobody recorded is one of those it has.
 */
const withKept = (blanked: Look['units'], whole: RandomRig): Look['units'] =>
  Object.fromEntries(
    Object.entries(blanked).map(([id, settings]) => {
      const { hss, networkId } = whole.look.units[id]!;
      return [id, { ...settings, hss, ...(isOutOfRange(whole, id, networkId) && { networkId }) }];
    }),
  );

function isOutOfRange({ kit }: RandomRig, id: string, networkId: number | null | undefined): boolean {
  if (networkId == null || networkId === 0) return false;
  const profile = kit.profiles.find((one) => one.id === kit.units.find((unit) => unit.id === id)!.profile);
  const families = new Set((profile?.radios ?? []).map(({ family }) => family));
  return kit.families.some(({ id: family, networkIds }) => {
    if (!families.has(family) || networkIds == null || networkIds === 'none') return false;
    return networkId < networkIds.from || networkId > networkIds.to;
  });
}

/** Without its curtain time a shutter has its sync time to go by; to be unknown it must lose both. */
const loseBoth = <T extends { curtainUs?: number | null; syncTime?: string | null }>(shutter: T): T =>
  shutter.curtainUs == null ? { ...shutter, syncTime: null } : shutter;
