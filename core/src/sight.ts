/** What lies between a sender and a light: the sensor, the sun, the distance, the length of a cable (handbook 04, air). */
import { familyOf } from './net.ts';
import { hearerOf, type Light, type Rig } from './rig.ts';
import { missing, type Tri, type Walk } from './walk.ts';

/** What nobody noted is in nobody's way; what is noted is held against what the model states. */
const within = (value: number | null | undefined, most: number | null | undefined): Tri =>
  value == null ? true : most == null ? null : value <= most;

/** Coded light and other lights' flashes reach a sensor that sees them. */
export function walkSight(base: Walk, light: Light): Walk {
  const { sight, covered, offAxis, inSun, distanceM } = light.settings;
  const { halfAngle, indoorM, outdoorM } = light.profile.sensor ?? {};
  const reach = inSun === true ? outdoorM : indoorM;
  return base
    .check('air.covered', covered !== true, light.id, { light: light.id })
    .check('air.no-sight', sight !== 'blocked', light.id, { light: light.id })
    .check(
      'air.angle',
      within(offAxis, halfAngle),
      light.id,
      { offAxis: offAxis ?? null, halfAngle: halfAngle ?? null },
      [{ unit: light.id, field: 'profile.sensor.halfAngle' }],
    )
    .check(
      inSun === true ? 'air.sun' : 'air.range',
      within(distanceM, reach),
      light.id,
      { distanceM: distanceM ?? null, reachM: reach ?? null },
      [{ unit: light.id, field: inSun === true ? 'profile.sensor.outdoorM' : 'profile.sensor.indoorM' }],
    );
}

/** Radio reaches as far as its family states; coded light as the sensor does. */
export function walkReach(rig: Rig, base: Walk, light: Light): Walk {
  const family = familyOf(rig, hearerOf(rig, light));
  if (family?.medium === 'optical') return walkSight(base, light);
  const { distanceM } = light.settings;
  const reachM = family?.reachM ?? null;
  // Without a family nobody can say which radio it would be; other checks say so.
  const holds = family === undefined && distanceM != null ? null : within(distanceM, reachM);
  return base.check('air.range', holds, light.id, { distanceM: distanceM ?? null, reachM }, [
    ...missing([hearerOf(rig, light).id, 'family.reachM', reachM]),
  ]);
}

/** A cable or cord must be as long as its way. */
export function walkLength(base: Walk, light: Light): Walk {
  const { cableM, distanceM, link } = light.settings;
  if ((link !== 'cable' && link !== 'cord') || distanceM == null) return base;
  return base.check('air.cable-length', within(distanceM, cableM), light.id, { distanceM, cableM: cableM ?? null }, [
    { unit: light.id, field: 'cableM' },
  ]);
}
