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
import { type Standing, standingTo, wayLossDb } from './standing.ts';

/** A share this close to the reliable one is that one but for rounding. */
const SHARE_ROUNDING = 1e-4;

/** Something that weakens a signal against the limit somebody states for it. */
type Weakening = Fault<'air.sun' | 'air.range' | 'air.angle' | 'crew.emitter-near'> & {
  /** Negative where there is some to spare; null where the limit is not recorded, undefined where nothing was noted. */
  db: number | null | undefined;
  field: FieldRef;
};

/**
 * Coded light and other lights' flashes reach a sensor that sees them.
 * @param others what is seen, by id: a light, or a sender and then its body.
 */
export function followSight(base: SignalPath, body: Body, light: Light, others: readonly string[]): SignalPath {
  const standing = standingTo(body, light, others);
  const params = { light: light.id };
  const seen = base
    .check({ holds: light.settings.covered !== true, code: 'air.covered', subject: light.id, params })
    .check({
      holds: standing.sight !== 'blocked',
      code: 'air.no-sight',
      subject: light.id,
      params: { ...params, upright: standing.isUpright },
    });
  return weakened(seen, light, [sensorReach(light, standing), sensorAngle(light, standing)]);
}

function sensorReach({ id, settings, profile }: Light, standing: Standing): Weakening {
  const inSun = settings.inSun === true;
  const bounce = standing.sight === 'bounce';
  const distanceM = standing.distanceM ?? null;
  const { indoorM = null, outdoorM = null } = profile.sensor ?? {};
  const reachM = inSun ? outdoorM : indoorM;
  // A bounce costs so much that one of unknown length may be too long; a direct way nobody measured is near enough.
  const unmeasured = bounce ? null : undefined;
  const measured =
    distanceM === null ? unmeasured : reachM === null ? null : wayLossDb(distanceM, reachM, { bounce, inSun });
  const reachField = inSun ? 'profile.sensor.outdoorM' : 'profile.sensor.indoorM';
  return {
    code: inSun ? 'air.sun' : 'air.range',
    subject: id,
    db: measured,
    field: fieldRef(id, distanceM === null ? standing.distanceField : reachField),
    params: { distanceM, reachM, ...(bounce && { bounce }) },
  };
}

function sensorAngle({ id, profile }: Light, standing: Standing): Weakening {
  const offAxis = standing.offAxis ?? null;
  const halfAngle = profile.sensor?.halfAngle ?? null;
  return {
    code: 'air.angle',
    subject: id,
    db: offAxis === null ? undefined : halfAngle === null ? null : angleLossDb(offAxis, halfAngle),
    field: fieldRef(id, 'profile.sensor.halfAngle'),
    params: { offAxis, halfAngle },
  };
}

/** Radio reaches as far as its family states; coded light as the sensor does. */
export function followReach(base: SignalPath, hop: Hop): SignalPath {
  const { rig, body, sender, hearer, light } = hop;
  const family = familyOf(rig, hearer);
  const others = [sender.id, body.id];
  if (family?.medium === 'optical') return thinnedByCount(followSight(base, body, light, others), light);
  const { distanceM: metres } = standingTo(body, light, others);
  const distanceM = metres ?? null;
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
      db: distanceM === null ? undefined : reachM === null ? null : distanceLossDb(distanceM, reachM),
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
export function followLength(base: SignalPath, body: Body, light: Light): SignalPath {
  const { cableM = null, link, mount } = light.settings;
  const { distanceM } = standingTo(body, light, mount == null ? [body.id] : [mount, body.id]);
  if ((link !== 'cable' && link !== 'cord') || distanceM == null) return base;
  return base.check({
    holds: cableM === null ? null : distanceM <= cableM,
    code: 'air.cable-length',
    subject: light.id,
    params: { distanceM, cableM },
    fields: [fieldRef(light.id, 'cableM')],
  });
}
