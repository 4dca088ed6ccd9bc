/** What sits on what: from a sender or flash down through the triggers under it to the body that fires it. */
import { same, type Tri } from '../measure/tri.ts';
import { type Check, type FieldRef, fieldRef } from './check.ts';
import { isNewEnough } from './firmware.ts';
import { type Body, isBody, isTrigger, type Placed, type Rig, type Trigger } from './rig.ts';

export const NO_PART = 'none';
const CENTRE_ONLY = 'centre-only';

/** Whether a cable can be plugged in there, as far as is recorded. */
export const hasSocket = ({ profile }: { profile: { syncSocket?: string | null } }): boolean =>
  profile.syncSocket != null && profile.syncSocket !== NO_PART;

/** The plugs of the cable between a receiver and a flash; null where the flash sits on its shoe, or no cable fits. */
export function plugsToFlash(
  receiver: Pick<Placed, 'profile'>,
  flash: Pick<Placed, 'profile'>,
): [string, string] | null {
  const top = receiver.profile.kind === 'trigger' ? receiver.profile.topShoe : null;
  const foot = flash.profile.kind === 'flash' ? flash.profile.foot : null;
  if ((top !== NO_PART && foot !== NO_PART) || !hasSocket(receiver) || !hasSocket(flash)) return null;
  return [receiver.profile.syncSocket!, flash.profile.syncSocket!];
}

export const footOf = (item: Placed): string | null =>
  item.profile.kind === 'body' ? null : (item.profile.foot ?? null);

/** The shoe a trigger has on top; null where it is not recorded, `none` for anything that is no trigger. */
export const topShoeOf = (placed: Placed): string | null =>
  isTrigger(placed) ? (placed.profile.topShoe ?? null) : NO_PART;

/** Whether two contact layouts are one dedicated system; a bare centre contact never is. */
export function isOneSystem(a: string | null | undefined, b: string | null | undefined): Tri {
  if (a === CENTRE_ONLY || b === CENTRE_ONLY || a === NO_PART || b === NO_PART) return false;
  return same(a, b);
}

/** What a unit sits on, when it is recorded and in the look. */
export const carrierOf = (rig: Rig, item: Placed): Placed | undefined =>
  item.settings.mount == null ? undefined : rig.placed.get(item.settings.mount);

/** Whether the order in which a stack was switched on matters for this trigger as it is built up. */
function orderMatters(rig: Rig, trigger: Trigger): boolean {
  const order = trigger.profile.startOrder ?? [];
  if (order.length === 0) return false;
  return !order.includes('flash') || [...rig.placed.values()].some((other) => other.settings.mount === trigger.id);
}

function orderCheck(rig: Rig, trigger: Placed): Check[] {
  if (!isTrigger(trigger) || !orderMatters(rig, trigger)) return [];
  const holds = trigger.settings.startedInOrder ?? null;
  const params = { order: trigger.profile.startOrder ?? [] };
  const fields = [fieldRef(trigger.id, 'startedInOrder')];
  return [{ holds, code: 'shoe.start-order', subject: trigger.id, params, fields }];
}

function firmwareCheck(item: Placed): Check[] {
  if (item.profile.kind === 'body' || item.profile.shoeFirmware == null) return [];
  const { shoeFirmware: needed } = item.profile;
  const found = item.unit.firmware ?? null;
  const holds = isNewEnough(found, needed);
  const fields = [fieldRef(item.id, 'firmware')];
  return [{ holds, code: 'shoe.firmware', subject: item.id, params: { found, needed }, fields }];
}

/** The two contact layouts of a joint, and the field to record where one of them is unknown. */
interface Joint {
  holds: Tri;
  subject: string;
  shoe: string | null;
  foot: string | null;
  field: FieldRef;
}

const foreignCheck = (body: Body, { holds, subject, shoe, foot, field }: Joint): Check => ({
  holds,
  code: 'shoe.foreign',
  subject,
  params: { body: body.id, shoe, foot },
  fields: [field],
});

/**
 * What must hold for body and item to speak one shoe system, so that metering and high-speed sync pass between
 * them: at every storey from the body up the feet, the switch that passes it on, the start order and the firmware.
 */
export function speakChecks(rig: Rig, body: Body, item: Placed): Check[] {
  if (item.id === body.id) return [];
  const carrier = carrierOf(rig, item);
  const below = carrier && !isBody(carrier) ? [...speakChecks(rig, body, carrier), ...passesOnChecks(carrier)] : [];
  return [...below, ...jointChecks(body, carrier, item), ...orderCheck(rig, item), ...firmwareCheck(item)];
}

/** Where an item is joined to what carries it: the body's shoe, or the top of a trigger. */
function jointChecks(body: Body, carrier: Placed | undefined, item: Placed): Check[] {
  const foot = footOf(item);
  const system = body.profile.shoe.system ?? null;
  const { plugs, link } = item.settings;
  if (plugs != null) {
    const field = fieldRef(item.id, 'plugs');
    return [foreignCheck(body, { holds: false, subject: item.id, shoe: system, foot, field })];
  }
  const onTop = carrier && !isBody(carrier) ? carrier : null;
  const shoe = onTop ? topShoeOf(onTop) : system;
  const shoeField = onTop ? fieldRef(onTop.id, 'profile.topShoe') : fieldRef(body.id, 'profile.shoe.system');
  if (link === 'cord') return cordChecks(body, item, { shoe, shoeField });
  const field = foot === null ? fieldRef(item.id, 'profile.foot') : shoeField;
  const holds = isOneSystem(foot, shoe);
  if (!onTop) return [foreignCheck(body, { holds, subject: item.id, shoe, foot, field })];
  const params = { trigger: onTop.id, top: shoe, foot };
  return [
    { holds, code: 'shoe.passthrough-foreign', subject: item.id, params, fields: [field] },
    foreignCheck(body, {
      holds: isOneSystem(shoe, system),
      subject: onTop.id,
      shoe: system,
      foot: shoe,
      field: shoe === null ? shoeField : fieldRef(body.id, 'profile.shoe.system'),
    }),
  ];
}

/** A trigger with a switch for it hands on what comes from below only while that is on. */
function passesOnChecks(trigger: Placed): Check[] {
  if (!isTrigger(trigger)) return [];
  return [
    {
      holds: trigger.profile.passThroughSwitch === true ? (trigger.settings.passThrough ?? null) : true,
      code: 'shoe.passthrough-off',
      subject: trigger.id,
      params: {},
      fields: [fieldRef(trigger.id, 'passThrough')],
    },
  ];
}

/** A cord must carry the system of the shoe it is plugged into, and the item must have it. */
function cordChecks(body: Body, item: Placed, at: { shoe: string | null; shoeField: FieldRef }): Check[] {
  const cord = item.settings.cord ?? null;
  const foot = footOf(item);
  const own = fieldRef(item.id, 'cord');
  const below = cord === null ? own : at.shoeField;
  const atItem = foot === null ? fieldRef(item.id, 'profile.foot') : own;
  return [
    foreignCheck(body, {
      holds: isOneSystem(cord, at.shoe),
      subject: item.id,
      shoe: at.shoe,
      foot: cord,
      field: below,
    }),
    foreignCheck(body, { holds: isOneSystem(foot, cord), subject: item.id, shoe: cord, foot, field: atItem }),
  ];
}
