/** The whole way of a signal to one light, station by station: through the air, on a wire, or as an eye. */
import type { Tri } from '../measure/tri.ts';
import { type Check, fieldRef, missing } from '../rig/check.ts';
import { type Body, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { followLength, followReach, followSight } from './airStation.ts';
import { followBody } from './bodyStation.ts';
import { followFoot } from './footStation.ts';
import { followHearer, followSenderGroup, letterOf, roleCheck } from './hearerStation.ts';
import { hopOf } from './hop.ts';
import { followLamp } from './lampStation.ts';
import { followOntoBody, followVoltage, WIRE_LATENCY_US } from './shoeStation.ts';
import { SignalPath } from './signalPath.ts';

/** Delay of an eye, in microseconds. docs/model.md, Events. */
export const EYE_LATENCY_US = 100;

/**
 * From a sender through the air, into the hearer, and down to the lamp.
 * @param atSender the path as far as the sender.
 */
export function followAir(rig: Rig, atSender: SignalPath, { body, sender, light }: AirEnds): SignalPath {
  const hop = hopOf(rig, body, sender, light);
  const { hearer } = hop;
  const group = letterOf(rig, hearer);
  const inAir = followReach(followSenderGroup(atSender, hop, group).pass('air'), hop);
  const isDeaf = hearer === light && (light.settings.receiver != null || light.profile.radios.length === 0);
  if (isDeaf) {
    const params = { family: radioInUse(sender)?.family ?? null };
    return inAir.check({ holds: false, code: 'foot.no-receiver', subject: light.id, params });
  }
  const heard = followHearer(inAir, hop, group);
  if (hearer === light) return followLamp(rig, followHanging(rig, heard, light).pass('foot'), body, light);
  return followLamp(rig, followFoot(heard, hearer, light).check(wiredRoleCheck(light)), body, light);
}

/** A flash in a role of its own answers neither its foot nor a cord; a remote still answers its sync socket. */
function wiredRoleCheck(light: Light): Check {
  const { plugs, role = null } = light.settings;
  const roles = plugs == null ? ['local', 'master'] : ['local', 'master', 'remote'];
  return {
    holds: role === null ? null : roles.includes(role),
    code: 'hearer.role',
    subject: light.id,
    params: { role, wanted: 'local' },
    fields: [fieldRef(light.id, 'role')],
  };
}

interface AirEnds {
  body: Body;
  sender: Placed;
  light: Light;
}

/** A light on the body's own shoe or stack, or on a cord or cable from it. */
export function followWire(rig: Rig, body: Body, light: Light): SignalPath {
  const { link, plugs } = light.settings;
  const start = followBody(body);
  const isUnplugged = link === 'cable' && plugs == null;
  const onto = isUnplugged
    ? start.check(noPlugsCheck(light)).delayed(WIRE_LATENCY_US)
    : followOntoBody(rig, start, body, light);
  return followLamp(rig, followLength(onto, body, light).check(wiredRoleCheck(light)).pass('foot'), body, light);
}

const noPlugsCheck = (light: Light): Check => ({
  holds: null,
  code: 'foot.socket',
  subject: light.id,
  params: {},
  fields: [fieldRef(light.id, 'plugs')],
});

/**
 * A light waiting as an eye, up to the moment it would see a pulse.
 * @param seen what gives the pulse, by id; left out, anything in its view.
 */
export function followEye(rig: Rig, body: Body, light: Light, seen?: string): SignalPath {
  const { role = null, eye = null } = light.settings;
  const path = followSight(SignalPath.start, body, light, seen === undefined ? [] : [seen])
    .check(roleCheck(light, 'eye'))
    .check({
      holds: hasEye(light),
      code: 'hearer.role',
      subject: light.id,
      params: { role, wanted: 'eye', eye },
      fields: missing([light.id, 'profile.eyes', light.profile.eyes]),
    });
  return followLamp(rig, followHanging(rig, path, light).pass('foot'), body, light);
}

/** What still hangs on it by a cable, or under it, has to bear its voltage, whatever fires it. */
function followHanging(rig: Rig, base: SignalPath, light: Light): SignalPath {
  const { plugs, receiver, mount } = light.settings;
  const near = rig.placed.get(receiver ?? (plugs == null ? '' : (mount ?? '')));
  return near ? followVoltage(base, light, near) : base;
}

/** Whether the model has the eye mode it is set to; a mode nobody recorded is dealt with where pulses are counted. */
function hasEye(light: Light): Tri {
  const { eyes } = light.profile;
  if (eyes == null) return null;
  const { eye } = light.settings;
  return eye == null ? eyes.length > 0 : eyes.includes(eye);
}
