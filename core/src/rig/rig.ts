import { HAND } from '../measure/newId.ts';
import type { Family } from '../record/family.ts';
import type { Emitter, Look } from '../record/look.ts';
import type { OnAir } from '../record/onAir.ts';
import {
  type BodyProfile,
  type FlashProfile,
  type Profile,
  type RadioProfile,
  radiosOf,
  type TriggerProfile,
} from '../record/profile.ts';
import type { Attitude } from '../record/settingTerms.ts';
import type { Settings } from '../record/settings.ts';
import type { Unit } from '../record/unit.ts';
import { airOf, emittersOf, otherCrewsIn } from './otherCrews.ts';

/** Everything a crew owns, as its document holds it. */
export interface Kit {
  families: readonly Family[];
  profiles: readonly Profile[];
  units: readonly Unit[];
}

/** A unit with its model, in no look. */
export interface KitItem {
  unit: Unit;
  profile: Profile;
}

/** A unit in a look: what it is, and how it is set there. */
export interface Placed<P extends Profile = Profile> {
  id: string;
  unit: Unit;
  profile: P;
  settings: Settings;
}

export type Light = Placed<FlashProfile>;
export type Trigger = Placed<TriggerProfile>;
/** In a shot a body is held level or upright; left out, level. */
export type Body = Placed<BodyProfile> & { attitude?: Attitude };

/** What a look says of itself beyond its units. */
export interface Around {
  /** Whether the bodies shoot in turn, and so share a light's charge. */
  inTurn?: boolean;
  /** Minutes without a shot before it starts; null when nobody waits. */
  quietMinutes: number | null;
  emitters: readonly Emitter[];
}
const NOTHING_AROUND: Around = { quietMinutes: null, emitters: [] };

/** A look joined with the kit. Units are in id order, so the order of a file changes nothing. */
export interface Rig {
  families: ReadonlyMap<string, Family>;
  placed: ReadonlyMap<string, Placed>;
  bodies: readonly Body[];
  /** Flashes that are part of the look: all but those whose role is `off` and masters whose own tube is off. */
  lights: readonly Light[];
  /** What could speak for each body: units with a master's radio that sit on it, or where it sits is not recorded. */
  sendersOn: ReadonlyMap<string, readonly Placed[]>;
  /** The same of all bodies, each once, and what is in somebody's hand; in id order. */
  senders: readonly Placed[];
  /** Bodies of other crews and guests, and what is mounted on them or fires for them alone. */
  strangers: ReadonlySet<string>;
  around: Around;
}

export const isBody = (placed: Placed): placed is Body => placed.profile.kind === 'body';
export const isFlash = (placed: Placed): placed is Light => placed.profile.kind === 'flash';
export const isTrigger = (placed: Placed): placed is Trigger => placed.profile.kind === 'trigger';

/** The parts of a kit by id, so that many looks can be joined without reading the kit again. */
export interface KitIndex {
  families: ReadonlyMap<string, Family>;
  profiles: ReadonlyMap<string, Profile>;
  units: ReadonlyMap<string, Unit>;
}

export const indexKit = (kit: Kit): KitIndex => ({
  families: new Map(kit.families.map((family) => [family.id, family])),
  profiles: new Map(kit.profiles.map((profile) => [profile.id, profile])),
  units: new Map(kit.units.map((unit) => [unit.id, unit])),
});

/**
 * Units of the look that the kit no longer holds are left out: they cannot fire and cannot be judged.
 * @param onAir what is declared of the air, of any event: what is of the look's own counts.
 */
export function buildRig(kit: KitIndex, look: Look, onAir: readonly OnAir[] = []): Rig {
  const air = airOf(look, onAir);
  const placed: Placed[] = otherCrewsIn(air, kit.families);
  for (const id of Object.keys(look.units).sort()) {
    const unit = kit.units.get(id);
    const profile = unit && kit.profiles.get(unit.profile);
    if (unit && profile) placed.push({ id, unit, profile, settings: look.units[id]! });
  }
  placed.sort((a, b) => (a.id < b.id ? -1 : 1));
  const emitters = [...(look.emitters ?? []), ...emittersOf(air)];
  const inTurn = look.inTurn === true && { inTurn: true };
  return rigOf(kit.families, placed, { quietMinutes: look.quietMinutes ?? null, emitters, ...inTurn });
}

/** A rig of placed units, which must be in id order. */
export function rigOf(
  families: ReadonlyMap<string, Family>,
  placed: readonly Placed[],
  around: Around = NOTHING_AROUND,
): Rig {
  const bodies = placed.filter(isBody);
  const byId = new Map(placed.map((one) => [one.id, one]));
  const sendersOn = new Map<string, Placed[]>(bodies.map((body) => [body.id, []]));
  for (const one of placed) {
    if (!canSend(one)) continue;
    const body = bodyUnder(byId, one);
    if (body === undefined) for (const list of sendersOn.values()) list.push(one);
    else if (body) sendersOn.get(body.id)!.push(one);
  }
  const isInHand = (one: Placed) => one.settings.mount === HAND && !byId.has(HAND) && canSend(one);
  const spoken = new Set([...sendersOn.values()].flat());
  return {
    families,
    placed: byId,
    bodies,
    lights: placed.filter(isFlash).filter((light) => light.settings.role !== 'off' && !onlyCommands(light)),
    sendersOn,
    senders: placed.filter((one) => spoken.has(one) || isInHand(one)),
    strangers: strangersAmong(byId, bodies),
    around,
  };
}

/** A master whose own tube is off speaks and gives no light, which is as meant. */
const onlyCommands = (light: Light): boolean =>
  light.settings.role === 'master' && light.settings.lamp === false && speaksAsMaster(light);

export const speaksAsMaster = ({ profile }: Placed): boolean =>
  radiosOf(profile).some((radio) => radio.roles.includes('master'));

function strangersAmong(placed: ReadonlyMap<string, Placed>, bodies: readonly Body[]): ReadonlySet<string> {
  const strangers = new Set(bodies.filter((body) => body.settings.stranger === true).map((body) => body.id));
  if (strangers.size === 0) return strangers;
  for (const one of placed.values()) {
    const { firesFor } = one.settings;
    const under = bodyUnder(placed, one);
    const serves = firesFor != null && firesFor.length > 0 && firesFor.every((id) => strangers.has(id));
    if (serves || (under && strangers.has(under.id))) strangers.add(one.id);
  }
  return strangers;
}

/** The body at the bottom of a stack; undefined when what it sits on is not recorded, null when it ends elsewhere. */
export function bodyUnder(placed: ReadonlyMap<string, Placed>, item: Placed): Body | null | undefined {
  const seen = new Set<string>();
  for (let at: Placed | undefined = item; at;) {
    if (isBody(at)) return at;
    if (at.settings.mount == null) return undefined;
    if (seen.has(at.id)) return null;
    seen.add(at.id);
    at = placed.get(at.settings.mount);
  }
  return null;
}

/** Whether a unit sits on another, over any number of storeys. */
export function sitsOn(placed: ReadonlyMap<string, Placed>, item: Placed, id: string): boolean {
  const seen = new Set<string>();
  for (let at: Placed | undefined = item; at?.settings.mount != null && !seen.has(at.id);) {
    if (at.settings.mount === id) return true;
    seen.add(at.id);
    at = placed.get(at.settings.mount);
  }
  return false;
}

/** Where nobody recorded on what a stack sits: the part at its lower end, whose mount is missing. */
export function looseEnd(placed: ReadonlyMap<string, Placed>, item: Placed): Placed {
  const seen = new Set<string>();
  let at = item;
  for (let below = placed.get(at.settings.mount ?? ''); below && !isBody(below) && !seen.has(below.id);) {
    seen.add(below.id);
    at = below;
    below = placed.get(at.settings.mount ?? '');
  }
  return at;
}

/** A trigger in a bag or on a light is no sender; one whose place nobody recorded might be, if set to master. */
function canSend(placed: Placed): boolean {
  const { role, mount } = placed.settings;
  if (role === 'off') return false;
  const isLoose = placed.profile.kind !== 'body' && (mount == null || mount === HAND);
  if (isLoose && role != null && role !== 'master') return false;
  return speaksAsMaster(placed);
}

/**
 * The radio a unit uses: the one of the family it is set to, or its only one. `null` when it has none that
 * fits, `undefined` when it has several and nobody recorded which.
 */
export function radioInUse(placed: Placed): RadioProfile | null | undefined {
  const radios = radiosOf(placed.profile);
  const family = placed.settings.family;
  if (family != null) return radios.find((radio) => radio.family === family) ?? null;
  if (radios.length > 1) return undefined;
  return radios[0] ?? null;
}

/** The unit that listens for a light: its receiver, or the light itself. */
export function hearerOf(rig: Rig, light: Light): Placed {
  const receiver = light.settings.receiver;
  return (receiver != null && rig.placed.get(receiver)) || light;
}
