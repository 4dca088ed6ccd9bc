/** Where a light stands to what it must hear or see: to one sender, body or light it may be otherwise than to the rest. */
import { BOUNCE_DB, BOUNCE_SUN_DB, BOUNCE_WAY, distanceLossDb } from '../measure/chance.ts';
import type { PairField } from '../record/settingTerms.ts';
import { pairPath, type Pair, type SettingPath } from '../record/settings.ts';
import type { Body, Light } from '../rig/rig.ts';

export type Standing = Pick<Pair, 'distanceM' | 'offAxis'> & {
  sight: Pair['sight'];
  /** That is so because the camera is held upright, as somebody noted. */
  isUpright: boolean;
  /** Where a distance that is not recorded belongs. */
  distanceField: SettingPath;
};

/**
 * How a light stands to the first of these units of which anything is noted for the pair, and else as it stands in general.
 * @param others ids, the nearest to the signal first: a sender, then the body it sits on.
 */
export function standingTo(body: Body, { settings }: Light, others: readonly string[]): Standing {
  // Most lights stand one way to everything.
  if (settings.from == null) {
    const { sight, sightUpright, distanceM, offAxis } = settings;
    const isUpright = body.attitude === 'upright' && sightUpright != null;
    return { sight: isUpright ? sightUpright : sight, isUpright, distanceM, offAxis, distanceField: 'distanceM' };
  }
  const pairs = others.flatMap((id) => settings.from?.[id] ?? []);
  const noted = <F extends PairField>(field: F): Pair[F] =>
    (pairs.map((pair) => pair[field]).find((value) => value != null) as Pair[F]) ?? settings[field];
  // Turned upright, a pop-up or a flash on the camera throws its signal another way.
  const nearest = pairs.find((pair) => (pair.sightUpright ?? pair.sight) != null) ?? settings;
  const isUpright = body.attitude === 'upright' && nearest.sightUpright != null;
  const paired = others.find((id) => settings.from?.[id]?.sight === 'bounce');
  return {
    sight: isUpright ? nearest.sightUpright : noted('sight'),
    isUpright,
    distanceM: noted('distanceM'),
    offAxis: noted('offAxis'),
    distanceField: paired === undefined ? 'distanceM' : pairPath(paired, 'distanceM'),
  };
}

/** What the way costs against a stated reach, in dB; a bounce takes a longer way and leaves some at the surface. */
export const wayLossDb = (metres: number, reachM: number, { bounce, inSun }: { bounce: boolean; inSun: boolean }) =>
  bounce
    ? distanceLossDb(metres * BOUNCE_WAY, reachM) + BOUNCE_DB + (inSun ? BOUNCE_SUN_DB : 0)
    : distanceLossDb(metres, reachM);

/** Whether anything is noted of how a light stands while the camera is held upright: else it stands as it always does. */
export const standsOtherwiseUpright = ({ settings: { sightUpright, from } }: Light): boolean =>
  sightUpright != null || Object.values(from ?? {}).some((pair) => pair.sightUpright != null);
