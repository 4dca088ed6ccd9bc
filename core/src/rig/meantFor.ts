/** For which bodies' shots a light is meant. docs/model.md, Meant for. */
import { either, same, type Tri } from '../measure/tri.ts';
import { isSameValue } from '../record/change.ts';
import { isByAir } from '../record/settings.ts';
import { type FieldRef, fieldRef } from './check.ts';
import {
  type Body,
  bodyUnder,
  hearerOf,
  isBody,
  isFlash,
  type Light,
  looseEnd,
  type Placed,
  radioInUse,
  type Rig,
  speaksAsMaster,
} from './rig.ts';

export interface Meant {
  holds: Tri;
  /** What is not recorded where `holds` is null. */
  fields: readonly FieldRef[];
}

const YES: Meant = { holds: true, fields: [] };
const NO: Meant = { holds: false, fields: [] };
const said = (holds: boolean): Meant => (holds ? YES : NO);
const open = (...fields: FieldRef[]): Meant => ({ holds: null, fields });

export const isMeantFor = (rig: Rig, light: Light, body: Body): Tri => meantFor(rig, light, body).holds;

/**
 * A light on a shoe, a cord or a cable can only serve the body it is connected to; any other fires for the bodies named, or
 * else for those its link can serve. For a stranger's shutter all of ours stay dark.
 */
export function meantFor(rig: Rig, light: Light, body: Body): Meant {
  const { link, firesFor, lamp, role } = light.settings;
  if (link == null) return open(fieldRef(light.id, 'link'));
  // As a master it only commands, and is no light of the look.
  if (lamp === false && role == null && speaksAsMaster(light)) return open(fieldRef(light.id, 'role'));
  if (!isByAir(light.settings) && link !== 'eye') {
    const under = bodyUnder(rig.placed, light);
    return under === undefined ? open(fieldRef(looseEnd(rig.placed, light).id, 'mount')) : said(under?.id === body.id);
  }
  if (firesFor != null) return said(firesFor.includes(body.id));
  if (body.settings.stranger === true) return NO;
  return servedBodies(rig, light).get(body.id) ?? YES;
}

/**
 * Whether every light is still one, and still fires for all the bodies it was said to fire for or its link served before: a
 * sender switched off, a flash that only commands, or one on another body's shoe, is no way to have fewer lights to care for.
 * @param reached the lights a change can reach, where that is known.
 */
export const keepsWish = (before: Rig, after: Rig, reached?: ReadonlySet<string>): boolean =>
  lostAmong(before, after, reached && before.lights.filter(({ id }) => reached.has(id))).length === 0;

/** The lights that would be none any more, or serve fewer bodies than before, without anybody wishing it. */
export const lostWish = (before: Rig, after: Rig): string[] => lostAmong(before, after).map(({ id }) => id);

function lostAmong(before: Rig, after: Rig, lights: readonly Light[] = before.lights): Light[] {
  const there = new Set(after.lights.map(({ id }) => id));
  const isGone = ({ id }: Light) => !there.has(id) && !before.strangers.has(id);
  return lights.filter((light) => isGone(light) || hasLostWish(before, after, light));
}

/** Whether it may fire for several bodies and nobody said for which: its link then says so. */
export const isOpenToBodies = ({ settings }: Light): boolean =>
  settings.firesFor == null && (isByAir(settings) || settings.link === 'eye');

function hasLostWish(before: Rig, after: Rig, light: Light): boolean {
  const { link, firesFor = null } = light.settings;
  const now = after.placed.get(light.id);
  const isOpen = isOpenToBodies(light);
  if (link == null || !now || !isFlash(now) || before.strangers.has(light.id)) return false;
  // To say something else of it is another wish, and not one that is lost on the way.
  if (!isSameValue(firesFor, now.settings.firesFor ?? null)) return false;
  return before.bodies.some((body) => {
    // One of which nothing is said, and that nothing serves, is meant for every body: that much may be lost.
    const served = isOpen ? reaches(before, light, body) : meantFor(before, light, body);
    if (body.settings.stranger === true || served.holds !== true) return false;
    const there = after.bodies.find(({ id }) => id === body.id);
    return there !== undefined && meantFor(after, now, there).holds === false;
  });
}

const known = new WeakMap<Rig, Map<string, ReadonlyMap<string, Meant>>>();

/** Bodies of ours and whether the light's link can serve them; where it can serve none, it is meant for all. */
function servedBodies(rig: Rig, light: Light): ReadonlyMap<string, Meant> {
  let byLight = known.get(rig);
  if (!byLight) known.set(rig, (byLight = new Map()));
  const before = byLight.get(light.id);
  if (before) return before;
  const ours = rig.bodies.filter((body) => body.settings.stranger !== true);
  const raw = new Map(ours.map((body) => [body.id, ours.length === 1 ? YES : reaches(rig, light, body)]));
  const served = settled(raw);
  byLight.set(light.id, served);
  return served;
}

/** Served by nobody it is meant for everybody; while that is open, so is every answer. */
function settled(raw: ReadonlyMap<string, Meant>): ReadonlyMap<string, Meant> {
  const all = [...raw.values()];
  if (all.some(({ holds }) => holds === true)) return raw;
  const fields = all.flatMap((one) => one.fields);
  const whole = all.some(({ holds }) => holds === null) ? open(...fields) : YES;
  return new Map([...raw.keys()].map((id) => [id, whole]));
}

const reaches = (rig: Rig, light: Light, body: Body): Meant =>
  light.settings.link === 'eye' ? seenFrom(rig, light, body) : spokenFrom(rig, light, body);

/** Any of these, and what is missing while none of them certainly holds. */
function anyOf(parts: readonly Meant[]): Meant {
  const holds = parts.reduce<Tri>((sum, part) => either(sum, part.holds), false);
  return holds === null ? open(...parts.flatMap((part) => part.fields)) : said(holds);
}

/** By a sender of its family on the body; whatever else it is set to can be mended. */
function spokenFrom(rig: Rig, light: Light, body: Body): Meant {
  const hearer = hearerOf(rig, light);
  const radio = radioInUse(hearer);
  const senders = (rig.sendersOn.get(body.id) ?? []).filter(({ id }) => !rig.strangers.has(id));
  return anyOf(
    senders.map((sender): Meant => {
      const other = radioInUse(sender);
      const isFamily: Tri = radio === null || other === null ? false : same(radio?.family, other?.family);
      const speaks = isSenderOfLook(sender);
      const isThere: Tri = bodyUnder(rig.placed, sender) === undefined ? null : true;
      if (isFamily === false || speaks === false) return NO;
      const fields = [
        ...(radio === undefined ? [fieldRef(hearer.id, 'family')] : []),
        ...(other === undefined ? [fieldRef(sender.id, 'family')] : []),
        ...(speaks === null ? [fieldRef(sender.id, 'role')] : []),
        ...(isThere === null ? [fieldRef(looseEnd(rig.placed, sender).id, 'mount')] : []),
      ];
      return fields.length === 0 ? YES : open(...fields);
    }),
  );
}

/** Where none on any body is set to master, all bodies count, and that is what is found. */
const isSenderOfLook = ({ settings }: Placed): Tri => (settings.role == null ? null : settings.role === 'master');

/** An eye serves whom the lights it watches serve, through other eyes too, and the body whose own flash it sees. */
function seenFrom(rig: Rig, light: Light, body: Body): Meant {
  const sure = watchedBy(rig, light, ({ settings }) => settings.role != null);
  const all = watchedBy(rig, light, () => true);
  const atLeast = anyOf(sure.map((seen) => servedBySeen(rig, seen, body)));
  if (atLeast.holds === true) return atLeast;
  // What has no role recorded may be switched off in it, and is then no light of the look.
  const roles = all.filter(({ settings }) => settings.role == null).map(({ id }) => fieldRef(id, 'role'));
  const atMost = anyOf(all.map((seen) => servedBySeen(rig, seen, body)));
  if (atMost.holds === false) return NO;
  return open(...(atLeast.holds === null ? atLeast.fields : [...roles, ...atMost.fields]));
}

function servedBySeen(rig: Rig, seen: Placed, body: Body): Meant {
  if (isBody(seen)) return said(seen.id === body.id);
  const { link, firesFor, sees } = seen.settings;
  if (link !== 'eye' || firesFor != null) return meantFor(rig, seen as Light, body);
  return sees == null ? open(fieldRef(seen.id, 'sees')) : NO;
}

/** Itself and everything it watches, on through the eyes among them that nobody said for whom they fire. */
function watchedBy(rig: Rig, light: Light, counts: (seen: Placed) => boolean): Placed[] {
  const found = new Map<string, Placed>([[light.id, light]]);
  for (const eye of found.values()) {
    const isOpenEye = isFlash(eye) && eye.settings.link === 'eye' && (eye === light || eye.settings.firesFor == null);
    for (const id of isOpenEye ? (eye.settings.sees ?? []) : []) {
      const seen = rig.placed.get(id);
      if (!seen || rig.strangers.has(id) || !(isBody(seen) || isFlash(seen))) continue;
      if (isBody(seen) || (seen.settings.role !== 'off' && counts(seen))) found.set(id, seen);
    }
  }
  return [...found.values()];
}
