/** A signal's way from a sender through the air into the unit that listens for a light (handbook 04). */
import { isNewEnough } from '../rig/firmware.ts';
import { channelsOf, familyOf, generationHears, generationOf, groupsOf, lettersBetween, networkIdOf } from '../rig/net.ts';
import { inRange } from '../measure/range.ts';
import type { RadioProfile } from '../record/profile.ts';
import { type Body, hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { roleHolds, walkAwake } from './hearerState.ts';
import { walkFoot, walkLamp } from './lampPath.ts';
import { walkReach } from './sight.ts';
import { missing, same, type Tri, type Walk } from './signalPath.ts';

/** Typical delays in microseconds (handbook 04) for a transceiver whose own is not recorded. */
export const RADIO_LATENCY_US = 500;
export const OPTICAL_LATENCY_US = 100;

/** How late a receiver in the wrong position of its selector passes the signal on, in microseconds: it waits for the release to end. */
export const SELECTOR_LATE_US = 30_000;

/** The sender itself: awake, master, on a channel it has. */
export function walkSender(rig: Rig, base: Walk, sender: Placed): Walk {
  const { settings, id } = sender;
  const radio = radioInUse(sender);
  const powered =
    sender.profile.kind === 'body'
      ? base
      : base
          .check('sender.off', settings.on ?? null, id, {}, [{ unit: id, field: 'on' }])
          .check('sender.battery', settings.cells !== 'flat', id, { cells: settings.cells ?? null })
          .check('sender.asleep', settings.asleep !== true, id);
  const needed = radio?.firmware ?? null;
  const found = sender.unit.firmware ?? null;
  const walk = powered
    .check(
      'sender.role',
      settings.role == null ? null : settings.role === 'master',
      id,
      { role: settings.role ?? null },
      [{ unit: id, field: 'role' }],
    )
    .check(
      'sender.no-link',
      radio === undefined ? null : radio !== null && radio.roles.includes('master'),
      id,
      { item: id },
      [{ unit: id, field: 'family' }],
    )
    .check('sender.no-link', isNewEnough(found, needed), id, { item: id, needed, found }, [
      { unit: id, field: 'firmware' },
    ]);
  if (!radio) return walk;
  const range = channelsOf(radio, rig.families.get(radio.family));
  const { channel } = settings;
  const holds = channel == null || range == null ? null : inRange(channel, range);
  return walk.check(
    'sender.channel-range',
    holds,
    id,
    { channel: channel ?? null, from: range?.from ?? null, to: range?.to ?? null },
    missing([id, 'channel', channel], [id, 'profile.radio.channels', range]),
  );
}

/** From a sender through the air, into the hearer, and down to the lamp. */
export function walkAir(rig: Rig, atSender: Walk, body: Body, sender: Placed, light: Light): Walk {
  const hearer = hearerOf(rig, light);
  const radio = radioInUse(hearer);
  const sending = radioInUse(sender);
  const group = groupWanted(rig, hearer, radio);

  let walk = walkReach(rig, walkSenderGroup(rig, atSender, sender, hearer, group).pass('air'), body, sender, light);
  const deaf = hearer === light && (light.settings.receiver != null || light.profile.radios.length === 0);
  if (deaf) return walk.check('foot.no-receiver', false, light.id, { family: sending?.family ?? null });
  walk = walkAwake(rig, walk, hearer, 'air')
    .check(
      'hearer.role',
      roleHolds(hearer, 'remote'),
      hearer.id,
      { role: hearer.settings.role ?? null, wanted: 'remote' },
      [{ unit: hearer.id, field: 'role' }],
    )
    .check(familyCode(rig, sender, hearer), familyMatches(sender, hearer), hearer.id, familyParams(sender, hearer), [
      ...(sending === undefined ? [{ unit: sender.id, field: 'family' }] : []),
      ...(radio === undefined ? [{ unit: hearer.id, field: 'family' }] : []),
    ]);
  walk = walkFirmwareAndGeneration(rig, walk, sender, hearer, radio);
  walk = walkPlace(rig, walk, sender, hearer, radio);
  walk = walkHearerGroup(rig, walk, sender, hearer, group).delayed(
    (sending?.latencyUs ?? 0) + (radio?.latencyUs ?? typicalLatency(rig, hearer)),
  );
  walk = walkSelector(walk, hearer);
  return walkLamp(rig, hearer === light ? walk.pass('foot') : walkFoot(walk, hearer, light), body, light);
}

const typicalLatency = (rig: Rig, hearer: Placed): number =>
  familyOf(rig, hearer)?.medium === 'optical' ? OPTICAL_LATENCY_US : RADIO_LATENCY_US;

function familyMatches(sender: Placed, hearer: Placed): Tri {
  const a = radioInUse(sender);
  const b = radioInUse(hearer);
  if (a === null || b === null) return false;
  return same(a?.family, b?.family);
}

/** An optical remote has a mode per maker: set to another, it hears nothing. */
const familyCode = (rig: Rig, sender: Placed, hearer: Placed) =>
  familyOf(rig, sender)?.medium === 'optical' && familyOf(rig, hearer)?.medium === 'optical'
    ? ('hearer.maker-mode' as const)
    : ('hearer.family' as const);

const familyParams = (sender: Placed, hearer: Placed) => ({
  sender: sender.id,
  found: hearer.settings.family ?? radioInUse(hearer)?.family ?? null,
  expected: radioInUse(sender)?.family ?? null,
});

function walkFirmwareAndGeneration(
  rig: Rig,
  base: Walk,
  sender: Placed,
  hearer: Placed,
  radio: RadioProfile | null | undefined,
): Walk {
  const needed = radio?.firmware ?? null;
  const found = hearer.unit.firmware ?? null;
  const unrecorded = [sender, hearer].filter((one) => generationOf(rig, one) === undefined);
  return base
    .check('hearer.firmware', isNewEnough(found, needed), hearer.id, { found, needed }, [
      { unit: hearer.id, field: 'firmware' },
    ])
    .check(
      'hearer.generation',
      generationHears(rig, sender, hearer),
      hearer.id,
      {
        sender: sender.id,
        found: generationOf(rig, hearer)?.number ?? null,
        expected: generationOf(rig, sender)?.number ?? null,
      },
      unrecorded.length > 0
        ? unrecorded.map((one) => ({ unit: one.id, field: 'profile.radio.generation' }))
        : [{ unit: sender.id, field: 'family.generations.heardByOlder' }],
    );
}

/** The letter the hearer answers to; null when it has no groups at all, undefined when unrecorded. */
function groupWanted(rig: Rig, hearer: Placed, radio: RadioProfile | null | undefined): string | null | undefined {
  if (!radio) return undefined;
  const letters = groupsOf(radio, rig.families.get(radio.family));
  if (letters?.length === 0 || generationOf(rig, hearer)?.groups?.length === 0) return null;
  return hearer.settings.group ?? undefined;
}

/** A letter its family has, or that somebody in it can be set to, but this sender cannot reach. */
function walkSenderGroup(rig: Rig, base: Walk, sender: Placed, hearer: Placed, group: string | null | undefined): Walk {
  const letters = lettersBetween(rig, sender, hearer);
  if (group == null || letters?.length === 0) return base;
  const params = { group, hearer: hearer.id, letters: letters ?? [] };
  if (letters === null) {
    return base.check('sender.group-range', null, sender.id, params, [
      { unit: sender.id, field: 'profile.radio.groups' },
    ]);
  }
  if (!letters.includes(group)) {
    const family = familyOf(rig, sender);
    return family?.groups == null || family.groups.includes(group)
      ? base.check('sender.group-range', false, sender.id, params)
      : base;
  }
  const on = sender.settings.groups?.[group]?.on ?? null;
  return base.check('sender.group-off', on, sender.id, params, [{ unit: sender.id, field: `groups.${group}.on` }]);
}

/** What is left for the hearer's own side: a letter nobody recorded, or one no master of the family drives. */
function walkHearerGroup(rig: Rig, base: Walk, sender: Placed, hearer: Placed, group: string | null | undefined): Walk {
  const letters = lettersBetween(rig, sender, hearer);
  if (group === null || letters?.length === 0) return base;
  const holds = group === undefined ? null : letters === null ? null : letters.includes(group);
  return base.check(
    'hearer.group',
    holds,
    hearer.id,
    { group: group ?? null, letters: letters ?? [], sender: sender.id },
    [...missing([hearer.id, 'group', group]), ...missing([sender.id, 'profile.radio.groups', letters])],
  );
}

/** Channel, network ID and PIN: the three numbers that must agree. */
function walkPlace(rig: Rig, base: Walk, sender: Placed, hearer: Placed, radio: RadioProfile | null | undefined): Walk {
  const found = hearer.settings.channel ?? null;
  const expected = sender.settings.channel ?? null;
  const switches = radio?.dipSwitches ?? 0;
  const params = { found, expected, sender: sender.id };
  const fields = missing([hearer.id, 'channel', found], [sender.id, 'channel', expected]);
  const walk =
    switches > 0
      ? base.check(
          'hearer.dip',
          same(found, expected),
          hearer.id,
          { ...params, switches, differing: differingSwitches(found, expected, radio!, rig) },
          fields,
        )
      : base.check('hearer.channel', same(found, expected), hearer.id, params, fields);

  const a = networkIdOf(rig, sender);
  const b = networkIdOf(rig, hearer);
  // Where nobody recorded whether the family has IDs at all, two that differ may still both be without meaning.
  const hasIds = familyOf(rig, hearer)?.networkIds ?? null;
  const idHolds = same(a, b) === false && hasIds === null ? null : same(a, b);
  const paired = familyOf(rig, hearer)?.pairing === 'pin';
  const [pinA, pinB] = [sender.settings.pin ?? null, hearer.settings.pin ?? null];
  return walk
    .check('hearer.id', idHolds, hearer.id, { found: b, expected: a, sender: sender.id }, [
      ...missing([sender.id, 'networkId', a], [hearer.id, 'networkId', b], [sender.id, 'family.networkIds', hasIds]),
    ])
    .check(
      'hearer.pin',
      paired ? same(pinA, pinB) : true,
      hearer.id,
      { found: pinB, expected: pinA, sender: sender.id },
      missing([sender.id, 'pin', pinA], [hearer.id, 'pin', pinB]),
    );
}

/**
 * The dip switches to flip, numbered from 1 at the least significant: the first channel is all off, and each
 * switch adds 1, 2, 4 ... to it.
 */
export function differingSwitches(
  found: number | null,
  expected: number | null,
  radio: RadioProfile,
  rig: Rig,
): string[] {
  if (found === null || expected === null) return [];
  const first = channelsOf(radio, rig.families.get(radio.family))?.from ?? 1;
  const bits = (found - first) ^ (expected - first);
  return Array.from({ length: radio.dipSwitches ?? 0 }, (_, index) => index)
    .filter((index) => (bits >> index) & 1)
    .map((index) => String(index + 1));
}

/** A receiver switched to `camera` passes the signal on to a flash out of time. */
function walkSelector(base: Walk, hearer: Placed): Walk {
  if (hearer.profile.kind !== 'trigger' || hearer.profile.selector !== true) return base;
  const { selector } = hearer.settings;
  if (selector == null)
    return base.check('hearer.selector', null, hearer.id, {}, [{ unit: hearer.id, field: 'selector' }]);
  return selector === 'flash' ? base : base.lose('hearer.selector', hearer.id, { selector }).delayed(SELECTOR_LATE_US);
}
