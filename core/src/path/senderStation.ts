/** The sender itself: awake, master, on a channel it has. */
import { inRange } from '../measure/range.ts';
import { type Check, type Fault, type FieldPath, fieldRef, missing } from '../rig/check.ts';
import { isNewEnough } from '../rig/firmware.ts';
import { channelsOf, idRange, networkIdOf } from '../rig/net.ts';
import { senderSleeps } from '../rig/sleep.ts';
import { isBody, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import type { SignalPath } from './signalPath.ts';

export function followSender(rig: Rig, base: SignalPath, sender: Placed): SignalPath {
  const atMaster = isBody(sender) ? base : followPowered(rig, base, sender);
  const path = atMaster.check(roleCheck(sender)).check(radioCheck(sender)).check(firmwareCheck(sender));
  const radio = radioInUse(sender);
  if (!radio) return path;
  const range = channelsOf(radio, rig.families.get(radio.family));
  const channel = sender.settings.channel ?? null;
  return path
    .check({
      holds: channel === null || range === null ? null : inRange(channel, range),
      code: 'sender.channel-range',
      subject: sender.id,
      params: { channel, from: range?.from ?? null, to: range?.to ?? null },
      fields: missing([sender.id, 'channel', channel], [sender.id, 'profile.radio.channels', range]),
    })
    .unless(noSuchId(rig, sender));
}

/** An ID its model has; off is one, and one nobody recorded is dealt with where both ends are compared. */
function noSuchId(rig: Rig, sender: Placed): Fault | null {
  const networkId = networkIdOf(rig, sender);
  const range = idRange(rig, sender);
  if (networkId === null || networkId === 0 || range === null || inRange(networkId, range)) return null;
  return { code: 'sender.id-range', subject: sender.id, params: { networkId, ...range } };
}

const needs = (id: string, field: FieldPath) => [fieldRef(id, field)];

function followPowered(rig: Rig, base: SignalPath, sender: Placed): SignalPath {
  const { id, settings, profile } = sender;
  const { on = null, cells = null } = settings;
  const asleep = senderSleeps(rig, sender);
  const minutes = profile.kind === 'body' ? null : (profile.sleepMinutes ?? null);
  return base
    .check({ holds: on, code: 'sender.off', subject: id, params: {}, fields: needs(id, 'on') })
    .check({ holds: cells !== 'flat', code: 'sender.battery', subject: id, params: { cells } })
    .check({ holds: settings.broken !== true, code: 'sender.broken', subject: id, params: {} })
    .check({
      holds: asleep === null ? null : !asleep,
      code: 'sender.asleep',
      subject: id,
      params: { minutes, quiet: rig.around.quietMinutes },
      fields: needs(id, 'profile.sleepMinutes'),
    });
}

function roleCheck({ id, settings }: Placed): Check {
  const role = settings.role ?? null;
  const holds = role === null ? null : role === 'master';
  return { holds, code: 'sender.role', subject: id, params: { role }, fields: needs(id, 'role') };
}

function radioCheck(sender: Placed): Check {
  const radio = radioInUse(sender);
  return {
    holds: radio === undefined ? null : radio !== null && radio.roles.includes('master'),
    code: 'sender.no-link',
    subject: sender.id,
    params: { item: sender.id },
    fields: needs(sender.id, 'family'),
  };
}

function firmwareCheck(sender: Placed): Check {
  const needed = radioInUse(sender)?.firmware ?? null;
  const found = sender.unit.firmware ?? null;
  return {
    holds: isNewEnough(found, needed),
    code: 'sender.no-link',
    subject: sender.id,
    params: { item: sender.id, needed, found },
    fields: [fieldRef(sender.id, 'firmware')],
  };
}
