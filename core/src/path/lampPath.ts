/** The last stations of a signal: from whatever heard it, through a foot or socket, to the lamp (handbook 04). */
import { isWired, walkBody, walkOntoBody, walkVoltage, WIRE_LATENCY_US } from './bodyPath.ts';
import { able } from '../rig/capability.ts';
import { roleHolds, walkAwake } from './hearerState.ts';
import type { Body, Light, Placed, Rig } from '../rig/rig.ts';
import { walkLength, walkSight } from './sight.ts';
import { NO_PART } from '../rig/stack.ts';
import { missing, same, type Tri, Walk } from './signalPath.ts';

/** Delay of an eye, in microseconds (handbook 04). */
export const EYE_LATENCY_US = 100;

/** Between a receiver and the flash it drives: on its shoe, or by a cable. */
export function walkFoot(base: Walk, receiver: Placed, light: Light): Walk {
  const { plugs } = light.settings;
  const top = receiver.profile.kind === 'trigger' ? (receiver.profile.topShoe ?? null) : NO_PART;
  if (plugs == null) {
    const foot = light.profile.foot ?? null;
    const holds = top === NO_PART || foot === NO_PART ? false : top === null || foot === null ? null : true;
    return walkVoltage(
      base
        .check('body.not-seated', light.settings.seated !== false, light.id, { carrier: receiver.id })
        .check('foot.socket', holds, light.id, { near: top, far: foot, receiver: receiver.id }, [
          ...missing([receiver.id, 'profile.topShoe', top], [light.id, 'profile.foot', foot]),
        ]),
      light,
      receiver,
    ).delayed(WIRE_LATENCY_US);
  }
  const near = receiver.profile.syncSocket ?? null;
  const far = light.profile.syncSocket ?? null;
  return walkVoltage(
    base
      .check('foot.socket', same(plugs[0], near), light.id, { near: plugs[0], far: near, receiver: receiver.id }, [
        { unit: receiver.id, field: 'profile.syncSocket' },
      ])
      .check('foot.socket', same(plugs[1], far), light.id, { near: plugs[1], far, receiver: receiver.id }, [
        { unit: light.id, field: 'profile.syncSocket' },
      ]),
    light,
    receiver,
  ).delayed(WIRE_LATENCY_US);
}

/** A light on the body's own shoe or stack, or on a cord or cable from it. */
export function walkWired(rig: Rig, body: Body, light: Light): Walk {
  const wanted = light.settings.link === 'shoe' ? ['local', 'master'] : ['local', 'master', 'remote'];
  const { role, link, plugs } = light.settings;
  const start = walkBody(body);
  const unplugged = link === 'cable' && plugs == null;
  const onto = unplugged
    ? start.check('foot.socket', null, light.id, {}, [{ unit: light.id, field: 'plugs' }]).delayed(WIRE_LATENCY_US)
    : walkOntoBody(rig, start, body, light);
  const walk = walkLength(onto, light)
    .check(
      'hearer.role',
      role == null ? null : wanted.includes(role),
      light.id,
      { role: role ?? null, wanted: 'local' },
      [{ unit: light.id, field: 'role' }],
    )
    .pass('foot');
  return walkLamp(rig, walk, body, light);
}

/** A light waiting as an eye, up to the moment it would see a pulse. */
export function walkEye(rig: Rig, body: Body, light: Light): Walk {
  const { role } = light.settings;
  const { eyes } = light.profile;
  const walk = walkSight(Walk.start, body, light)
    .check('hearer.role', roleHolds(light, 'eye'), light.id, { role: role ?? null, wanted: 'eye' }, [
      { unit: light.id, field: 'role' },
    ])
    .check(
      'hearer.role',
      hasEye(light),
      light.id,
      { role: role ?? null, wanted: 'eye', eye: light.settings.eye ?? null },
      [...missing([light.id, 'profile.eyes', eyes])],
    )
    .pass('foot');
  return walkLamp(rig, walk, body, light);
}

/** Whether the model has the eye mode it is set to; a mode nobody recorded is dealt with where pulses are counted. */
function hasEye(light: Light): Tri {
  const { eyes } = light.profile;
  if (eyes == null) return null;
  const { eye } = light.settings;
  return eye == null ? eyes.length > 0 : eyes.includes(eye);
}

export function walkLamp(rig: Rig, base: Walk, body: Body, light: Light): Walk {
  const { lamp, hot, mode } = light.settings;
  // A flash without such a switch needs nothing recorded; what is recorded counts whatever the profile says.
  const lit = lamp ?? (light.profile.lampSwitch === false ? true : null);
  const fire = able(rig, body, light, 'fire');
  const waits = isWired(light) ? 'wire' : light.settings.link === 'eye' ? 'eye' : 'air';
  const walk = walkAwake(rig, base, light, waits)
    .check('lamp.disabled', lit, light.id, {}, [{ unit: light.id, field: 'lamp' }])
    .check('lamp.heat', hot !== true, light.id, { restSeconds: light.profile.heat?.restSeconds ?? null })
    .check(fire.code, fire.holds, fire.subject, { light: light.id, ...fire.params }, fire.fields);
  if (mode != null && mode !== 'multi') return walk;
  const isMulti = mode === 'multi' ? true : null;
  const multi = able(rig, body, light, 'multi');
  const fields = missing([light.id, 'mode', mode]);
  const holds = isMulti === null ? null : multi.holds;
  return walk
    .check(multi.code, holds, multi.subject, { light: light.id, ...multi.params }, isMulti ? multi.fields : fields)
    .check(
      'lamp.multi-limit',
      isMulti === null ? null : withinMultiLimits(light),
      light.id,
      {
        pops: light.settings.multiPops ?? null,
        hz: light.settings.multiHz ?? null,
        power: light.settings.power ?? null,
        mostPops: light.profile.multi?.pops ?? null,
        mostHz: light.profile.multi?.hz ?? null,
        mostPower: light.profile.multi?.power ?? null,
      },
      isMulti === null
        ? fields
        : missing(
            [light.id, 'multiPops', light.settings.multiPops],
            [light.id, 'multiHz', light.settings.multiHz],
            [light.id, 'power', light.settings.power],
            [light.id, 'profile.multi.pops', light.profile.multi?.pops],
            [light.id, 'profile.multi.hz', light.profile.multi?.hz],
            [light.id, 'profile.multi.power', light.profile.multi?.power],
          ),
    );
}

/** Pops, rate and power each within what the model states; one that certainly exceeds settles it. */
function withinMultiLimits(light: Light): Tri {
  const { multiPops, multiHz, power } = light.settings;
  const limits = light.profile.multi;
  const pairs = [
    [multiPops, limits?.pops],
    [multiHz, limits?.hz],
    [power, limits?.power],
  ] as const;
  if (pairs.some(([wanted, most]) => wanted != null && most != null && wanted > most)) return false;
  return pairs.every(([wanted, most]) => wanted != null && most != null) ? true : null;
}
