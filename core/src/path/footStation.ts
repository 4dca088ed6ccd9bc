/** Between a receiver and the flash it drives: on its shoe, or by a cable. */
import { missing } from '../rig/check.ts';
import type { Light, Placed } from '../rig/rig.ts';
import { NO_PART, topShoeOf } from '../rig/stack.ts';
import { followPlugs, followVoltage, seatedCheck, WIRE_LATENCY_US } from './shoeStation.ts';
import type { SignalPath } from './signalPath.ts';

export function followFoot(base: SignalPath, receiver: Placed, light: Light): SignalPath {
  const { plugs } = light.settings;
  const joined = plugs == null ? followShoe(base, receiver, light) : followPlugs(base, receiver, light, plugs);
  return followVoltage(joined, light, receiver).delayed(WIRE_LATENCY_US);
}

function followShoe(base: SignalPath, receiver: Placed, light: Light): SignalPath {
  const top = topShoeOf(receiver);
  const foot = light.profile.foot ?? null;
  return base.check(seatedCheck(light, receiver.id)).check({
    holds: top === NO_PART || foot === NO_PART ? false : top === null || foot === null ? null : true,
    code: 'foot.socket',
    subject: light.id,
    params: { near: top, far: foot, receiver: receiver.id },
    fields: missing([receiver.id, 'profile.topShoe', top], [light.id, 'profile.foot', foot]),
  });
}
