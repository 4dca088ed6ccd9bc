/** From the body into whatever sits on its shoe or on the stack there, or is connected to a port by a cable. */
import { either, same, type Tri } from '../measure/tri.ts';
import { type Check, type FieldRef, fieldRef, missing } from '../rig/check.ts';
import { isNewEnough } from '../rig/firmware.ts';
import { type Body, isBody, type Placed, type Rig } from '../rig/rig.ts';
import { carrierOf, footOf, isOneSystem, NO_PART, topShoeOf } from '../rig/stack.ts';
import { followPopup } from './bodyStation.ts';
import type { SignalPath } from './signalPath.ts';

/** Typical delay of a wire, in microseconds. docs/model.md, Events. */
export const WIRE_LATENCY_US = 50;

/** Volts every body and trigger bears: the lowest limit any maker states for its contacts. */
export const SAFE_TRIGGER_VOLTAGE = 6;

/** The joint between a unit and what it is mounted on, at the foot of which stands the body. */
interface Joint {
  body: Body;
  carrier: Placed;
  item: Placed;
}

export function followOntoBody(rig: Rig, base: SignalPath, body: Body, item: Placed): SignalPath {
  if (item.id === body.id) return followPopup(rig, base, body);
  const { mount, plugs } = item.settings;
  const placed = base.check({
    holds: mount == null ? null : true,
    code: 'sender.no-link',
    subject: item.id,
    params: {},
    fields: [fieldRef(item.id, 'mount')],
  });
  // It may sit on a stack of any shape: nothing further can be said of the joint.
  if (mount == null) return placed.delayed(WIRE_LATENCY_US);
  const carrier = carrierOf(rig, item) ?? body;
  const below = carrier.id === body.id ? placed : followOntoBody(rig, placed, body, carrier);
  const joint = { body, carrier, item };
  if (plugs != null) return followCable(below, joint, plugs);
  const seated = below.check(seatedCheck(item, carrier.id)).check(hasFootCheck(joint));
  const joined = isBody(carrier) ? followContacts(seated, joint) : seated.check(topShoeCheck(joint));
  return followVoltage(joined, item, carrier).delayed(WIRE_LATENCY_US);
}

export const seatedCheck = (item: Placed, carrier: string): Check => ({
  holds: item.settings.seated !== false,
  code: 'body.not-seated',
  subject: item.id,
  params: { carrier },
});

function hasFootCheck({ carrier, item }: Joint): Check {
  const foot = footOf(item);
  return {
    holds: foot === null ? null : foot !== NO_PART,
    code: 'foot.socket',
    subject: item.id,
    params: { near: shoeOn(carrier), far: NO_PART },
    fields: [fieldRef(item.id, 'profile.foot')],
  };
}

function topShoeCheck({ carrier, item }: Joint): Check {
  const top = topShoeOf(carrier);
  return {
    holds: top === null ? null : top !== NO_PART,
    code: 'shoe.no-top-shoe',
    subject: carrier.id,
    params: { item: item.id },
    fields: [fieldRef(carrier.id, 'profile.topShoe')],
  };
}

const shoeOn = (carrier: Placed): string | null =>
  isBody(carrier) ? (carrier.profile.shoe.system ?? null) : topShoeOf(carrier);

/** A body's shoe fires what sits there by its centre contact, or by a system both speak. */
function followContacts(base: SignalPath, { body, carrier, item }: Joint): SignalPath {
  const { link } = item.settings;
  const plug = link === 'cord' ? (item.settings.cord ?? null) : footOf(item);
  const plugField: FieldRef = { unit: item.id, field: link === 'cord' ? 'cord' : 'profile.foot' };
  const centre = isBody(carrier) ? (carrier.profile.shoe.centre ?? null) : null;
  const shoe = shoeOn(carrier);
  const needed = (item.profile.kind === 'body' ? null : item.profile.shoeFirmware) ?? null;
  const found = item.unit.firmware ?? null;
  const recent = isNewEnough(found, needed);
  const centreField = missing([body.id, 'profile.shoe.centre', centre]);
  return base
    .check({
      holds: either(centre, isOneSystem(plug, shoe)),
      code: 'shoe.no-centre',
      subject: body.id,
      params: { item: item.id, shoe, foot: plug },
      fields: [
        ...centreField,
        ...missing([body.id, 'profile.shoe.system', shoe]),
        ...(plug === null ? [plugField] : []),
      ],
    })
    .check({
      holds: either(centre, recent),
      code: 'shoe.firmware',
      subject: item.id,
      params: { found, needed },
      fields: [...centreField, ...(recent === null ? [fieldRef(item.id, 'firmware')] : [])],
    });
}

/** A joint is refused when the next device may not bear the voltage on the flash's contacts. docs/model.md, Cautions. */
export function followVoltage(base: SignalPath, item: Placed, next: Placed): SignalPath {
  if (item.profile.kind !== 'flash') return base;
  const volts = item.profile.triggerVoltage ?? null;
  const tolerated = next.profile.kind === 'flash' ? null : (next.profile.toleratesV ?? null);
  const bears: Tri =
    volts === null ? null : volts <= SAFE_TRIGGER_VOLTAGE ? true : tolerated === null ? null : volts <= tolerated;
  return base.check({
    holds: bears,
    code: 'foot.voltage',
    subject: item.id,
    params: { volts, tolerated, next: next.id },
    fields:
      volts === null
        ? [fieldRef(item.id, 'profile.triggerVoltage')]
        : missing([next.id, 'profile.toleratesV', tolerated]),
  });
}

function followCable(base: SignalPath, { carrier, item }: Joint, plugs: readonly [string, string]): SignalPath {
  const port = carrier.profile.syncSocket ?? null;
  const atPort = isBody(carrier)
    ? base.check({
        holds: port === null ? null : port !== NO_PART,
        code: 'body.no-sync-port',
        subject: carrier.id,
        params: { item: item.id },
        fields: [fieldRef(carrier.id, 'profile.syncSocket')],
      })
    : base;
  return followVoltage(followPlugs(atPort, carrier, item, plugs), item, carrier).delayed(WIRE_LATENCY_US);
}

/**
 * Both plugs of a cable must fit their sockets.
 * @param near what it comes from; `item` is blamed where a plug does not fit.
 */
export function followPlugs(
  base: SignalPath,
  near: Placed,
  item: Placed,
  plugs: readonly [string, string],
): SignalPath {
  const plugCheck = (plug: string, at: Placed): Check => {
    const socket = at.profile.syncSocket ?? null;
    return {
      // Nothing goes into a socket that is not there, whatever its plug is called.
      holds: socket === NO_PART ? false : same(plug, socket),
      code: 'foot.socket',
      subject: item.id,
      // A receiver's plugs may be mended at the receiver.
      params: { near: plug, far: socket, ...(item.settings.receiver === near.id && { receiver: near.id }) },
      fields: [fieldRef(at.id, 'profile.syncSocket')],
    };
  };
  return base.check(plugCheck(plugs[0], near)).check(plugCheck(plugs[1], item));
}
