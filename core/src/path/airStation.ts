/** What lies between a sender and a light: the sensor, the sun, the distance, the length of a cable. */
import {
  angleLossDb,
  carriedShare,
  distanceLossDb,
  HARDLY_EVER,
  INTERFERENCE_DB,
  RELIABLE_SHARE,
} from '../measure/chance.ts';
import { type Check, type Fault, type FieldRef, fieldRef, missing } from '../rig/check.ts';
import { isJammed } from '../rig/emitters.ts';
import { familyOf } from '../rig/net.ts';
import type { Body, Light } from '../rig/rig.ts';
import type { Hop } from './hop.ts';
import type { SignalPath } from './signalPath.ts';

/** A share this close to the reliable one is that one but for rounding. */
const SHARE_ROUNDING = 1e-4;

/** Something that weakens a signal against the limit somebody states for it. */
type Weakening = Fault<'air.sun' | 'air.range' | 'air.angle' | 'crew.emitter-near'> & {
  /** Negative where there is some to spare; null where the limit is not recorded, undefined where nothing was noted. */
  db: number | null | undefined;
  field: FieldRef;
};

/** Coded light and other lights' flashes reach a sensor that sees them. */
export function followSight(base: SignalPath, body: Body, light: Light): SignalPath {
  const params = { light: light.id };
  const upright = body.attitude === 'upright';
  const seen = base
    .check({ holds: light.settings.covered !== true, code: 'air.covered', subject: light.id, params })
    .check({
      holds: sightOf(body, light) !== 'blocked',
      code: 'air.no-sight',
      subject: light.id,
      params: { ...params, upright },
    });
  return weakened(seen, light, [sensorReach(light), sensorAngle(light)]);
}

/** Turned upright, a pop-up or a flash on the camera throws its signal another way. */
const sightOf = (body: Body, { settings }: Light) =>
  (body.attitude === 'upright' ? settings.sightUpright : null) ?? settings.sight;

function sensorReach({ id, settings, profile }: Light): Weakening {
  const { inSun, distanceM = null } = settings;
  const { indoorM = null, outdoorM = null } = profile.sensor ?? {};
  const reachM = inSun === true ? outdoorM : indoorM;
  return {
    code: inSun === true ? 'air.sun' : 'air.range',
    subject: id,
    db: distanceLoss(distanceM, reachM),
    field: fieldRef(id, inSun === true ? 'profile.sensor.outdoorM' : 'profile.sensor.indoorM'),
    params: { distanceM, reachM },
  };
}

function sensorAngle({ id, settings, profile }: Light): Weakening {
  const { offAxis = null } = settings;
  const halfAngle = profile.sensor?.halfAngle ?? null;
  return {
    code: 'air.angle',
    subject: id,
    db: offAxis === null ? undefined : halfAngle === null ? null : angleLossDb(offAxis, halfAngle),
    field: fieldRef(id, 'profile.sensor.halfAngle'),
    params: { offAxis, halfAngle },
  };
}

const distanceLoss = (metres: number | null, reachM: number | null) =>
  metres === null ? undefined : reachM === null ? null : distanceLossDb(metres, reachM);

/** Radio reaches as far as its family states; coded light as the sensor does. */
export function followReach(base: SignalPath, hop: Hop): SignalPath {
  const { rig, body, sender, hearer, light } = hop;
  const family = familyOf(rig, hearer);
  if (family?.medium === 'optical') return thinnedByCount(followSight(base, body, light), light);
  const { distanceM = null } = light.settings;
  const reachM = family?.reachM ?? null;
  const params = { distanceM, reachM };
  // Without a family nobody can say which radio it would be; other checks say so.
  if (family === undefined) {
    return distanceM === null
      ? base
      : base.check({ holds: null, code: 'air.range', subject: light.id, params, fields: [] });
  }
  const emitter = isJammed(rig, sender);
  const reached = weakened(base, light, [
    {
      code: 'air.range',
      subject: light.id,
      db: distanceLoss(distanceM, reachM),
      field: fieldRef(hearer.id, 'family.reachM'),
      params,
    },
    {
      code: 'crew.emitter-near',
      subject: sender.id,
      db: emitter ? INTERFERENCE_DB : undefined,
      field: fieldRef(sender.id, 'channel'),
      params: { emitter: emitter?.name ?? null, mhz: emitter?.mhz ?? null, channel: sender.settings.channel ?? null },
    },
  ]);
  return thinnedByCount(reached, light);
}

/** All that weakens a signal adds up; the worst of it is named. */
function weakened(base: SignalPath, light: Light, parts: readonly Weakening[]): SignalPath {
  const noted = parts.filter((part) => part.db !== undefined);
  if (noted.length === 0) return base;
  const worst = noted.reduce((a, b) => ((b.db ?? 0) > (a.db ?? 0) ? b : a));
  const open = noted.filter((part) => part.db === null);
  // Looking away altogether settles it, whatever the distance.
  if (open.length > 0 && worst.db !== Infinity) {
    const fields = missing(...open.map(({ field }) => [field.unit, field.field, null] as const));
    return base.check({ ...open[0]!, holds: null, fields });
  }
  const lossDb = worst.db === Infinity ? Infinity : noted.reduce((sum, part) => sum + part.db!, 0);
  const isMeasured = parts[0]!.db !== undefined;
  // Something is on the channel and nobody measured how far the light stands: part of the shots, but who knows how many.
  const share = isMeasured || worst.code !== 'crew.emitter-near' ? carriedShare(lossDb) : null;
  if (share !== null && share >= RELIABLE_SHARE - SHARE_ROUNDING) return base;
  const carried = share === null ? null : Number(share.toFixed(3));
  const fault = { ...worst, params: { light: light.id, ...worst.params, carried } } as Fault;
  if (share !== null && share < HARDLY_EVER) return base.check({ ...fault, holds: false } as Check);
  return base.thin(fault, share);
}

/** What somebody counted on the spot stands beside what is computed. */
function thinnedByCount(base: SignalPath, light: Light): SignalPath {
  const { heardShare } = light.settings;
  if (heardShare == null || heardShare >= RELIABLE_SHARE) return base;
  const params = { light: light.id, carried: heardShare };
  return base.thin({ code: 'air.interference', subject: light.id, params }, heardShare);
}

/** A cable or cord must be as long as its way. */
export function followLength(base: SignalPath, light: Light): SignalPath {
  const { cableM = null, distanceM, link } = light.settings;
  if ((link !== 'cable' && link !== 'cord') || distanceM == null) return base;
  return base.check({
    holds: cableM === null ? null : distanceM <= cableM,
    code: 'air.cable-length',
    subject: light.id,
    params: { distanceM, cableM },
    fields: [fieldRef(light.id, 'cableM')],
  });
}
