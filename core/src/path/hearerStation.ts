/** The unit that listens: awake, in its role, of the sender's family, and set to the same net and group. */
import { inRange } from '../measure/range.ts';
import { same, type Tri } from '../measure/tri.ts';
import { groupPath } from '../record/settings.ts';
import { type Check, type Fault, type FieldRef, fieldRef, missing } from '../rig/check.ts';
import { switchesFor } from '../rig/dipSwitches.ts';
import { isNewEnough } from '../rig/firmware.ts';
import {
  channelRangeOf,
  familyOf,
  generationHears,
  generationOf,
  groupsOf,
  hasLetter,
  idRange,
  lettersBetween,
  lettersFrom,
  missingGenerations,
  missingId,
  missingLetters,
  networkIdOf,
  ownLetters,
} from '../rig/net.ts';
import { fallsAsleep } from '../rig/sleep.ts';
import { isTrigger, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { oddSender, type Shared, sharedValue } from '../rig/oddSender.ts';
import type { Hop } from './hop.ts';
import type { SignalPath } from './signalPath.ts';

/** Typical delays in microseconds for a transceiver whose own is not recorded. docs/model.md, Events. */
export const RADIO_LATENCY_US = 500;
export const OPTICAL_LATENCY_US = 100;

/**
 * How late a receiver whose selector is in the wrong position passes the signal on, in microseconds: it waits for the
 * release to end.
 */
export const SELECTOR_LATE_US = 30_000;

/** On, with cells that are not flat, and awake: a sleeping remote may be one its sender wakes. */
export function followAwake(rig: Rig, base: SignalPath, hearer: Placed, by: 'air' | 'eye' | 'wire'): SignalPath {
  const { settings, id, profile } = hearer;
  const { on = null, cells = null } = settings;
  const sleeps = by === 'wire' ? settings.asleep === true : fallsAsleep(rig, hearer);
  const wakes: Tri = by === 'air' && profile.kind !== 'body' ? (profile.wakesByRadio ?? null) : false;
  const awake: Tri = sleeps === false || wakes === true ? true : sleeps === null || wakes === null ? null : false;
  const minutes = profile.kind === 'body' ? null : (profile.sleepMinutes ?? null);
  return base
    .check({ holds: on, code: 'hearer.off', subject: id, params: {}, fields: [fieldRef(id, 'on')] })
    .check({ holds: cells !== 'flat', code: 'hearer.battery', subject: id, params: { cells } })
    .check({ holds: settings.broken !== true, code: 'hearer.broken', subject: id, params: {} })
    .check({
      holds: awake,
      code: 'hearer.asleep',
      subject: id,
      params: { minutes, quiet: rig.around.quietMinutes },
      fields: [
        ...(sleeps === null ? [fieldRef(id, 'profile.sleepMinutes')] : []),
        ...(by === 'air' && wakes === null ? [fieldRef(id, 'profile.wakesByRadio')] : []),
      ],
    });
}

export function roleCheck(hearer: Placed, wanted: 'remote' | 'eye'): Check {
  const role = hearer.settings.role ?? null;
  const hasRole = wanted === 'eye' || (radioInUse(hearer)?.roles.includes('remote') ?? true);
  return {
    holds: role === null ? null : role === wanted && hasRole,
    code: 'hearer.role',
    subject: hearer.id,
    params: { role, wanted },
    fields: [fieldRef(hearer.id, 'role')],
  };
}

/** Every check at the unit that listens, with the delay of the air and of the unit itself. */
export function followHearer(base: SignalPath, hop: Hop, group: string | null | undefined): SignalPath {
  const { rig, sender, hearer } = hop;
  const path = followAwake(rig, base, hearer, 'air')
    .check(roleCheck(hearer, 'remote'))
    .check(familyCheck(hop))
    .unless(wrongMedium(hop))
    .check(firmwareCheck(hearer))
    .check(generationCheck(hop))
    .unless(noSuchChannel(hop))
    .check(unlessOdd(hop, 'channel', channelCheck(hop)))
    .unless(noSuchId(hop))
    .check(unlessOdd(hop, 'networkId', idCheck(hop)))
    .check(unlessOdd(hop, 'pin', pinCheck(hop)));
  const typicalUs = familyOf(rig, hearer)?.medium === 'optical' ? OPTICAL_LATENCY_US : RADIO_LATENCY_US;
  const delayUs = (radioInUse(sender)?.latencyUs ?? 0) + (radioInUse(hearer)?.latencyUs ?? typicalUs);
  return followSelector(followGroup(path, hop, group).delayed(delayUs), hearer);
}

/** Where it is the sender that is set otherwise than its hearers, that is what is wrong, and not each of them. */
function unlessOdd({ rig, sender, hearer }: Hop, setting: Shared, check: Check): Check {
  const odd = check.holds === false ? oddSender(rig, sender, setting) : null;
  if (odd === null || odd.agreed !== sharedValue(rig, hearer, setting)) return check;
  const params = { setting, found: sharedValue(rig, sender, setting), expected: odd.agreed, hearers: odd.hearers };
  return { holds: false, code: 'sender.odd', subject: sender.id, params };
}

/** What is said to be told by radio must listen by radio, and likewise by light. */
function wrongMedium({ rig, hearer, light }: Hop): Fault | null {
  const family = familyOf(rig, hearer);
  const link = light.settings.link ?? null;
  if (family === undefined || family.medium === link) return null;
  return { code: 'hearer.medium', subject: light.id, params: { link, family: family.id } };
}

/** An optical remote has a mode per maker: set to another, it hears nothing. */
function familyCheck({ rig, sender, hearer }: Hop): Check {
  const [a, b] = [radioInUse(sender), radioInUse(hearer)];
  const isOptical = [sender, hearer].every((one) => familyOf(rig, one)?.medium === 'optical');
  return {
    holds: a === null || b === null ? false : same(a?.family, b?.family),
    code: isOptical ? 'hearer.maker-mode' : 'hearer.family',
    subject: hearer.id,
    params: {
      sender: sender.id,
      found: hearer.settings.family ?? b?.family ?? null,
      expected: a?.family ?? null,
    },
    fields: [
      ...(a === undefined ? [fieldRef(sender.id, 'family')] : []),
      ...(b === undefined ? [fieldRef(hearer.id, 'family')] : []),
    ],
  };
}

function firmwareCheck(hearer: Placed): Check {
  const needed = radioInUse(hearer)?.firmware ?? null;
  const found = hearer.unit.firmware ?? null;
  return {
    holds: isNewEnough(found, needed),
    code: 'hearer.firmware',
    subject: hearer.id,
    params: { found, needed },
    fields: [fieldRef(hearer.id, 'firmware')],
  };
}

function generationCheck({ rig, sender, hearer }: Hop): Check {
  const unrecorded = missingGenerations(rig, sender, hearer);
  return {
    holds: generationHears(rig, sender, hearer),
    code: 'hearer.generation',
    subject: hearer.id,
    params: {
      sender: sender.id,
      found: generationOf(rig, hearer)?.number ?? null,
      expected: generationOf(rig, sender)?.number ?? null,
    },
    fields: unrecorded.length > 0 ? unrecorded : [fieldRef(sender.id, 'family.generations.heardByOlder')],
  };
}

/** Both ends' values of one number that must agree. */
function numbersOf({ sender, hearer }: Hop, setting: 'channel' | 'pin') {
  const found = hearer.settings[setting] ?? null;
  const expected = sender.settings[setting] ?? null;
  const fields = missing([hearer.id, setting, found], [sender.id, setting, expected]);
  return { found, expected, fields };
}

function channelCheck(hop: Hop): Check {
  const { rig, sender, hearer } = hop;
  const { found, expected, fields } = numbersOf(hop, 'channel');
  const holds = same(found, expected);
  const params = { found, expected, sender: sender.id };
  const switches = radioInUse(hearer)?.dipSwitches ?? 0;
  if (switches === 0) return { holds, code: 'hearer.channel', subject: hearer.id, params, fields };
  const differing = differingSwitches(rig, hearer, expected);
  return { holds, code: 'hearer.dip', subject: hearer.id, params: { ...params, switches, differing }, fields };
}

/** The dip switches to flip, numbered from 1. */
export function differingSwitches(rig: Rig, hearer: Placed, expected: number | null): string[] {
  const found = switchesFor(rig, hearer, hearer.settings.channel ?? null);
  const wanted = switchesFor(rig, hearer, expected);
  if (!found || !wanted) return [];
  return found.flatMap((isOn, index) => (isOn === wanted[index] ? [] : [String(index + 1)]));
}

/** A channel its own model has; one nobody recorded is dealt with where both ends are compared. */
function noSuchChannel({ rig, sender, hearer }: Hop): Fault | null {
  const { channel: found } = hearer.settings;
  const range = channelRangeOf(rig, hearer);
  if (found == null || range === null || inRange(found, range)) return null;
  const params = { found, expected: sender.settings.channel ?? null, sender: sender.id, ...range };
  return { code: 'hearer.channel', subject: hearer.id, params };
}

/** An ID its own model has; off is one. */
function noSuchId({ rig, sender, hearer }: Hop): Fault | null {
  const found = networkIdOf(rig, hearer);
  const range = idRange(rig, hearer);
  if (found === null || found === 0 || range === null || inRange(found, range)) return null;
  const params = { found, expected: networkIdOf(rig, sender), sender: sender.id, ...range };
  return { code: 'hearer.id', subject: hearer.id, params };
}

function idCheck({ rig, sender, hearer }: Hop): Check {
  const expected = networkIdOf(rig, sender);
  const found = networkIdOf(rig, hearer);
  // Where nobody recorded whether the family has IDs at all, two that differ may still both be without meaning.
  const hasIds = familyOf(rig, hearer)?.networkIds ?? null;
  return {
    holds: same(expected, found) === false && hasIds === null ? null : same(expected, found),
    code: 'hearer.id',
    subject: hearer.id,
    params: { found, expected, sender: sender.id },
    fields: [
      ...missingId(rig, sender),
      ...missingId(rig, hearer),
      ...missing([sender.id, 'family.networkIds', hasIds]),
    ],
  };
}

function pinCheck(hop: Hop): Check {
  const { rig, sender, hearer } = hop;
  const { found, expected, fields } = numbersOf(hop, 'pin');
  const isPaired = familyOf(rig, hearer)?.pairing === 'pin';
  return {
    holds: isPaired ? same(found, expected) : true,
    code: 'hearer.pin',
    subject: hearer.id,
    params: { found, expected, sender: sender.id },
    fields,
  };
}

/** The letter the hearer answers to; null when it has no groups at all, undefined when unrecorded. */
export function letterOf(rig: Rig, hearer: Placed): string | null | undefined {
  const radio = radioInUse(hearer);
  if (!radio) return undefined;
  const letters = groupsOf(radio, rig.families.get(radio.family));
  if (letters?.length === 0 || generationOf(rig, hearer)?.groups?.length === 0) return null;
  return hearer.settings.group ?? undefined;
}

/** A letter its family has, or that somebody in it can be set to, but this sender cannot reach. */
export function followSenderGroup(base: SignalPath, hop: Hop, group: string | null | undefined): SignalPath {
  const { rig, sender, hearer } = hop;
  const letters = lettersFrom(rig, sender, hearer);
  // A letter its own model does not have is the hearer's fault.
  if (group == null || letters?.length === 0 || !hasLetter(rig, hearer, group)) return base;
  const subject = sender.id;
  const params = { group, hearer: hearer.id, letters: letters ?? [] };
  const outOfRange = (holds: false | null, fields: readonly FieldRef[] = []): SignalPath =>
    base.check({ holds, code: 'sender.group-range', subject, params, fields });
  if (letters === null) return outOfRange(null, missingLetters(rig, sender, hearer));
  if (!letters.includes(group)) {
    const family = familyOf(rig, sender);
    return family?.groups == null || family.groups.includes(group) ? outOfRange(false) : base;
  }
  return base.check({
    holds: sender.settings.groups?.[group]?.on ?? null,
    code: 'sender.group-off',
    subject,
    params,
    fields: [fieldRef(subject, groupPath(group, 'on'))],
  });
}

/** What is left for the hearer's own side: a letter nobody recorded, or one no master of the family drives. */
function followGroup(base: SignalPath, { rig, sender, hearer }: Hop, group: string | null | undefined): SignalPath {
  if (group === null || lettersFrom(rig, sender, hearer)?.length === 0) return base;
  if (group !== undefined && !hasLetter(rig, hearer, group)) {
    const params = { group, letters: ownLetters(rig, hearer) ?? [], sender: sender.id, own: true };
    return base.check({ holds: false, code: 'hearer.group', subject: hearer.id, params });
  }
  const letters = lettersBetween(rig, sender, hearer);
  if (letters !== null && group !== undefined && letters.includes(group)) return base.pass('hearer');
  return base.check({
    holds: group === undefined || letters === null ? null : false,
    code: 'hearer.group',
    subject: hearer.id,
    params: { group: group ?? null, letters: letters ?? [], sender: sender.id },
    fields: [...missing([hearer.id, 'group', group]), ...(letters === null ? missingLetters(rig, sender, hearer) : [])],
  });
}

/** A receiver switched to `camera` passes the signal on to a flash out of time. */
function followSelector(base: SignalPath, hearer: Placed): SignalPath {
  if (!isTrigger(hearer)) return base;
  const selector = hearer.settings.selector ?? null;
  const hasOne = hearer.profile.selector ?? null;
  if (selector === 'flash' || hasOne === false || (hasOne === null && selector === null)) return base;
  const fault = { code: 'hearer.selector' as const, subject: hearer.id, params: { selector } };
  // Left out its model has none; but then somebody noted where it stands.
  if (hasOne === null) return base.check({ ...fault, holds: null, fields: [fieldRef(hearer.id, 'profile.selector')] });
  if (selector === null) return base.check({ ...fault, holds: null, fields: [fieldRef(hearer.id, 'selector')] });
  return base.lose(fault).delayed(SELECTOR_LATE_US);
}
