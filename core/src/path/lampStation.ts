/** The lamp: its unit awake, its tube on and cool, and the mode one it has where it is used. */
import type { Tri } from '../measure/tri.ts';
import { able } from '../rig/capability.ts';
import { type Check, faultFor, fieldRef, missing } from '../rig/check.ts';
import type { Body, Light, Rig } from '../rig/rig.ts';
import { followAwake } from './hearerStation.ts';
import type { SignalPath } from './signalPath.ts';

/** A light connected to its body by contacts: on the shoe, on a stack, by a cord or by a sync cable. */
export const isWired = (light: Light): boolean =>
  light.settings.link === 'shoe' || light.settings.link === 'cable' || light.settings.link === 'cord';

export function followLamp(rig: Rig, base: SignalPath, body: Body, light: Light): SignalPath {
  const { id, settings, profile } = light;
  const waits = isWired(light) ? 'wire' : settings.link === 'eye' ? 'eye' : 'air';
  const path = followAwake(rig, base, light, waits)
    .check({
      // A flash without such a switch needs nothing recorded; what is recorded counts whatever the profile says.
      holds: settings.lamp ?? (profile.lampSwitch === false ? true : null),
      code: 'lamp.disabled',
      subject: id,
      params: {},
      fields: [fieldRef(id, 'lamp')],
    })
    .check({
      holds: settings.hot !== true,
      code: 'lamp.heat',
      subject: id,
      params: { restSeconds: profile.heat?.restSeconds ?? null },
    })
    .check(forLight(light, able(rig, body, light, 'fire')));
  const { mode } = settings;
  if (mode != null && mode !== 'multi') return path;
  const multi = forLight(light, able(rig, body, light, 'multi'));
  const limits = multiLimitCheck(light);
  if (mode === 'multi') return path.check(multi).check(limits);
  const fields = [fieldRef(id, 'mode')];
  return path.check({ ...multi, holds: null, fields }).check({ ...limits, holds: null, fields });
}

/** Named only where it may be read: most checks hold, and are made by the hundred thousand. */
const forLight = (light: Light, check: Check): Check =>
  check.holds === true ? check : ({ ...check, ...faultFor(light.id, check) } as Check);

function multiLimitCheck(light: Light): Check {
  const { multiPops: pops = null, multiHz: hz = null, power = null } = light.settings;
  const { pops: mostPops = null, hz: mostHz = null, power: mostPower = null } = light.profile.multi ?? {};
  return {
    holds: allWithin([
      [pops, mostPops],
      [hz, mostHz],
      [power, mostPower],
    ]),
    code: 'lamp.multi-limit',
    subject: light.id,
    params: { pops, hz, power, mostPops, mostHz, mostPower },
    fields: missing(
      [light.id, 'multiPops', pops],
      [light.id, 'multiHz', hz],
      [light.id, 'power', power],
      [light.id, 'profile.multi.pops', mostPops],
      [light.id, 'profile.multi.hz', mostHz],
      [light.id, 'profile.multi.power', mostPower],
    ),
  };
}

/** Each value within its limit; one that certainly exceeds settles it. */
function allWithin(pairs: readonly (readonly [wanted: number | null, most: number | null])[]): Tri {
  if (pairs.some(([wanted, most]) => wanted !== null && most !== null && wanted > most)) return false;
  return pairs.every(([wanted, most]) => wanted !== null && most !== null) ? true : null;
}
