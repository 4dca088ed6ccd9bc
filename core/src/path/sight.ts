/** What lies between a sender and a light: the sensor, the sun, the distance, the length of a cable (handbook 04, air). */
import type { Code, Params } from '../rig/codes.ts';
import { isJammed } from '../rig/emitters.ts';
import { familyOf } from '../rig/net.ts';
import { angleLossDb, carriedShare, distanceLossDb, HARDLY_EVER, INTERFERENCE_DB, RELIABLE_SHARE } from '../measure/chance.ts';
import { type Body, hearerOf, type Light, type Placed, type Rig } from '../rig/rig.ts';
import { type FieldRef, missing, type Tri, type Walk } from './signalPath.ts';

/** One thing that weakens a signal against the limit somebody states for it. */
interface Weakening {
  code: Code;
  subject: string;
  /** Negative where there is some to spare; null where the limit is not recorded, undefined where nothing was noted. */
  db: number | null | undefined;
  field: FieldRef;
  params: Params;
}

/** Coded light and other lights' flashes reach a sensor that sees them. */
export function walkSight(base: Walk, body: Body, light: Light): Walk {
  const { covered, offAxis, inSun, distanceM } = light.settings;
  const { halfAngle, indoorM, outdoorM } = light.profile.sensor ?? {};
  const reachM = inSun === true ? outdoorM : indoorM;
  const seen = base
    .check('air.covered', covered !== true, light.id, { light: light.id })
    .check('air.no-sight', sightOf(body, light) !== 'blocked', light.id, {
      light: light.id,
      upright: body.attitude === 'upright',
    });
  return thinned(seen, light, [
    {
      code: inSun === true ? 'air.sun' : 'air.range',
      subject: light.id,
      db: distanceLoss(distanceM, reachM),
      field: { unit: light.id, field: inSun === true ? 'profile.sensor.outdoorM' : 'profile.sensor.indoorM' },
      params: { distanceM: distanceM ?? null, reachM: reachM ?? null },
    },
    {
      code: 'air.angle',
      subject: light.id,
      db: offAxis == null ? undefined : halfAngle == null ? null : angleLossDb(offAxis, halfAngle),
      field: { unit: light.id, field: 'profile.sensor.halfAngle' },
      params: { offAxis: offAxis ?? null, halfAngle: halfAngle ?? null },
    },
  ]);
}

/** Turned upright, a pop-up or a flash on the camera throws its signal another way. */
function sightOf(body: Body, { settings }: Light) {
  return (body.attitude === 'upright' ? settings.sightUpright : null) ?? settings.sight;
}

const distanceLoss = (metres: number | null | undefined, reachM: number | null | undefined) =>
  metres == null ? undefined : reachM == null ? null : distanceLossDb(metres, reachM);

/** Radio reaches as far as its family states; coded light as the sensor does. */
export function walkReach(rig: Rig, base: Walk, body: Body, sender: Placed, light: Light): Walk {
  const hearer = hearerOf(rig, light);
  const family = familyOf(rig, hearer);
  if (family?.medium === 'optical') return thinnedByCount(walkSight(base, body, light), light);
  const { distanceM } = light.settings;
  const reachM = family?.reachM ?? null;
  // Without a family nobody can say which radio it would be; other checks say so.
  if (family === undefined) return distanceM == null ? base : base.check('air.range', null, light.id, {}, []);
  const emitter = isJammed(rig, sender);
  const away = distanceLoss(distanceM, reachM);
  const reached = thinned(base, light, [
    {
      code: 'air.range',
      subject: light.id,
      db: away,
      field: { unit: hearer.id, field: 'family.reachM' },
      params: { distanceM: distanceM ?? null, reachM },
    },
    {
      code: 'crew.emitter-near',
      subject: sender.id,
      db: emitter ? INTERFERENCE_DB : undefined,
      field: { unit: sender.id, field: 'channel' },
      params: { emitter: emitter?.name ?? null, mhz: emitter?.mhz ?? null, channel: sender.settings.channel ?? null },
    },
  ]);
  return thinnedByCount(reached, light);
}

/** All that weakens a signal adds up; the worst of it is named. */
function thinned(base: Walk, light: Light, parts: readonly Weakening[]): Walk {
  const noted = parts.filter((part) => part.db !== undefined);
  if (noted.length === 0) return base;
  const worst = noted.reduce((a, b) => ((b.db ?? 0) > (a.db ?? 0) ? b : a));
  const open = noted.filter((part) => part.db === null);
  // Looking away altogether settles it, whatever the distance.
  if (open.length > 0 && worst.db !== Infinity) {
    const [first] = open;
    return base.check(first!.code, null, first!.subject, {}, missing(...open.map(refOf)));
  }
  const lossDb = worst.db === Infinity ? Infinity : noted.reduce((sum, part) => sum + part.db!, 0);
  const measured = parts[0]!.db !== undefined;
  // Something is on the channel and nobody measured how far the light stands: part of the shots, but who knows how many.
  const share = measured || worst.code !== 'crew.emitter-near' ? carriedShare(lossDb) : null;
  if (share !== null && share >= RELIABLE_SHARE - 1e-4) return base;
  const params = { light: light.id, ...worst.params, carried: share === null ? null : Number(share.toFixed(3)) };
  if (share !== null && share < HARDLY_EVER) return base.check(worst.code, false, worst.subject, params);
  return base.thin(worst.code, share, worst.subject, params);
}

const refOf = ({ field }: Weakening) => [field.unit, field.field, null] as const;

/** What somebody counted on the spot stands beside what is reckoned. */
function thinnedByCount(base: Walk, light: Light): Walk {
  const { heardShare } = light.settings;
  if (heardShare == null || heardShare >= RELIABLE_SHARE) return base;
  return base.thin('air.interference', heardShare, light.id, { light: light.id, carried: heardShare });
}

/** What nobody noted is in nobody's way; what is noted is held against what the model states. */
const within = (value: number | null | undefined, most: number | null | undefined): Tri =>
  value == null ? true : most == null ? null : value <= most;

/** A cable or cord must be as long as its way. */
export function walkLength(base: Walk, light: Light): Walk {
  const { cableM, distanceM, link } = light.settings;
  if ((link !== 'cable' && link !== 'cord') || distanceM == null) return base;
  return base.check('air.cable-length', within(distanceM, cableM), light.id, { distanceM, cableM: cableM ?? null }, [
    { unit: light.id, field: 'cableM' },
  ]);
}
