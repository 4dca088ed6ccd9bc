/** The sender itself: awake, master, on a channel it has. */
import { inRange } from '../measure/range.ts';
import { type Check, type FieldPath, fieldRef, missing } from '../rig/check.ts';
import { isNewEnough } from '../rig/firmware.ts';
import { channelsOf } from '../rig/net.ts';
import { isBody, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import type { SignalPath } from './signalPath.ts';

export function followSender(rig: Rig, base: SignalPath, sender: Placed): SignalPath {
  const atMaster = isBody(sender) ? base : followPowered(base, sender);
  const path = atMaster.check(roleCheck(sender)).check(radioCheck(sender)).check(firmwareCheck(sender));
  const radio = radioInUse(sender);
  if (!radio) return path;
  const range = channelsOf(radio, rig.families.get(radio.family));
  const channel = sender.settings.channel ?? null;
  return path.check({
    holds: channel === null || range === null ? null : inRange(channel, range),
    code: 'sender.channel-range',
    subject: sender.id,
    params: { channel, from: range?.from ?? null, to: range?.to ?? null },
    fields: missing([sender.id, 'channel', channel], [sender.id, 'profile.radio.channels', range]),
  });
}

const needs = (id: string, field: FieldPath) => [fieldRef(id, field)];

function followPowered(base: SignalPath, { id, settings }: Placed): SignalPath {
  const { on = null, cells = null, asleep } = settings;
  return base
    .check({ holds: on, code: 'sender.off', subject: id, params: {}, fields: needs(id, 'on') })
    .check({ holds: cells !== 'flat', code: 'sender.battery', subject: id, params: { cells } })
    .check({ holds: asleep !== true, code: 'sender.asleep', subject: id, params: {} });
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
